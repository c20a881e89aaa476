/** Who is there, who is on top, who can be focused: the rules of HTML and CSS that the core knows by itself. */
import { describe, expect, it } from "vitest";
import type { Part } from "../model";
import { compile, DOCUMENT } from "../program";
import { start } from "../run";
import { box, button, component } from "../testing";
import { isControl, layoutOf, nameOf, roleOf } from ".";
import { implicitRole } from "./accessibility/implicit-role";

const lay = (parts: Part[], looks: Record<string, string> = {}) => {
  const rows = Object.fromEntries(Object.entries(looks).map(([p, cell]) => [p, { idle: cell }]));
  const program = compile(component({ parts, states: ["idle"], looks: rows }));
  const { state } = start(program);
  const layout = layoutOf(program, state);
  const at = (name: string): number => program.partIndex.get(name)!;
  const nameAt = (p: number): string | null => (p === DOCUMENT ? null : program.parts[p].name);
  return {
    program,
    state,
    at,
    layout,
    onTop: (name: string) => nameAt(layout.landing[at(name)]),
    tabs: layout.tabOrder.map(nameAt),
    focusable: (name: string) => layout.focusable[at(name)],
  };
};
const cover = (name: string, covers: Part["covers"], layer?: number): Part =>
  box(name, [], { covers, ...(layer === undefined ? {} : { layer }) });

describe("who gets a click", () => {
  it("a child lies over its parent; a parent's own place is its own", () => {
    const l = lay([box("outer", [button("inner")])]);
    expect([l.onTop("outer"), l.onTop("inner")]).toEqual(["outer", "inner"]);
  });
  it("what takes no pointer lets the click through to what is around it, or to the page", () => {
    expect(lay([box("outer", [button("inner")])], { inner: "no pointer" }).onTop("inner")).toBe("outer");
    expect(lay([button("alone")], { alone: "no pointer" }).onTop("alone")).toBeNull();
    expect(lay([box("outer", [button("inner")])], { outer: "no pointer", inner: "pointer" }).onTop("inner")).toBe(
      "inner",
    );
    expect(lay([box("outer", [button("inner")])], { outer: "no pointer" }).onTop("inner")).toBeNull();
  });
  it.each<[Part["covers"], string[]]>([
    ["viewport", ["lid", "lid", "lid", "lid"]],
    ["parent", ["far", "lid", "lid", "lid"]],
    [["near"], ["far", "frame", "lid", "lid"]],
  ])("a part that covers %j", (covers, wanted) => {
    const l = lay([box("far"), box("frame", [box("near", [button("deep")]), cover("lid", covers)])]);
    expect(["far", "frame", "near", "deep"].map(l.onTop)).toEqual(wanted);
    expect(l.onTop("lid")).toBe("lid");
  });
  it("a layer is inherited by what is inside", () => {
    const l = lay([box("top", [cover("inside", "viewport")], { layer: 2 }), cover("late", "viewport", 1)]);
    expect(l.onTop("late")).toBe("inside");
  });
  it("what is inside a cover is not covered by it", () => {
    const l = lay([box("veil", [box("card", [button("ok")])], { covers: "viewport" })]);
    expect([l.onTop("ok"), l.onTop("card"), l.onTop("veil")]).toEqual(["ok", "card", "veil"]);
  });
  it.each(["hidden", "not displayed", "absent", "moved out", "inert", "no pointer"])(
    "a cover that is %s covers nothing",
    (cell) => {
      expect(lay([button("under"), cover("lid", "viewport")], { lid: cell }).onTop("under")).toBe("under");
    },
  );
  it("a transparent cover does", () => {
    expect(lay([button("under"), cover("lid", "viewport")], { lid: "transparent" }).onTop("under")).toBe("lid");
  });
});

