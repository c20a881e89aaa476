/** Rules that wait for what a person does: each line was seen in a browser, and the agreement runs act them out. */
import { describe, expect, it } from "vitest";
import { compile } from "../../program";
import { factsOf } from "../../surface";
import { box, button, component } from "../../testing";
import { advance, type Stimulus, start, stimulate } from "..";

const parts = () => [
  button("a"),
  button("b"),
  { name: "word", tag: "input", attributes: { type: "text" }, content: [] },
  { name: "tick", tag: "input", attributes: { type: "checkbox", id: "tick" }, content: [] },
  { name: "label", tag: "label", attributes: { for: "tick" }, content: ["tick"] },
  { name: "link", tag: "a", attributes: { href: "#note" }, content: ["link"] },
  { name: "away", tag: "a", attributes: { href: "#" }, content: ["away"] },
  box("note", [{ name: "bold", tag: "b", content: ["bold"] }], { attributes: { id: "note" } }),
];
/** The parts that a pseudo-class holds for after some acts. */
function holds(pseudo: string, ...acts: (Stimulus | number)[]): string {
  const doc = component({
    parts: parts(),
    states: ["s", "t"],
    looks: { a: { t: "absent" } },
    page: { css: `[data-part]${pseudo} { opacity: 0.5 }`, width: 800, height: 600 },
    reactions: { "press f": { s: "/ focus b" }, "press g": { s: "t" }, after: { s: "500ms → / focus b" } },
  });
  const program = compile(doc);
  expect(program.problems).toEqual([]);
  let { state } = start(program);
  for (const a of acts)
    state = typeof a === "number" ? advance(program, state, state.now + a) : stimulate(program, state, a).state;
  const isPale = (p: number): boolean => {
    const { present, opacity } = factsOf(program, state, p);
    return present && opacity < 1;
  };
  const names = program.parts.filter((p) => isPale(p.index)).map((p) => p.name);
  // What is in it is paler, too.
  return names.filter((n) => n !== "bold" || !names.includes("note")).join(" ");
}

describe("a focus that is to be seen", () => {
  const seen = (...acts: (Stimulus | number)[]) => holds(":focus-visible", ...acts);
  it("is one by the keyboard, and none by the pointer", () => {
    expect(seen({ press: "Tab" })).toBe("a");
    expect(seen({ click: "a" })).toBe("");
    expect(seen({ press: "Tab" }, { click: "a" })).toBe("a");
    expect(seen({ press: "Tab" }, { click: "b" })).toBe("");
    expect(seen({ click: "a" }, { press: "Tab" })).toBe("b");
    expect(seen({ press: "Tab" }, { click: "label" })).toBe("");
  });
  it("is always one where words are typed", () => {
    expect(seen({ click: "word" })).toBe("word");
    expect(seen({ click: "tick" })).toBe("");
    expect(seen({ click: "word" }, 600)).toBe("");
  });
  it("is one as soon as a key is pressed, but for shortcuts", () => {
    expect(seen({ click: "a" }, { press: "x" })).toBe("a");
    expect(seen({ click: "a" }, { press: "Ctrl+k" })).toBe("");
    expect(seen({ press: "x" }, { click: "a" })).toBe("");
  });
  it("stays what it was where the component moves it", () => {
    expect(seen(600)).toBe("b");
    expect(seen({ click: "a" }, 600)).toBe("");
    expect(seen({ click: "a" }, { press: "f" })).toBe("b");
    expect(seen({ click: "a" }, { press: "x" }, { click: "note" }, 600)).toBe("");
    expect(seen({ press: "Tab" }, { click: "note" }, 600)).toBe("b");
  });
});

describe("what is pressed", () => {
  const pressed = (...acts: Stimulus[]) => holds(":active", ...acts);
  it("is so until the button comes up, wherever the pointer goes, with what is around it", () => {
    expect(pressed({ down: "bold" })).toBe("note");
    expect(pressed({ down: "a" }, { move: "b" })).toBe("a");
    expect(pressed({ down: "a" }, { up: "b" })).toBe("");
    expect(pressed({ click: "a" })).toBe("");
  });
  it("is a button or a box no more once that has lost the focus", () => {
    expect(pressed({ down: "a" }, { press: "Tab" })).toBe("");
    expect(pressed({ down: "tick" }, { press: "Tab" })).toBe("");
    expect(pressed({ down: "link" }, { press: "Tab" })).toBe("link");
    expect(pressed({ down: "label" }, { press: "Tab" })).toBe("tick label");
    expect(pressed({ down: "a" }, { press: "Tab" }, { up: "a" }, { down: "b" })).toBe("b");
    // Gone with what was pressed, it says nothing of what is pressed next.
    expect(pressed({ down: "a" }, { press: "Tab" }, { press: "g" }, { keyDown: "Space" })).toBe("b");
  });
  it("goes for the control of a label, and for a button under the space bar", () => {
    expect(pressed({ down: "label" })).toBe("tick label");
    expect(pressed({ press: "Tab" }, { keyDown: "Space" })).toBe("a");
    expect(pressed({ press: "Tab" }, { keyDown: "Enter" })).toBe("");
    expect(pressed({ click: "word" }, { keyDown: "Space" })).toBe("");
  });
});

describe("what is pointed at", () => {
  it("goes for the control of a label", () => {
    expect(holds(":hover", { move: "label" })).toBe("tick label");
    expect(holds(":hover", { move: "a" })).toBe("a");
  });
});

describe("where a link has led", () => {
  const led = (...acts: Stimulus[]) => holds(":target", ...acts);
  it("holds until another leads elsewhere", () => {
    expect(led({ click: "link" })).toBe("note");
    expect(led({ click: "link" }, { click: "a" })).toBe("note");
    expect(led({ click: "link" }, { click: "away" })).toBe("");
  });
});
