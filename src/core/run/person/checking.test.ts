/** Boxes that are checked and groups of radio buttons, as browsers have them; e2e/agree holds the same against them. */
import { describe, expect, it } from "vitest";
import type { Part } from "../../model";
import { compile } from "../../program";
import { attributeOf, factsOf } from "../../surface";
import { button, component, type Sketch } from "../../testing";
import { type Stimulus, start, stimulate } from "..";

const radio = (name: string, more: Record<string, string> = {}): Part => ({
  name,
  tag: "input",
  attributes: { type: "radio", name: "deck", "aria-label": name, ...more },
});
const box = (name: string, more: Record<string, string> = {}): Part => ({
  name,
  tag: "input",
  attributes: { type: "checkbox", "aria-label": name, ...more },
});

/** What has the focus, what is checked and where Tab stops, after what was done. */
function ending(sketch: Sketch, ...acts: Stimulus[]) {
  const program = compile(component(sketch));
  let { state } = start(program);
  for (const act of acts) state = stimulate(program, state, act).state;
  const named = (is: (p: number) => boolean): string[] => program.parts.filter((p) => is(p.index)).map((p) => p.name);
  return {
    focus: program.parts[state.focus]?.name ?? "",
    checked: named((p) => attributeOf(program, state, p, "checked") !== null),
    stops: named((p) => factsOf(program, state, p)["in tab order"]),
    data: state.data,
  };
}

describe("a group of radio buttons", () => {
  const parts = [button("before"), radio("lower"), radio("main", { checked: "" }), radio("upper"), button("behind")];
  const deck: Sketch = { parts, states: ["s"] };
  it("is one stop: the one that is checked", () => {
    expect(ending(deck).stops).toEqual(["before", "main", "behind"]);
    expect(ending(deck, { click: "upper" })).toMatchObject({
      checked: ["upper"],
      stops: ["before", "upper", "behind"],
    });
    expect(ending(deck, { press: "Tab" }, { press: "Tab" }).focus).toBe("main");
    expect(ending(deck, { press: "Tab" }, { press: "Tab" }, { press: "Tab" }).focus).toBe("behind");
  });
  it("is gone round in by arrow keys, past those that are off", () => {
    const main: Stimulus[] = [{ press: "Tab" }, { press: "Tab" }];
    expect(ending(deck, ...main, { press: "ArrowDown" })).toMatchObject({ focus: "upper", checked: ["upper"] });
    expect(ending(deck, ...main, { press: "ArrowRight" }, { press: "ArrowDown" })).toMatchObject({
      checked: ["lower"],
    });
    expect(ending(deck, ...main, { press: "ArrowUp" }, { press: "ArrowLeft" })).toMatchObject({ checked: ["upper"] });
    const off: Sketch = { ...deck, looks: { upper: { s: "disabled" } } };
    expect(ending(off, ...main, { press: "ArrowDown" })).toMatchObject({ focus: "lower", checked: ["lower"] });
  });
  it("does not bring the focus out of what holds it by the arrow keys", () => {
    const within = (part: string): Sketch => ({ ...deck, focus: { s: `held in ${part}` } });
    expect(ending(within("main"), { press: "ArrowDown" })).toMatchObject({ focus: "main", checked: ["main"] });
    const inside: Sketch = {
      ...deck,
      parts: [{ name: "box", tag: "div", content: parts.slice(1, 4) }, button("behind")],
      focus: { s: "held in box" },
    };
    expect(ending(inside, { press: "Tab" }, { press: "ArrowDown" })).toMatchObject({ focus: "upper" });
  });
  it("tells of an arrow key as of a click", () => {
    const heard: Sketch = {
      ...deck,
      data: [{ name: "n", type: "integer", initial: 0, min: 0, max: 9 }],
      reactions: { "click upper": { s: "/ n = n + 1" }, "press ArrowUp": { s: "/ prevent" } },
    };
    const down: Stimulus[] = [{ press: "Tab" }, { press: "Tab" }, { press: "ArrowDown" }];
    expect(ending(heard, ...down)).toMatchObject({ data: [1], checked: ["upper"] });
    expect(ending(heard, ...down, { press: "ArrowUp" })).toMatchObject({ focus: "upper", checked: ["upper"] });
  });
  it("has none that is checked: each is a stop from outside, none from inside", () => {
    const none: Sketch = { parts: [radio("lower"), radio("upper"), button("behind")], states: ["s"] };
    expect(ending(none).stops).toEqual(["lower", "upper", "behind"]);
    expect(ending(none, { press: "Tab" }).focus).toBe("lower");
    expect(ending(none, { press: "Tab" }, { press: "Tab" }).focus).toBe("behind");
  });
  it("is not clicked by the space bar where it is checked already", () => {
    const heard: Sketch = {
      ...deck,
      data: [{ name: "n", type: "integer", initial: 0, min: 0, max: 9 }],
      reactions: { "click main": { s: "/ n = n + 1" } },
    };
    expect(ending(heard, { press: "Tab" }, { press: "Tab" }, { press: "Space" })).toMatchObject({ data: [0] });
  });
  it("is of its form and its name", () => {
    const two: Sketch = {
      parts: [
        { name: "out", tag: "form", content: [radio("a", { checked: "" }), radio("b")] },
        {
          name: "back",
          tag: "form",
          content: [radio("c", { checked: "" }), radio("d", { name: "port", checked: "" })],
        },
      ],
      states: ["s"],
    };
    expect(ending(two).checked).toEqual(["a", "c", "d"]);
    expect(ending(two, { click: "b" }).checked).toEqual(["b", "c", "d"]);
  });
  it("lets one that comes back checked take the place of what was checked meanwhile", () => {
    const comes: Sketch = {
      parts: [button("b"), radio("lower"), radio("upper", { checked: "" })],
      states: ["without", "with"],
      looks: { upper: { without: "absent" } },
      reactions: { "click b": { without: "with" } },
    };
    expect(ending(comes, { click: "lower" })).toMatchObject({ stops: ["b", "lower"] });
    expect(ending(comes, { click: "lower" }, { click: "b" })).toMatchObject({
      checked: ["upper"],
      stops: ["b", "upper"],
    });
  });
});

describe("a box that is checked", () => {
  it("is by itself, by click, space bar and label, unless that is prevented", () => {
    const label: Part = { name: "label", tag: "label", content: ["Quiet ", box("quiet")] };
    const plain: Sketch = { parts: [label], states: ["s"] };
    expect(ending(plain, { click: "quiet" }).checked).toEqual(["quiet"]);
    expect(ending(plain, { click: "label" }).checked).toEqual(["quiet"]);
    expect(ending(plain, { press: "Tab" }, { press: "Space" }, { press: "Space" }).checked).toEqual([]);
    expect(ending({ ...plain, reactions: { "click quiet": { s: "/ prevent" } } }, { click: "quiet" }).checked).toEqual(
      [],
    );
  });
  it("is by the space bar, too, where it says that it is a switch", () => {
    const said: Sketch = { parts: [box("quiet", { role: "switch" })], states: ["s"] };
    expect(ending(said, { press: "Tab" }, { press: "Space" }).checked).toEqual(["quiet"]);
  });
  it("is as its look says, where one speaks of it", () => {
    const said: Sketch = {
      parts: [box("quiet"), button("b")],
      states: ["off", "on"],
      looks: { quiet: { on: 'checked=""' } },
      reactions: { "click b": { off: "on", on: "off" } },
    };
    expect(ending(said, { click: "quiet" }).checked).toEqual([]);
    expect(ending(said, { click: "b" }, { click: "quiet" }).checked).toEqual(["quiet"]);
  });
});
