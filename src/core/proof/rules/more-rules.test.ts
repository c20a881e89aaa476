/** F4, F6, F10, F13, F16, F21, F22, F23, F25: a specification that has the fault, and its mended twin that has not. */
import { describe, expect, it } from "vitest";
import { demoComponents } from "../../../demo";
import { type Component, checkNames } from "../../model";
import { compile } from "../../program";
import { nextDue, runTo } from "../../run";
import { stateText, textOf } from "../../surface";
import { box, button, component, type Sketch } from "../../testing";
import { applyMend, type Finding, playScenario, proveNow, type RuleId, stepText } from "..";

const found = (doc: Component, rule: RuleId): Finding[] => proveNow(doc).findings.filter((f) => f.rule === rule);
const texts = (doc: Component, rule: RuleId): string[] => found(doc, rule).map((f) => f.text);
/** Where a finding's run ends. */
const ends = (doc: Component, finding: Finding): string => {
  const { session } = playScenario(compile(doc), finding.run!);
  return stateText(session.program, session.frames.last.state);
};

describe("F4: a hold that goes on", () => {
  const hold = (more: Sketch["reactions"] = {}): Component =>
    component({
      parts: [button("b"), button("again")],
      states: ["idle", "holding", "done"],
      reactions: {
        "pointer down b": { idle: "holding", holding: "ignored", done: "ignored" },
        "press Space in b": { idle: "holding", holding: "ignored", done: "ignored" },
        "release Space": { holding: "idle" },
        "click again": { done: "idle", idle: "ignored", holding: "ignored" },
        after: { holding: "800ms done" },
        ...more,
      },
    });
  const up = { "pointer up b": { holding: "idle", idle: "ignored", done: "ignored" } };

  it("is found for each way of letting go, and mended by the same as letting go over it", () => {
    const doc = hold(up);
    expect(texts(doc, "F4")).toEqual([
      "holding goes on when the pointer comes up elsewhere while b is held",
      "holding goes on when the pointer leaves it while b is held",
      "holding goes on when the window loses the focus while b is held",
    ]);
    const [elsewhere] = found(doc, "F4");
    expect(elsewhere.run!.steps.map(stepText)).toEqual(["pointer down on b", "pointer up over the bare page"]);
    expect(ends(doc, elsewhere)).toBe("holding");
    const { session } = playScenario(compile(doc), elsewhere.run!);
    expect(stateText(session.program, runTo(session, 900).frames.last.state)).toBe("done");
    const mended = found(doc, "F4").reduce((d, f) => applyMend(d, f.mend!), doc);
    expect(checkNames(mended)).toEqual([]);
    expect(texts(mended, "F4")).toEqual([]);
  });
  it("has no mend at hand where nothing is said of letting go at all", () => {
    expect(found(hold(), "F4").map((f) => f.mend)).toEqual([null, null, null, null]);
    expect(texts(hold(), "F4")[0]).toBe("holding goes on when the pointer comes up over it while b is held");
  });
  it("is none where a press alone does it", () => {
    const doc = component({
      parts: [button("b")],
      states: ["a", "z"],
      reactions: { "pointer down b": { a: "z", z: "a" } },
    });
    expect(texts(doc, "F4")).toEqual([]);
  });
});

describe("F6: a control that says the opposite", () => {
  const doc = (open: string, label?: { a: string; z: string }): Component =>
    component({
      parts: [
        button("b", { attributes: { "aria-controls": "p" }, content: ["Fares"] }),
        box("p", ["Words"], { attributes: { id: "p" } }),
      ],
      states: ["a", "z"],
      looks: {
        p: { a: "not displayed", z: "shown" },
        b: label ? { a: `"${label.a}"`, z: `"${label.z}"` } : { z: open },
      },
      reactions: { "click b": { a: "z", z: "a" } },
    });
  const withBase = (open: string): Component => {
    const d = doc(open);
    d.parts[0].attributes = { ...d.parts[0].attributes, "aria-expanded": "false" };
    return d;
  };
  it("by an attribute that is true in one state only", () => {
    expect(texts(withBase(""), "F6")).toEqual(["b says in z that p is closed, but it is seen"]);
    expect(ends(withBase(""), found(withBase(""), "F6")[0])).toBe("z");
    expect(texts(withBase('aria-expanded="true"'), "F6")).toEqual([]);
  });
  it("by its words", () => {
    expect(texts(doc("", { a: "Show fares", z: "Show fares" }), "F6")).toEqual([
      "b is called “Show fares” in z, but p is seen already",
    ]);
    expect(texts(doc("", { a: "Hide fares", z: "Hide fares" }), "F6")).toEqual([
      "b is called “Hide fares” in a, but p is not seen",
    ]);
    expect(texts(doc("", { a: "Show fares", z: "Hide fares" }), "F6")).toEqual([]);
  });
});