describe("who can be focused", () => {
  it.each<[string, Partial<Part>, boolean]>([
    ["a button", { tag: "button" }, true],
    ["a link with an address", { tag: "a", attributes: { href: "/" } }, true],
    ["a link without", { tag: "a" }, false],
    ["a field", { tag: "input" }, true],
    ["a hidden field", { tag: "input", attributes: { type: "hidden" } }, false],
    ["a disabled button", { tag: "button", attributes: { disabled: "" } }, false],
    ["a heading", { tag: "h2" }, false],
    ["a heading with tabindex -1", { tag: "h2", attributes: { tabindex: "-1" } }, true],
    ["an editable box", { tag: "div", attributes: { contenteditable: "true" } }, true],
    ["a box that says it is not editable", { tag: "div", attributes: { contenteditable: "false" } }, false],
    ["a box with a broken tabindex", { tag: "div", attributes: { tabindex: "one" } }, false],
    ["a summary without details", { tag: "summary" }, false],
    ["details without a summary", { tag: "details" }, true],
    ["details with one", { tag: "details", content: [{ name: "s", tag: "summary" }] }, false],
    ["an open dialog", { tag: "dialog", attributes: { open: "" } }, true],
    ["a player", { tag: "video", attributes: { controls: "" } }, true],
    ["a film without buttons", { tag: "video" }, false],
    ["what has no box of its own", { tag: "div", attributes: { tabindex: "0" }, css: { display: "contents" } }, false],
  ])("%s: %o", (_what, part, wanted) => {
    expect(lay([{ name: "x", tag: "div", ...part }]).focusable("x")).toBe(wanted);
  });
  it("the first summary of details alone", () => {
    const l = lay([{ name: "d", tag: "details", content: ["s", "t"].map((name) => ({ name, tag: "summary" })) }]);
    expect([l.focusable("s"), l.focusable("t")]).toEqual([true, false]);
  });
  it("a fieldset disables what is in it", () => {
    const l = lay([
      {
        name: "set",
        tag: "fieldset",
        attributes: { disabled: "" },
        content: [button("in"), { name: "link", tag: "a", attributes: { href: "/" } }],
      },
    ]);
    expect([l.focusable("in"), l.focusable("link")]).toEqual([false, true]);
  });
  it("Tab skips what is inert, unseen or said to be skipped", () => {
    const l = lay(
      [
        button("a"),
        box("group", [button("b")]),
        button("c"),
        button("d", { attributes: { tabindex: "-1" } }),
        button("e", { attributes: { tabindex: "1" } }),
      ],
      { group: "inert", c: "hidden" },
    );
    expect(l.tabs).toEqual(["e", "a"]);
  });
  it("a look can give a tabindex, and take it away", () => {
    expect(lay([box("x")], { x: 'tabindex="0"' }).tabs).toEqual(["x"]);
    expect(lay([box("x", [], { attributes: { tabindex: "0" } })], { x: "no tabindex" }).tabs).toEqual([]);
  });
});

describe("roles", () => {
  it.each<[Part, string | null]>([
    [{ name: "x", tag: "button" }, "button"],
    [{ name: "x", tag: "a", attributes: { href: "/" } }, "link"],
    [{ name: "x", tag: "a" }, null],
    [{ name: "x", tag: "input" }, "textbox"],
    [{ name: "x", tag: "input", attributes: { type: "checkbox" } }, "checkbox"],
    [{ name: "x", tag: "input", attributes: { type: "submit" } }, "button"],
    [{ name: "x", tag: "select" }, "combobox"],
    [{ name: "x", tag: "dialog" }, "dialog"],
    [{ name: "x", tag: "h3" }, "heading"],
    [{ name: "x", tag: "div" }, null],
  ])("of %o", (part, role) => expect(implicitRole(part)).toBe(role));

  it("a role attribute wins, and makes a control of a box", () => {
    const l = lay([box("sw", ["Lamp"], { attributes: { role: "switch" } }), box("plain", ["Lamp"])]);
    expect(roleOf(l.program, l.state, l.at("sw"))).toBe("switch");
    expect([isControl(l.program, l.at("sw")), isControl(l.program, l.at("plain"))]).toEqual([true, false]);
    expect([nameOf(l.program, l.state, l.at("sw")), nameOf(l.program, l.state, l.at("plain"))]).toEqual(["Lamp", ""]);
  });

  it.each<[string, Part[], string]>([
    [
      "several labels, in the order they are named",
      [
        button("x", { attributes: { "aria-labelledby": "b a" } }),
        box("p", ["one"], { attributes: { id: "a" } }),
        box("q", ["two"], { attributes: { id: "b" } }),
      ],
      "two one",
    ],
    [
      "a label that is not displayed",
      [
        button("x", { attributes: { "aria-labelledby": "a" } }),
        box("p", ["seen or not"], { attributes: { id: "a", hidden: "" } }),
      ],
      "seen or not",
    ],
    [
      "a broken label falls back to the content",
      [button("x", { content: ["Send"], attributes: { "aria-labelledby": "gone" } })],
      "Send",
    ],
    ["aria-label over content", [button("x", { content: ["×"], attributes: { "aria-label": "Close" } })], "Close"],
    [
      "an image in a button",
      [button("x", { content: [{ name: "i", tag: "img", attributes: { alt: "Ferry" } }, " to Holm"] })],
      "Ferry to Holm",
    ],
    [
      "a label around its field",
      [{ name: "l", tag: "label", content: ["Port ", { name: "x", tag: "input" }] }],
      "Port",
    ],
    ["a field's placeholder at last", [{ name: "x", tag: "input", attributes: { placeholder: "Holm" } }], "Holm"],
    ["a button field's value", [{ name: "x", tag: "input", attributes: { type: "submit", value: "Book" } }], "Book"],
    [
      "itself named by itself and another",
      [
        button("x", { attributes: { id: "x", "aria-label": "Remove", "aria-labelledby": "x who" } }),
        box("p", ["Ada"], { attributes: { id: "who" } }),
      ],
      "Remove Ada",
    ],
  ])("name from %s", (_what, parts, name) => {
    const l = lay(parts);
    expect(nameOf(l.program, l.state, l.at("x"))).toBe(name);
  });
});
