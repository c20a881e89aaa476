import { describe, expect, it } from "vitest";
import { easing, milliseconds, parseTransition, printTransition, spanText } from "../measure";
import type { Part } from "../model";
import { compile, type Program } from "../program";
import { advance, nextDue, type RunState, start, stimulate } from "../run";
import { box, button, component, type Sketch } from "../testing";
import {
  attributeOf,
  effectiveOpacity,
  factsOf,
  found,
  holds,
  isVisible,
  layoutOf,
  mix,
  nameOf,
  render,
  restingLooks,
  textOf,
} from ".";

const at = (program: Program, name: string): number => program.partIndex.get(name)!;
const still = (sketch: Partial<Sketch> & { parts: Part[] }): { program: Program; state: RunState } => {
  const program = compile(component({ states: ["idle"], ...sketch }));
  return { program, state: start(program).state };
};

const fading = component({
  parts: [button("b"), box("panel", [button("inside")])],
  states: ["closed", "open"],
  looks: {
    panel: {
      closed: "not displayed; opacity: 0; transition: opacity 200ms linear",
      open: "shown; opacity: 1; transition: opacity 400ms linear",
    },
  },
  reactions: { "click b": { closed: "open", open: "closed" } },
});

describe("motion", () => {
  const program = compile(fading);
  const panel = at(program, "panel");
  const b = { click: "b" };
  const opened = stimulate(program, start(program).state, b).state;
  const later = (s: RunState, ms: number): RunState => advance(program, s, s.now + ms);
  const opacity = (s: RunState): number => effectiveOpacity(program, s, panel);

  it("runs from what it is to what it will be, and what comes is there at once", () => {
    expect(layoutOf(program, opened).displayed[panel]).toBe(true);
    expect([0, 100, 200, 400].map((t) => opacity(later(opened, t)))).toEqual([0, 0.25, 0.5, 1]);
    expect(isVisible(program, opened, panel)).toBe(false);
    expect(isVisible(program, later(opened, 10), panel)).toBe(true);
  });

  it("what goes stays until its motion has ended", () => {
    const closing = stimulate(program, later(opened, 400), b).state;
    expect(layoutOf(program, later(closing, 199)).displayed[panel]).toBe(true);
    expect(opacity(later(closing, 100))).toBe(0.5);
    expect(layoutOf(program, later(closing, 200)).displayed[panel]).toBe(false);
    expect(nextDue(program, later(closing, 200))).toBeNull();
  });

  it("interrupted, it turns back in shortened time (CSS Transitions 1, reversing)", () => {
    // Opened for 100 of 400 ms: a quarter of the way; back takes a quarter of 200 ms.
    const back = stimulate(program, later(opened, 100), b).state;
    expect(opacity(back)).toBe(0.25);
    expect(opacity(later(back, 25))).toBeCloseTo(0.125, 10);
    expect(layoutOf(program, later(back, 49)).displayed[panel]).toBe(true);
    expect(layoutOf(program, later(back, 50)).displayed[panel]).toBe(false);
    // And forth again, from the middle of the way back.
    const forth = stimulate(program, later(back, 25), b).state;
    expect(opacity(forth)).toBeCloseTo(0.125, 10);
    const [track] = forth.tracks;
    expect(track.duration).toBeCloseTo(400 * track.shortening, 10);
    expect(opacity(later(forth, 400))).toBe(1);
  });

  it.each([
    ["goes on in a state that says nothing of it", "opacity: 1", 1],
    ["is cut short by one that says there is none", "opacity: 1; transition: none", 0],
    ["is cut short by one that moves something else", "opacity: 1; transition: transform 1s", 0],
    ["is cut short by another value", "opacity: 0.5", 0],
  ])("a running motion %s", (_what, c, left) => {
    const doc = compile(
      component({
        parts: [button("b"), box("p")],
        states: ["a", "b1", "c"],
        looks: { p: { a: "opacity: 0", b1: "opacity: 1; transition: opacity 1s", c } },
        reactions: { "click b": { a: "b1", b1: "c" } },
      }),
    );
    const half = advance(doc, stimulate(doc, start(doc).state, b).state, 500);
    expect(half.tracks).toHaveLength(1);
    expect(stimulate(doc, half, b).state.tracks).toHaveLength(left);
  });
});

