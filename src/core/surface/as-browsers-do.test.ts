/** What is seen and told where two readings were possible; agreement runs show each in a browser. */
import { describe, expect, it } from "vitest";
import type { Component } from "../model";
import { box, button, component } from "../testing";
import { facts, runOf } from "../testing/acted";
import { activeNames, attributeOf, factsOf, isVisible, layoutOf } from ".";

describe("layers", () => {
  it("count within what they lie in", () => {
    const cover = (name: string, layer: number, inner: number) =>
      box(name, [box(`${name}-in`, [], { layer: inner, covers: ["target"] })], { layer });
    const doc = component({ parts: [box("target"), cover("low", 1, 9), cover("high", 2, 3)], states: ["one"] });
    const { program, run, at } = runOf(doc);
    expect(layoutOf(program, run).landing[at("target")]).toBe(at("high-in"));
  });
});

describe("a text that a look says", () => {
  const doc = component({
    parts: [button("a"), box("p", ["before ", button("inner"), " after"])],
    states: ["one", "two"],
    looks: { p: { two: '"other"' } },
    focus: { two: "→ inner" },
    reactions: { "click a": { one: "two", two: "one" } },
  });
  it("stands in place of the parts inside, and they come back as they were", () => {
    const { program, run, at } = runOf(doc, { click: "a" });
    expect([factsOf(program, run, at("p")).text, isVisible(program, run, at("inner")), run.focus]).toEqual([
      "other",
      false,
      at("a"),
    ]);
    expect(factsOf(program, run, at("inner")).present).toBe(false);
    expect(layoutOf(program, run).tabOrder).toEqual([at("a")]);
    expect(facts(doc, "p", { click: "a" }, { click: "a" }).text).toBe("before inner after");
    expect(facts(doc, "inner", { click: "a" }, { click: "a" })["in tab order"]).toBe(true);
  });
  it("is none of what is absent", () => {
    const gone = component({ parts: [box("p", ["x", box("q", ["y"])])], states: ["s"], looks: { q: { s: "absent" } } });
    expect(facts(gone, "p").text).toBe("x");
    const { program, run, at } = runOf(gone);
    expect(attributeOf(program, run, at("q"), "id")).toBeNull();
  });
});

describe("attributes that decide", () => {
  const doc = component({
    parts: [
      button("a"),
      box("p", ["words"], { attributes: { "aria-hidden": "true" } }),
      box("q", [button("inner")]),
      { name: "field", tag: "input" },
    ],
    states: ["one", "two"],
    data: [{ name: "n", type: "integer", initial: 0, min: -1, max: 3 }],
    looks: {
      p: { always: 'tabindex="${n - 1}"', two: "exposed" },
      q: { two: 'hidden=""' },
      field: { two: 'disabled=""' },
    },
    reactions: { "click a": { one: "two / n = 1" } },
  });
  it("count with the data in them", () => {
    expect([facts(doc, "p").focusable, facts(doc, "p")["in tab order"]]).toEqual([true, false]);
    expect(facts(doc, "p", { click: "a" })["in tab order"]).toBe(true);
  });
  it("say the same as the words do", () => {
    expect([facts(doc, "inner").displayed, facts(doc, "field").disabled, facts(doc, "p").exposed]).toEqual([
      true,
      false,
      false,
    ]);
    const there = { click: "a" };
    expect([
      facts(doc, "inner", there).displayed,
      facts(doc, "field", there).disabled,
      facts(doc, "p", there).exposed,
    ]).toEqual([false, true, true]);
  });
});

describe("names", () => {
  const named = (children: Parameters<typeof box>[1], looks = {}, more = {}): Component =>
    component({ parts: [{ name: "p", tag: "button", content: children, ...more }], states: ["s"], looks });
  it("leave out what is hidden, and what stands for itself", () => {
    expect(facts(named(["go ", box("d", ["now"])], { d: { s: "hidden" } }), "p").name).toBe("go");
    expect(facts(named(["go ", box("d", ["now"], { attributes: { role: "status" } })]), "p").name).toBe("go");
  });
  it("leave out what is hidden, and keep what is only inert", () => {
    const hidden = box("d", ["now"], { attributes: { hidden: "" } });
    expect(facts(named(["go ", hidden], { d: { always: "inert" } }), "p").name).toBe("go");
    expect(facts(named(["go ", box("d", ["now"])], { d: { always: "inert" } }), "p").name).toBe("go now");
  });
  it("go with the role that a link loses with its address", () => {
    const doc = component({
      parts: [{ name: "link", tag: "a", attributes: { href: "#there" }, content: ["There"] }],
      states: ["one", "two"],
      looks: { link: { two: "no href" } },
      reactions: { "press x": { one: "two" } },
    });
    expect(facts(doc, "link")).toMatchObject({ role: "link", name: "There" });
    expect(facts(doc, "link", { press: "x" })).toMatchObject({ role: "", name: "" });
  });
  it("have a space round what is a block, and none in a line", () => {
    const span = { name: "x", tag: "span", content: ["a"] };
    const bold = { name: "y", tag: "b", content: ["b"] };
    expect(facts(named([span, bold]), "p").name).toBe("ab");
    expect(facts(named([box("x", ["a"]), box("y", ["b"])]), "p").name).toBe("a b");
  });
  it("of a field come from a label that is heard", () => {
    const doc = component({
      parts: [
        { name: "l", tag: "label", attributes: { for: "f" }, content: ["Seat"] },
        { name: "field", tag: "input", attributes: { id: "f" } },
      ],
      states: ["one", "two"],
      looks: { l: { two: "hidden" } },
      reactions: { "press x": { one: "two" } },
    });
    expect(facts(doc, "field").name).toBe("Seat");
    expect(facts(doc, "field", { press: "x" }).name).toBe("");
  });
});