describe("F10: a timer past its time", () => {
  const counting = (tick: string): Component =>
    component({
      parts: [button("b")],
      states: ["a", "z"],
      data: [{ name: "n", type: "integer", initial: 2, min: 0, max: 2 }],
      reactions: { every: { a: `1s ${tick}` }, "click b": { a: "z", z: "a" } },
    });
  it("ticks on when its counter is at the end", () => {
    expect(texts(counting("/ n = n - 1"), "F10")).toEqual(["The interval of a goes on when n is at its end (0 to 2)"]);
    expect(texts(counting("[n > 0] / n = n - 1; z"), "F10")).toEqual([]);
  });
  const timed = (exit: string): Component =>
    component({
      parts: [button("b"), button("c")],
      states: ["a", "z"],
      reactions: {
        "click b": { a: "/ start t after 500ms", z: "ignored" },
        "click c": { a: `z ${exit}`, z: "a" },
        "timer t": { a: "z" },
      },
    });
  it("goes on in a state that has no use for it", () => {
    const doc = timed("");
    const [finding] = found(doc, "F10");
    expect(finding.text).toBe("t goes on in z, where nothing is said for its end");
    const { session } = playScenario(compile(doc), finding.run!);
    expect(nextDue(session.program, session.frames.last.state)).toBe(500);
    expect(texts(timed("/ cancel t"), "F10")).toEqual([]);
  });
});

describe("F13: a scroll rule that wavers", () => {
  const doc = (back: string, mounted = "out"): Component =>
    component({
      parts: [button("top")],
      states: ["in", "out"],
      page: { height: 500, blocks: [{ name: "list", height: "1500px" }] },
      looks: { top: { in: "not displayed" } },
      reactions: {
        "scroll past 300px": { in: mounted, out: "ignored" },
        [`scroll back above ${back}`]: { in: "ignored", out: "in" },
      },
    });
  it("at one distance for both ways", () => {
    expect(texts(doc("300px"), "F13")).toEqual([
      "in and out follow one another at 300 px: let it go back at a lower distance than it comes, by 8 px or more",
    ]);
    expect(texts(doc("260px"), "F13")).toEqual([]);
  });
});

describe("F16: only for the pointer", () => {
  const doc = (part: ReturnType<typeof button>, more: Sketch["reactions"] = {}): Component =>
    component({ parts: [part], states: ["a", "z"], reactions: { "click x": { a: "z", z: "a" }, ...more } });
  it("is what no key can reach or bring about", () => {
    const [finding] = found(doc(box("x")), "F16");
    expect(finding.text).toBe("click x in a can only be done with the pointer: no key leads to the same");
    expect(ends(doc(box("x")), finding)).toBe("z");
    expect(texts(doc(button("x")), "F16")).toEqual([]);
    expect(texts(doc(box("x"), { "press m": { a: "z", z: "a" } }), "F16")).toEqual([]);
    expect(texts(doc(button("x", { attributes: { tabindex: "-1" } })), "F16")).toHaveLength(1);
  });
  it("is hovering that leads somewhere, but not a hint", () => {
    const hover = (cell: string, focus: Sketch["reactions"] = {}): Component =>
      component({
        parts: [button("x")],
        states: ["a", "z"],
        data: [{ name: "over", type: "boolean", initial: false }],
        reactions: { "pointer enters x": { a: cell, z: "ignored" }, ...focus },
      });
    expect(texts(hover("z"), "F16")).toHaveLength(1);
    expect(texts(hover("z", { "focus enters x": { a: "z", z: "ignored" } }), "F16")).toEqual([]);
    expect(texts(hover("/ over = true"), "F16")).toEqual([]);
  });
});

describe("F21, F23, F25", () => {
  it("F21: reactions that follow one another for ever", () => {
    const doc = (back: string): Component =>
      component({
        parts: [button("b")],
        states: ["rest", "a", "z"],
        reactions: { "click b": { rest: "a", a: "rest", z: "rest" }, automatic: { a: "z", z: back } },
      });
    const [finding] = found(doc("a"), "F21");
    expect(finding.text).toMatch(/never comes to rest/);
    expect(finding.run!.steps.map(stepText)).toEqual(["click b"]);
    expect(playScenario(compile(doc("a")), finding.run!).session.frames.last.step.loop).toBe(true);
    expect(texts(doc("rest"), "F21")).toEqual([]);
  });
  it("F23: asked again while it is under way", () => {
    const doc = (again: string): Component =>
      component({
        parts: [button("b")],
        states: ["idle", "sending"],
        requests: [{ name: "pass", method: "POST", path: "/pass", latency: "300ms", outcome: "ok" }],
        reactions: {
          "click b": { idle: "sending / request pass", sending: again },
          "request ok pass": { sending: "idle", idle: "ignored" },
          "request failed pass": { sending: "idle", idle: "ignored" },
        },
      });
    const [finding] = found(doc("/ request pass"), "F23");
    expect(finding.text).toBe("pass is asked again in sending while it is still under way");
    expect(finding.run!.steps.map(stepText)).toEqual(["click b", "click b"]);
    expect(texts(doc("ignored"), "F23")).toEqual([]);
  });
  it("F25: a counter that leaves its range", () => {
    const doc = (cell: string): Component =>
      component({
        parts: [button("b")],
        states: ["a"],
        data: [{ name: "n", type: "integer", initial: 1, min: 1, max: 3 }],
        reactions: { "click b": { a: cell } },
      });
    const [finding] = found(doc("/ n = n + 1"), "F25");
    expect(finding.text).toBe("click b in a takes n out of 1 to 3; it is held at the end");
    expect(finding.run!.steps).toHaveLength(3);
    expect(texts(doc("[n < 3] / n = n + 1; / n = 1"), "F25")).toEqual([]);
  });
});