describe("interpolation", () => {
  it.each([
    ["opacity", "0.2", "60%", 0.5, "0.4"],
    ["color", "rgb(0, 0, 0)", "#ffffff", 0.5, "rgb(128, 128, 128)"],
    ["background-color", "transparent", "rgb(200, 100, 0)", 0.5, "rgba(200, 100, 0, 0.5)"],
    ["color", "red", "hsl(120 100% 50%)", 1, "rgb(0, 255, 0)"],
    ["transform", "none", "translateX(10px) rotate(90deg)", 0.5, "translate(5px, 0px) rotate(45deg)"],
    ["transform", "translate(10px)", "translate(50%, 20px)", 0.5, "translate(calc(5px + 25%), 10px)"],
    ["transform", "scale(2)", "scaleX(0)", 0.25, "scale(1.5, 1.75)"],
    ["transform", "rotate(0.5turn)", "none", 0.5, "rotate(90deg)"],
    ["transform", "rotate(90deg)", "translate(10px, 0px)", 1, "matrix(1, 0, 0, 1, 10, 0)"],
  ])("%s from %s to %s at %f is %s", (property, from, to, p, value) => {
    expect(mix(property, from, to)!(p)).toBe(value);
  });
  it("knows what cannot move", () => {
    expect(mix("transform", "none", "perspective(3px)")).toBeNull();
    expect(mix("transform", "rotate(9deg)", "translate(50%)")).toBeNull();
    expect(mix("color", "inherit", "red")).toBeNull();
  });
  it("knows CSS times, easings and transitions", () => {
    expect([milliseconds("0.3s"), milliseconds("20MS"), milliseconds("3")]).toEqual([300, 20, null]);
    expect([spanText(240), spanText(1240), spanText(2000)]).toEqual(["240 ms", "1.24 s", "2 s"]);
    expect(easing("steps(2, jump-start)")!(0.4)).toBe(0.5);
    expect(easing("steps(4, jump-none)")!(0.5)).toBeCloseTo(2 / 3);
    expect(easing("linear(0, 0.8, 1)")!(0.25)).toBeCloseTo(0.4);
    expect([easing("cubic-bezier(2, 0, 0, 1)"), easing("bouncy"), easing("steps(0)")]).toEqual([null, null, null]);
    const text = "opacity 240ms cubic-bezier(0.2, 0, 0, 1) 20ms, transform 1s ease";
    const parsed = parseTransition(text);
    expect(parsed.ok && printTransition(parsed.value)).toBe(text);
    expect(parseTransition("all 1s")).toMatchObject({ ok: false, from: 0, to: 6 });
  });
});