describe("what is presented as none", () => {
  const roles = (role: string, attributes: Record<string, string> = {}): string[] => {
    const doc = component({
      parts: [
        {
          name: "list",
          tag: "ul",
          attributes: { role, ...attributes },
          content: [{ name: "item", tag: "li", content: ["x"] }],
        },
      ],
      states: ["s"],
    });
    return ["list", "item"].map((p) => facts(doc, p).role);
  };
  it("has items that are nothing, unless it can be focused or says something of itself", () => {
    expect(roles("none")).toEqual(["none", ""]);
    expect(roles("presentation", { tabindex: "0" })).toEqual(["list", "listitem"]);
    expect(roles("none", { "aria-label": "Decks" })).toEqual(["list", "listitem"]);
    for (const said of ["aria-live", "aria-busy", "aria-describedby", "aria-current"])
      expect(roles("none", { [said]: "" }), said).toEqual(["list", "listitem"]);
    expect(roles("none", { "aria-expanded": "true", "aria-disabled": "true" })).toEqual(["none", ""]);
  });
});

it("options of a select that drops down have no boxes, those of a list do", () => {
  const options = (attributes: Record<string, string>) =>
    component({
      parts: [
        { name: "list", tag: "select", attributes, content: [{ name: "deck", tag: "option", content: ["Deck"] }] },
      ],
      states: ["s"],
    });
  expect(facts(options({}), "deck")).toMatchObject({ displayed: false, exposed: true });
  expect(facts(options({ size: "3" }), "deck")).toMatchObject({ displayed: true, exposed: true });
  expect(facts(options({ hidden: "" }), "deck")).toMatchObject({ displayed: false, exposed: false });
});

describe("a motion that is turned back before it has begun to move", () => {
  const ends = (property: string, from: string, to: string, delay: string): number | undefined => {
    const doc = component({
      parts: [button("a"), box("p")],
      states: ["one", "two", "three"],
      looks: {
        p: Object.fromEntries(
          Object.entries({ one: from, two: to, three: from }).map(([state, value]) => [
            state,
            `${property}: ${value}; transition: ${property} 300ms ease ${delay}`,
          ]),
        ),
      },
      reactions: { "click a": { one: "two", two: "one" }, "motion ended p": { one: "three" } },
    });
    return [0, 199, 200].find((ms) => {
      const { program, run } = runOf(doc, { click: "a" }, 0, { click: "a" }, ms);
      return activeNames(program, run).includes("three");
    });
  };
  // As Chromium and Firefox do it; what begins with `none` is computed otherwise from the very beginning.
  it.each([
    ["transform", "none", "translateY(100px)", "0ms", 0],
    ["transform", "translateY(0)", "translateY(100px)", "0ms", undefined],
    ["transform", "translateY(100px)", "none", "0ms", undefined],
    ["transform", "translateY(1px)", "scale(0.5)", "0ms", 0],
    ["scale", "none", "0.5", "0ms", 0],
    ["filter", "none", "blur(4px)", "0ms", 0],
    ["box-shadow", "none", "0 0 4px red", "0ms", 0],
    ["opacity", "0.5", "1", "0ms", undefined],
    ["transform", "none", "translateY(100px)", "200ms", 200],
    ["transform", "translateY(0)", "translateY(100px)", "200ms", undefined],
    ["filter", "none", "blur(4px)", "200ms", 200],
  ])("%s from %s to %s after %s has an end, or none", (property, from, to, delay, at) => {
    expect(ends(property, from, to, delay)).toBe(at);
  });
});
