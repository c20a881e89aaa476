/** What shows nothing of what is inside; the agreement runs hold the same against browsers. */
import { describe, expect, it } from "vitest";
import { proveNow } from "../../proof";
import { advance, start, stimulate } from "../../run";
import { factsOf } from "../../surface";
import { box, button, component, css } from "../../testing";
import { compile, looksAt } from "..";
import { isClippedAway, isScaledAway, isShut } from "./shut";

const shut = (tag: string, text: string, ...inside: string[]): boolean =>
  isShut(
    { tag, css: css(text) },
    undefined,
    inside.map((i) => ({ tag: "div", css: css(i) })),
    !inside.length,
  );

describe("a shape", () => {
  it.each([
    ["clip-path: inset(50%)", true],
    ["clip-path: inset(0 0 100%)", true],
    ["clip-path: inset(0 100% 0 0 round 4px)", true],
    ["clip-path: inset(20px 49%)", false],
    ["clip-path: circle(0)", true],
    ["clip-path: circle(0.5px at 0 0)", false],
    ["clip-path: ellipse(0 50%)", true],
    ["clip-path: polygon(0 0, 100% 0, 50% 0)", true],
    ["clip-path: polygon(0 0, 100% 0, 50% 1px)", false],
    ["clip-path: url(#shape)", false],
    ["position: absolute; clip: rect(0 0 0 0)", true],
    ["position: fixed; clip: rect(1px, 1px, 1px, 1px)", true],
    ["clip: rect(0, 0, 0, 0)", false],
    ["position: absolute; clip: rect(auto, 9px, 9px, 0)", false],
    ["position: absolute; clip: auto", false],
  ])("%s cuts to nothing: %s", (text, wanted) => {
    expect(isClippedAway(css(text))).toBe(wanted);
  });
  it("takes along what is placed elsewhere", () => {
    const program = compile(
      component({
        parts: [button("b"), box("p", [box("x", ["words"])])],
        states: ["shut", "open"],
        looks: { p: { shut: "clip-path: inset(0 0 100% 0)" }, x: { always: "position: fixed; top: 40px" } },
        reactions: { "click b": { shut: "open", open: "shut" } },
      }),
    );
    const first = start(program).state;
    const open = stimulate(program, first, { click: "b" }).state;
    const seen = [first, open].map((s) => [1, 2].map((p) => factsOf(program, s, p).visible));
    expect(seen).toEqual([
      [false, false],
      [true, true],
    ]);
  });
});

describe("a transform", () => {
  it.each([
    ["transform: rotateY(90deg)", true],
    ["transform: translateX(2px) rotateX(-0.25turn)", true],
    ["transform: rotateY(270deg)", true],
    ["transform: rotateY(180deg)", false],
    ["transform: rotate(90deg)", false],
    ["rotate: y 90deg", true],
    ["rotate: 90deg 1 1 0", true],
    ["rotate: 0 0 2 90deg", false],
    ["transform: rotate3d(0, 1, 0, -0.75turn)", true],
    ["rotate: 90deg", false],
    ["transform: matrix(1, 0, 2, 0, 0, 0)", true],
    ["transform: matrix(1, 0, 0, 1, 0, 0)", false],
  ])("%s leaves an edge: %s", (text, wanted) => {
    expect(isScaledAway(css(text))).toBe(wanted);
  });

  const looksOf = (tag: string, css: string, around = "") => {
    const program = compile(
      component({
        parts: [box("p", [{ name: "x", tag, content: ["words"] }])],
        states: ["s"],
        looks: { x: { s: css }, ...(around ? { p: { s: around } } : {}) },
      }),
    );
    return looksAt(program, start(program).state.pose)[1];
  };
  it.each([
    ["b", "transform: scale(0)", ""],
    ["a", "scale: 0", ""],
    ["div", "display: inline; transform: scale(0)", ""],
  ])("does nothing to what stands in a line: %s, %s", (tag, css, around) => {
    const look = looksOf(tag, css, around);
    expect([look.shut, look.inLine, look.lifted]).toEqual([false, true, false]);
  });
  it.each([
    ["b", "display: inline-block; transform: scale(0)", ""],
    ["b", "transform: scale(0)", "display: flex"],
    ["b", "position: absolute; transform: scale(0)", ""],
    ["button", "transform: scale(0)", ""],
    ["img", "transform: scale(0)", ""],
    ["div", "transform: scale(0)", ""],
  ])("takes away what is a box: %s, %s %s", (tag, css, around) => {
    const look = looksOf(tag, css, around);
    expect([look.shut, look.lifted]).toEqual([true, true]);
  });
});