describe("looks", () => {
  it("inner states win over outer ones, property by property, and both over the base", () => {
    const program = compile(
      component({
        parts: [box("p", ["base"], { css: { color: "red", opacity: "0.5", "pointer-events": "none" } })],
        states: [{ name: "outer", states: [{ name: "a" }, { name: "b" }] }],
        looks: {
          p: { always: 'inert; "all"', outer: "color: green; title: x", a: 'not inert; pointer; color: blue; "a"' },
        },
      }),
    );
    const [a, b] = ["a", "b"].map((s) => restingLooks(program, program.stateIndex.get(s)!)[0]);
    expect([a.css.color, a.inert, a.pointer, a.css.opacity]).toEqual(["blue", false, true, "0.5"]);
    expect([b.css.color, b.inert, b.pointer]).toEqual(["green", true, false]);
  });

  it("a style value with data in it is what the data make of it, in the cell, in motion and in what is delivered", () => {
    const doc = component({
      parts: [box("bar"), button("more")],
      data: [{ name: "done", type: "integer", initial: 1, min: 0, max: 4 }],
      states: [{ name: "a" }],
      looks: { bar: { a: "opacity: ${done / 4}; transition: opacity 100ms linear" } },
      reactions: { "click more": { a: "/ done = done + 1" } },
    });
    const program = compile(doc);
    expect(program.problems).toEqual([]);
    const clicked = stimulate(program, start(program).state, { click: "more" }).state;
    const half = advance(program, clicked, 50);
    expect(factsOf(program, half, 0).opacity).toBeCloseTo(0.375);
    expect(factsOf(program, advance(program, half, 100), 0).opacity).toBeCloseTo(0.5);
  });

  it("a transition replaces the whole list before it, as in CSS, and none takes it away", () => {
    const program = compile(
      component({
        parts: [box("p")],
        states: [{ name: "a" }, { name: "b" }, { name: "c" }],
        looks: {
          p: {
            always: "transition: opacity 1s, color 1s",
            b: "transition: color 2s",
            c: "transition: none; opacity: 1",
          },
        },
      }),
    );
    const moves = ["a", "b", "c"].map((s) =>
      Object.entries(restingLooks(program, program.stateIndex.get(s)!)[0].motion ?? {}).map(
        ([p, m]) => `${p} ${m.duration}`,
      ),
    );
    expect(moves).toEqual([["opacity 1000", "color 1000"], ["color 2000"], []]);
  });

  it("the markup's own hidden, inert, disabled and style count as the base look", () => {
    const { program, state } = still({
      parts: [
        box("h", [], { attributes: { hidden: "" } }),
        box("n", [], { css: { display: "none" } }),
        box("v", [button("x")], { css: { visibility: "hidden" } }),
        button("d", { attributes: { disabled: "" } }),
      ],
    });
    expect(layoutOf(program, state).as).toEqual(["not displayed", "not displayed", "hidden", "shown", "shown"]);
    expect(layoutOf(program, state).focusable).toEqual([false, false, false, false, false]);
  });

  it.each([
    [
      "shown",
      { present: true, displayed: true, visible: true, "takes pointer": true, "in tab order": true, exposed: true },
    ],
    [
      "transparent",
      { present: true, displayed: true, visible: false, "takes pointer": true, "in tab order": true, exposed: true },
    ],
    [
      "hidden",
      { present: true, displayed: true, visible: false, "takes pointer": false, "in tab order": false, exposed: false },
    ],
    [
      "not displayed",
      {
        present: true,
        displayed: false,
        visible: false,
        "takes pointer": false,
        "in tab order": false,
        exposed: false,
      },
    ],
    [
      "absent",
      {
        present: false,
        displayed: false,
        visible: false,
        "takes pointer": false,
        "in tab order": false,
        exposed: false,
      },
    ],
    [
      "moved out",
      { present: true, displayed: true, visible: false, "takes pointer": false, "in tab order": true, exposed: true },
    ],
  ])("%s: what a person, a pointer, Tab and assistive technology find", (as, facts) => {
    const { program, state } = still({ parts: [button("b")], looks: { b: { idle: as } } });
    expect(factsOf(program, state, 0)).toMatchObject(facts);
  });

  it("renders what the page has to show", () => {
    const { program, state } = still({
      parts: [
        box("p", ["n is ${n}", button("gone"), button("away")], {
          css: { color: "red" },
          attributes: { title: "t", "data-x": "1" },
        }),
      ],
      data: [{ name: "n", type: "integer", initial: 4, min: 0, max: 9 }],
      looks: {
        p: { idle: 'aria-busy="true"; no title; color: blue; not exposed' },
        gone: { idle: "absent" },
        away: { idle: "disabled; transparent; no pointer" },
      },
    });
    const [p] = render(program, state);
    expect(p).toMatchObject({
      attributes: { "data-x": "1", "aria-busy": "true", "aria-hidden": "true" },
      style: { color: "blue" },
    });
    expect(p.attributes).not.toHaveProperty("title");
    expect(p.content).toEqual([
      "n is 4",
      expect.objectContaining({
        name: "away",
        attributes: { disabled: "" },
        style: { opacity: "0", "pointer-events": "none" },
      }),
    ]);
  });
});

describe("names and texts", () => {
  it("follow the accessible name computation", () => {
    const { program, state } = still({
      parts: [
        button("text", {
          content: ["Save", { name: "icon", tag: "span", content: ["★"], attributes: { "aria-hidden": "true" } }],
        }),
        button("labelled", { attributes: { "aria-label": "Close" }, content: ["×"] }),
        box("dialog", [{ name: "h", tag: "h2", attributes: { id: "h" }, content: ["Change"] }], {
          attributes: { role: "dialog", "aria-labelledby": "h" },
        }),
        { name: "l", tag: "label", attributes: { for: "f" }, content: ["Port"] },
        { name: "f", tag: "input", attributes: { id: "f" } },
        { name: "img", tag: "img", attributes: { alt: "A ferry" } },
        box("none", ["just text"]),
        { name: "titled", tag: "input", attributes: { title: "Seats" } },
      ],
    });
    const name = (p: string): string => nameOf(program, state, at(program, p));
    expect(["text", "labelled", "dialog", "f", "img", "none", "titled"].map(name)).toEqual([
      "Save",
      "Close",
      "Change",
      "Port",
      "A ferry",
      "",
      "Seats",
    ]);
    expect(textOf(program, state, at(program, "dialog"))).toBe("Change");
    expect(attributeOf(program, state, at(program, "f"), "id")).toBe("f");
  });
  it("facts answer expectations", () => {
    const { program, state } = still({ parts: [button("b", { attributes: { "aria-pressed": "false" } })] });
    expect(holds(program, state, { fact: "attribute", part: "b", attribute: "aria-pressed", is: "false" })).toBe(true);
    expect(found(program, state, { fact: "attribute", part: "b", attribute: "title", is: "x" })).toBeNull();
    expect(found(program, state, { fact: "text", part: "b", is: "" })).toBe("b");
    expect(holds(program, state, { fact: "state", is: "idle" })).toBe(true);
  });
});
