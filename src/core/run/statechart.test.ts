/** States as the W3C SCXML recommendation has them: what is left, what is entered, who answers first. */
import { describe, expect, it } from "vitest";
import { transitionDomain } from "../../kernel";
import type { Component } from "../model";
import { compile } from "../program";
import { stateText } from "../surface";
import { button, component, type Sketch } from "../testing";
import { act, openSession, runTo, type Session } from ".";

const nested: Sketch["states"] = [
  { name: "off" },
  {
    name: "on",
    initial: "idle",
    states: [{ name: "idle" }, { name: "busy", states: [{ name: "slow" }, { name: "fast" }] }],
  },
];
const chart = (over: Partial<Sketch>): Component =>
  component({
    parts: [button("a"), button("b")],
    states: nested,
    data: [{ name: "log", type: "text", initial: "" }],
    ...over,
  });
const leaf = (s: Session): string => stateText(s.program, s.frames.at(-1)!.state);
const done = (doc: Component, ...what: (string | number)[]): Session =>
  what.reduce<Session>(
    (s, w) => (typeof w === "number" ? runTo(s, s.end + w) : act(s, { click: w })),
    openSession(compile(doc)),
  );

describe("entering (SCXML §3.3, appendix D)", () => {
  it("starts in the first state, or where it is said", () => {
    expect(leaf(done(chart({})))).toBe("off");
    expect(leaf(done(chart({ initial: "on" })))).toBe("idle");
    expect(leaf(done(chart({ reactions: { "click a": { off: "busy" } } }), "a"))).toBe("slow");
    expect(leaf(done(chart({ reactions: { "click a": { off: "on" } } }), "a"))).toBe("idle");
    expect(leaf(done(chart({ reactions: { "click a": { off: "fast" } } }), "a"))).toBe("fast");
  });
});

describe("selecting (SCXML §3.13)", () => {
  it.each<[string, Record<string, string>, string]>([
    ["the inner state answers first", { idle: "fast", on: "off" }, "fast"],
    ["the outer one where the inner says nothing", { on: "busy" }, "slow"],
    ["every state where nobody else does", { always: "off" }, "off"],
    ["ignored inside keeps it from the outside", { idle: "ignored", on: "off" }, "idle"],
    ["a condition that fails lets it through", { idle: "[log == 'x'] fast", on: "off" }, "off"],
    ["the first branch that holds is taken", { idle: "[log == 'x'] off; [log == ''] fast; slow" }, "fast"],
    ["no branch holds and nobody is outside", { idle: "[log == 'x'] off" }, "idle"],
  ])("%s", (_what, cells, end) => {
    expect(leaf(done(chart({ initial: "on", reactions: { "click a": cells } }), "a"))).toBe(end);
  });
});

describe("leaving", () => {
  const program = compile(chart({}));
  const index = (name: string): number => program.stateIndex.get(name)!;
  const domain = (from: string, to: string): string =>
    program.states[transitionDomain(program.states, { source: index(from), targets: [index(to)], internal: false })]
      .name;

  it.each([
    ["idle", "fast", "on"],
    ["slow", "fast", "busy"],
    ["slow", "slow", "busy"],
    ["slow", "off", "always"],
    ["on", "fast", "always"],
    ["busy", "slow", "on"],
    ["always", "slow", "always"],
  ])("from %s to %s, %s is not left", (from, to, kept) => {
    expect(domain(from, to)).toBe(kept);
  });

  it("a delay of a state that is not left goes on; of one that is, starts anew", () => {
    const doc = chart({
      initial: "on",
      reactions: { "click a": { idle: "fast" }, "click b": { on: "on" }, after: { on: "300ms → off" } },
    });
    expect(leaf(done(doc, 200, "a", 99))).toBe("fast");
    expect(leaf(done(doc, 200, "a", 100))).toBe("off");
    expect(leaf(done(doc, 200, "b", 299))).toBe("idle");
    expect(leaf(done(doc, 200, "b", 300))).toBe("off");
  });

  it("a reaction without target leaves nothing, and its delay goes on", () => {
    const doc = chart({
      initial: "on",
      reactions: { "click a": { on: "/ log = log + 'a'" }, after: { idle: "100ms → slow" } },
    });
    const s = done(doc, 60, "a", 40);
    expect([leaf(s), s.frames.at(-1)!.state.data[0]]).toEqual(["slow", "a"]);
  });

  it("several delays of one state are due in their order, and end with it", () => {
    const doc = chart({
      initial: "on",
      reactions: {
        after: { idle: "100ms → / log = log + '1'", on: "250ms → / log = log + '3'" },
        "click b": { idle: "ignored" },
      },
    });
    const two = {
      ...doc,
      reactions: [
        ...doc.reactions,
        {
          event: { on: "after" as const },
          in: {
            idle: {
              after: "200ms",
              branches: [{ to: "slow", actions: [{ do: "assign" as const, data: "log", value: "log + '2'" }] }],
            },
          },
        },
      ],
    };
    const s = done(two, 1000);
    expect([leaf(s), s.frames.at(-1)!.state.data[0]]).toEqual(["slow", "123"]);
  });
});

describe("raised events (SCXML §3.14)", () => {
  it("are handled in their order, each in the state that is active by then, before anything outside", () => {
    const doc = chart({
      reactions: {
        "click a": { off: "on / raise one, raise two, log = log + 'a'" },
        "on one": { off: "/ log = log + '!'", idle: "fast / log = log + '1'" },
        "on two": { idle: "/ log = log + '?'", fast: "off / log = log + '2'" },
      },
    });
    const s = done(doc, "a");
    expect([leaf(s), s.frames.at(-1)!.state.data[0]]).toEqual(["off", "a12"]);
  });
});

describe("data", () => {
  it("stay in their range and say so", () => {
    const doc = component({
      parts: [button("a"), button("b")],
      states: ["idle"],
      data: [
        { name: "n", type: "integer", initial: 2, min: 0, max: 3 },
        { name: "port", type: "one of", values: ["Holm", "Vardey"], initial: "Holm" },
      ],
      reactions: { "click a": { idle: "/ n = n + 1.6" }, "click b": { idle: "/ port = port + '!'" } },
    });
    const s = done(doc, "a", "a", "b");
    expect(s.frames.at(-1)!.state.data).toEqual([3, "Holm"]);
    expect(s.frames.map((f) => f.step.clamped.length)).toEqual([0, 0, 1, 1]);
  });
  it("assigned in one reaction are seen by what comes after in it", () => {
    const doc = chart({ reactions: { "click a": { off: "/ log = 'x', log = log + 'y'; on" } } });
    expect(done(doc, "a").frames.at(-1)!.state.data[0]).toBe("xy");
  });
});