describe("a part shows nothing of what is inside", () => {
  it.each([
    ["div", "overflow: hidden; height: 0"],
    ["section", "overflow: hidden; max-height: 0px; padding: 0 12px"],
    ["ul", "overflow-y: auto; max-height: 0"],
    ["nav", "overflow-x: hidden; width: 0"],
    ["span", "display: block; overflow: clip; height: 0%"],
    ["a", "position: absolute; overflow: hidden; width: 0"],
    ["button", "padding: 0; border: 0; overflow: hidden; height: 0"],
  ])("%s, %s", (tag, text) => expect(shut(tag, text)).toBe(true));
  it.each([
    ["div", "height: 0"],
    ["div", "overflow: hidden; height: 0; padding: 4px 0"],
    ["div", "overflow: hidden; height: 0; border-top: 1px solid"],
    ["div", "overflow: hidden; height: 0; min-height: 20px"],
    ["div", "overflow: hidden; max-height: 10px"],
    ["span", "overflow: hidden; height: 0"],
    ["td", "overflow: hidden; height: 0"],
    // Browsers give these a padding of their own.
    ["button", "overflow: hidden; height: 0"],
    ["ul", "overflow: hidden; width: 0"],
  ])("not: %s, %s", (tag, text) => expect(shut(tag, text)).toBe(false));
  it("as a grid whose row has no share, where what stands in it is cut", () => {
    expect(shut("div", "display: grid; grid-template-rows: 0fr", "overflow: hidden")).toBe(true);
    expect(shut("div", "display: grid; grid-template-rows: 0fr", "color: red")).toBe(false);
    expect(shut("div", "display: grid; grid-template-rows: 1fr", "overflow: hidden")).toBe(false);
  });
  it("scaled to nothing", () => {
    expect(
      ["scale(0)", "scaleY(0)", "scale(1, 0)", "translateX(4px) scaleX(0.0)"].map((t) =>
        isScaledAway({ transform: t }),
      ),
    ).toEqual([true, true, true, true]);
    expect([{ scale: "0" }, { scale: "1 0" }].map(isScaledAway)).toEqual([true, true]);
    expect(isScaledAway({ transform: "scale(0.5)" })).toBe(false);
  });
});

const accordion = (style: string) =>
  component({
    parts: [
      button("head"),
      box("body", [
        { name: "more", tag: "a", attributes: { href: "#m" }, content: ["more"] },
        box("free", [], { css: { position: "fixed" } }),
      ]),
    ],
    states: ["closed", "open"],
    looks: { body: { open: ".open" } },
    reactions: { "click head": { closed: "open", open: "closed" } },
    page: { width: 640, height: 480, css: style },
  });
const style =
  '[data-part="body"] { overflow: hidden; max-height: 0; transition: max-height 200ms } .open { max-height: 90px !important }';

describe("an accordion by its height", () => {
  const program = compile(accordion(style));
  const at = (part: string, ...acts: (number | "head")[]): boolean => {
    let { state } = start(program);
    for (const a of acts)
      state = a === "head" ? stimulate(program, state, { click: a }).state : advance(program, state, state.now + a);
    return factsOf(program, state, program.partIndex.get(part)!).visible;
  };
  it("is seen from its way's beginning to its end", () => {
    expect([at("more"), at("more", "head"), at("more", "head", 2), at("more", "head", 300)]).toEqual([
      false,
      false,
      true,
      true,
    ]);
    expect([
      at("more", "head", 300, "head"),
      at("more", "head", 300, "head", 199),
      at("more", "head", 300, "head", 200),
    ]).toEqual([true, true, false]);
  });
  it("does not cut what is placed elsewhere", () => expect(at("free")).toBe(true));
  it("has the link found that Tab still reaches", () => {
    expect(proveNow(accordion(style)).findings.map((f) => f.rule)).toContain("F1");
  });
  it("moves to the height of its content only where sizes may", () => {
    const words = style.replace("90px", "max-content");
    const moving = (css: string): number => {
      const it = compile(accordion(css));
      return stimulate(it, start(it).state, { click: "head" }).state.tracks.length;
    };
    expect(moving(words)).toBe(0);
    expect(moving(`:root { interpolate-size: allow-keywords } ${words}`)).toBeGreaterThan(0);
  });
});
