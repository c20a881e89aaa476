/** What a situation is: what proof, comparison and recording keep apart. */
import { describe, expect, it } from "vitest";
import type { Component, Scenario } from "../model";
import { compile } from "../program";
import { act, openSession, runTo, stateFields } from "../run";
import { box, button, component } from "../testing";
import { compareBehaviour, proveNow, record, runScenario } from ".";

describe("every field of a run's state", () => {
  it("is said to decide, to be timing, or only to be shown", () => {
    const { state } = openSession(compile(component({ parts: [button("a")], states: ["s"] }))).frames.at(0)!;
    expect(Object.keys(state).sort()).toEqual(Object.keys(stateFields).sort());
    // What decides or is on its way is part of a key, but for the clock itself.
    const keyless = Object.entries(stateFields).flatMap(([field, f]) => (f.key ? [] : [field]));
    expect(keyless.sort()).toEqual(["now", "since"]);
  });
});

describe("a recording", () => {
  it("keeps what a history remembers, what held the focus, and conditions that hold", () => {
    const doc = component({
      parts: [button("out"), button("in"), button("step")],
      states: [
        { name: "shut" },
        { name: "open", states: [{ name: "x" }, { name: "y" }, { name: "kept", kind: "history" }] },
      ],
      reactions: { "click in": { shut: "kept" }, "click step": { x: "y" }, "click out": { open: "shut" } },
    });
    const program = compile(doc);
    let s = openSession(program);
    for (const part of ["in", "step", "out"]) s = runTo(act(s, { click: part }), s.end + 50);
    const from = s.end;
    s = act(s, { click: "in" });
    const { steps } = record(s, "again", s.end, from);
    let replayed = openSession(program);
    for (const { do: what } of steps)
      replayed = "wait" in what ? runTo(replayed, replayed.end + what.wait) : act(replayed, what);
    expect(replayed.frames.last.state.config).toBe(s.frames.last.state.config);
  });
});

describe("a comparison", () => {
  it("sees what is announced, also where that is all", () => {
    const saying = (text: string): Component =>
      component({
        parts: [button("a"), button("b")],
        states: ["one"],
        reactions: {
          "click a": { one: "/ announce “hello”".replace(/[“”]/g, '"') },
          "click b": { one: `/ announce "${text}"` },
        },
      });
    const [one, other] = [compile(saying("hello")), compile(saying("bye"))];
    expect(compareBehaviour(one, other, { sayable: true }).difference).toMatchObject({ fact: "announced" });
  });
});

describe("conditions on the page", () => {
  it.each(["page.width < 300", "page.reducedMotion", "page.scroll > 100", "page.height > 700"])(
    "are explored on both sides, whether a row listens or not: %s",
    (when) => {
      const doc = component({
        parts: [button("a"), box("p")],
        page: { width: 400, height: 400, blocks: [{ name: "b", height: "2000px" }] },
        states: ["one", "two"],
        reactions: { "click a": { one: `[${when}] two`, two: "one" } },
      });
      const proof = proveNow(doc);
      expect(proof.complete).toBe(true);
      expect(proof.findings.filter((f) => f.rule === "F17")).toEqual([]);
      expect(proof.reached).toContain("two");
    },
  );
});

describe("F20, an old ending", () => {
  it("is none where a state inside another cancels the timer on leaving, or what is around it does", () => {
    const nested = (inner: Component["states"][0], outer: Partial<Component["states"][0]> = {}): Component =>
      component({
        parts: [button("a")],
        states: [{ name: "around", ...outer, states: [inner, { name: "rest" }] }, { name: "open" }, { name: "shut" }],
        reactions: {
          "click a": { around: "open", open: "shut", shut: "shown / start hide after 100ms" },
          "timer hide": { shown: "shut", open: "shut" },
        },
        initial: "shut",
      });
    const found = (doc: Component) => proveNow(doc).findings.filter((f) => f.rule === "F20").length;
    const cancel = { exit: [{ do: "cancel" as const, timer: "hide" }] };
    const start = { entry: [{ do: "start" as const, timer: "hide", after: "100ms" }] };
    const leaving = (d: Component): Component => ({
      ...d,
      reactions: d.reactions.map((r) =>
        r.event.on === "click" ? { ...r, in: { ...r.in, shown: { branches: [{ to: "open" }] } } } : r,
      ),
    });
    expect(found(leaving(nested({ name: "shown", ...start })))).toBe(1);
    expect(found(leaving(nested({ name: "shown", ...start, ...cancel })))).toBe(0);
    expect(found(leaving(nested({ name: "shown", ...start }, cancel)))).toBe(0);
  });
});

describe("what fades and what scrolls", () => {
  const fading = (duration: string): Component =>
    component({
      parts: [button("a"), box("p")],
      page: { width: 400, height: 400, blocks: [{ name: "b", height: "2000px" }] },
      states: ["one", "two"],
      looks: { p: { always: `transition: opacity ${duration} linear`, two: "opacity: 0.2" } },
      reactions: { "click a": { one: "two / scroll to 300px", two: "one" } },
    });
  const half: Scenario = {
    name: "half-way",
    steps: [
      { do: { click: "a" }, expect: [{ fact: "scroll", is: 300 }] },
      {
        do: { wait: 100 },
        expect: [
          { fact: "opacity", part: "p", is: 0.6, within: 0.01 },
          { fact: "style", part: "p", property: "opacity", is: "0.6" },
        ],
      },
    ],
  };
  it("can be expected, and a fade of double length is noticed", () => {
    expect(runScenario(compile(fading("200ms")), half)).toMatchObject({ ok: true });
    expect(runScenario(compile(fading("400ms")), half)).toMatchObject({ ok: false, checks: expect.anything() });
    const { difference } = compareBehaviour(compile(fading("200ms")), compile(fading("400ms")), { sayable: true });
    expect(difference).toMatchObject({ part: "p", fact: "opacity" });
  });
});