describe("F22: changes unheard", () => {
  const doc = (attributes: Record<string, string>, cell = '"Sent"'): Component =>
    component({
      parts: [button("b"), box("words", ["Not sent yet"], { attributes })],
      states: ["a", "z"],
      looks: { words: { z: cell } },
      reactions: { "click b": { a: "z", z: "a" } },
    });
  it("is a text that becomes another and is not announced", () => {
    const [finding] = found(doc({}), "F22");
    expect(finding.text).toBe(
      "words changes in z from “Not sent yet” to “Sent”, and nobody who does not see it hears of it",
    );
    const { session } = playScenario(compile(doc({})), finding.run!);
    expect(textOf(session.program, session.frames.last.state, 1)).toBe("Sent");
    expect(texts(doc({ "aria-live": "polite" }), "F22")).toEqual([]);
    expect(texts(doc({ role: "status" }), "F22")).toEqual([]);
    expect(texts(doc({ "aria-live": "off" }), "F22")).toHaveLength(1);
    expect(texts(doc({ "aria-hidden": "true" }), "F22")).toEqual([]);
  });
  it("is not a control's own name, nor what is announced otherwise", () => {
    const label = component({
      parts: [button("b", { content: ["Follow"] })],
      states: ["a", "z"],
      looks: { b: { z: '"Following"' } },
      reactions: { "click b": { a: "z", z: "a" } },
    });
    expect(texts(label, "F22")).toEqual([]);
    const said = doc({});
    said.reactions[0].in.a = { branches: [{ to: "z", actions: [{ do: "announce", text: "Sent" }] }] };
    said.reactions[0].in.z = "ignored";
    expect(texts(said, "F22")).toEqual([]);
  });
  it("is a control that loses its words", () => {
    const empty = component({
      parts: [button("b", { content: ["Go"] }), button("c")],
      states: ["a", "z"],
      looks: { c: { z: '""' } },
      reactions: { "click b": { a: "z", z: "a" } },
    });
    expect(texts(empty, "F22")).toEqual(["c becomes empty in z"]);
  });
});

describe("the demo", () => {
  it.each(demoComponents.map((d) => d.load()).map((d) => [d.name, d] as const))("%s has none of them", (_name, doc) => {
    expect(proveNow(doc).findings.map((f) => `${f.rule} ${f.text}`)).toEqual([]);
  });
});

describe("F19: two at one instant", () => {
  const doc = (wait: string, start: string): Component =>
    component({
      parts: [button("b"), button("c")],
      states: ["idle", "waiting", "gone", "kept"],
      reactions: {
        "click b": { idle: `waiting${start ? ` / start keep after ${start}` : ""}`, gone: "idle", kept: "idle" },
        "click c": { waiting: start ? "ignored" : "/ start keep after 500ms" },
        after: { waiting: `${wait} gone` },
        "timer keep": { waiting: "kept", idle: "ignored", gone: "ignored", kept: "ignored" },
      },
    });
  it("is found where it counts which goes first, with the run to that instant", () => {
    const [finding, ...more] = found(doc("500ms", "500ms"), "F19");
    expect(more).toEqual([]);
    expect(finding.text).toBe(
      "In waiting, timer keep and after of waiting come at the same instant, and it counts which goes first: kept or gone",
    );
    expect(finding.run!.steps.map(stepText)).toEqual(["click b", "wait 500 ms"]);
  });
  it("is none where one is earlier, where both lead to the same, or where a person decides how they fall", () => {
    expect(texts(doc("500ms", "499ms"), "F19")).toEqual([]);
    expect(texts(doc("500ms", ""), "F19")).toEqual([]);
    const same = doc("500ms", "500ms");
    const kept = same.reactions.findIndex((r) => r.event.on === "timer");
    same.reactions[kept].in.waiting = { branches: [{ to: "gone" }] };
    expect(texts(same, "F19")).toEqual([]);
  });
});
