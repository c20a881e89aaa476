/** Conditions that ask where the focus is, or the pointer. */
import { describe, expect, it } from "vitest";
import { compile } from "../../program";
import { factsOf, stateText } from "../../surface";
import { box, button, component, type Sketch } from "../../testing";
import { act, openSession, type Session, type Stimulus } from "..";

const log = { name: "log", type: "text" as const, initial: "" };
const note = (word: string): string => `/ log = log + '${word} '`;
const sketch = (over: Partial<Sketch>) =>
  component({
    parts: [button("a"), box("card", [button("b"), box("inner", ["x"])])],
    states: ["idle", "seen"],
    data: [log],
    ...over,
  });
const play = (over: Partial<Sketch>, ...acts: Stimulus[]): Session => {
  const program = compile(sketch(over));
  expect(program.problems).toEqual([]);
  return acts.reduce<Session>(act, openSession(program));
};
const told = (over: Partial<Sketch>, ...acts: Stimulus[]): string =>
  String(play(over, ...acts).frames.last.state.data[0]).trim();

describe("the focus in a part", () => {
  it("becomes so with whatever moves it, and is not lost on the way from one inside to another", () => {
    const reactions = {
      "becomes [focusWithin(card)]": { idle: note("in") },
      "becomes [!focusWithin(card)]": { idle: note("out") },
      "press f": { idle: "/ focus b" },
    };
    const parts = [button("a"), box("card", [button("b"), button("c")])];
    expect(told({ parts, reactions }, { press: "Tab" }, { press: "Tab" }, { press: "Tab" })).toBe("in");
    expect(told({ parts, reactions }, { click: "b" }, { click: "c" }, { click: "a" })).toBe("in out");
    expect(told({ parts, reactions }, { press: "f" }, { click: null })).toBe("in out");
  });
  it("is lost with a part that goes", () => {
    const reactions = {
      "becomes [!focusWithin(card)]": { seen: note("out") },
      "press x": { idle: "seen" },
    };
    expect(told({ reactions, looks: { b: { seen: "absent" } } }, { click: "b" }, { press: "x" })).toBe("out");
  });
  it("decides reactions and looks", () => {
    const over: Partial<Sketch> = {
      reactions: { "press Enter": { idle: "[focusWithin(card)] seen" } },
      looks: { inner: { always: "not displayed; [focusWithin(card)] shown" } },
    };
    const shown = (s: Session) => factsOf(s.program, s.frames.last.state, 3).displayed;
    const away = play(over, { click: "a" }, { press: "Enter" });
    const within = play(over, { click: "b" });
    expect([shown(away), shown(within)]).toEqual([false, true]);
    expect(stateText(away.program, away.frames.last.state)).toBe("idle");
    expect(shown(play(over, { click: "b" }, { click: "a" }))).toBe(false);
  });
  it("goes round no more often than any loop", () => {
    const reactions = {
      "becomes [focusWithin(a)]": { always: "/ focus b" },
      "becomes [focusWithin(b)]": { always: "/ focus a" },
    };
    expect(play({ reactions }, { click: "a" }).frames.last.step.loop).toBe(true);
  });
});

describe("the pointer over a part", () => {
  it("is followed only where something asks, and counts what is inside", () => {
    const reactions = {
      "becomes [hovered(card)]": { idle: note("in") },
      "becomes [!hovered(card)]": { idle: note("out") },
    };
    expect(told({ reactions }, { move: "b" }, { move: "inner" }, { move: "a" })).toBe("in out");
    expect(play({}, { move: "b" }).frames.last.state.over).toBe(-1);
  });
  it("is told after those who hear it come and go", () => {
    const reactions = {
      "pointer enters card": { idle: note("enters") },
      "pointer leaves a": { idle: note("leaves") },
      "becomes [hovered(card)]": { idle: note("becomes") },
    };
    expect(told({ reactions }, { move: "a" }, { move: "card" })).toBe("leaves becomes enters");
  });
});
