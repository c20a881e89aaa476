/** WAI-ARIA patterns: a component that breaks one, and its mended twin; and findings that are waived. */
import { describe, expect, it } from "vitest";
import type { Component, Part } from "../../model";
import { box, button, component, type Sketch } from "../../testing";
import { proveNow, type RuleId, waiverFor } from "..";

const texts = (doc: Component, rule: RuleId): string[] =>
  proveNow(doc)
    .findings.filter((f) => f.rule === rule)
    .map((f) => f.text);
const part = (p: Part, attributes: Record<string, string>, more: Partial<Part> = {}): Part => ({
  ...p,
  ...more,
  attributes: { ...p.attributes, ...attributes },
});
/** Opens and closes by `b`; Escape closes where `escape` is given. */
const opening = (parts: Part[], more: Partial<Sketch> & { onEscape?: string } = {}): Component => {
  const { onEscape, ...rest } = more;
  return component({
    parts,
    states: ["closed", "open"],
    ...rest,
    reactions: {
      "click b": { closed: "open", open: "closed" },
      ...(onEscape === undefined ? {} : { "press Escape": { closed: "ignored", open: onEscape } }),
      ...rest.reactions,
    },
  });
};
const hidden = { closed: "not displayed" };

const menuParts = (popup: string, role: string): Part[] => [
  part(button("b"), { "aria-haspopup": popup, "aria-expanded": "false", "aria-controls": "m" }),
  part(box("m", [part(button("one"), { role: "menuitem" }), part(button("two"), { role: "menuitem" })]), {
    id: "m",
    role,
  }),
];
const menuLooks = { m: hidden, b: { open: 'aria-expanded="true"' } };
const leaves = { "focus leaves m": { open: "closed" } };
const arrows = {
  ...leaves,
  "press ArrowDown in m": { open: "/ focus next in m" },
  "press ArrowUp in m": { open: "/ focus previous in m" },
};
const menuOf = (more: Parameters<typeof opening>[1]): Component =>
  opening(menuParts("menu", "menu"), { looks: menuLooks, focus: { open: "→ one" }, ...more });

const list = (label: Record<string, string>, selected: boolean, reactions: Sketch["reactions"] = {}): Component =>
  opening(
    [
      part(button("b"), { "aria-controls": "l", "aria-expanded": "false" }),
      part(
        box("l", [
          part(box("one"), { role: "option", tabindex: "-1", ...(selected ? { "aria-selected": "true" } : {}) }),
          part(box("two"), { role: "option", tabindex: "-1", ...(selected ? { "aria-selected": "false" } : {}) }),
        ]),
        { id: "l", role: "listbox", ...label },
      ),
    ],
    { looks: { l: hidden, b: { open: 'aria-expanded="true"' } }, focus: { open: "→ one" }, reactions },
  );
const listArrows = { "press ArrowDown in l": { open: "/ focus two" }, "press ArrowUp in l": { open: "/ focus one" } };

const tabs = (second: string, reactions: Sketch["reactions"] = {}, control = true): Component =>
  component({
    parts: [
      part(
        box("bar", [
          part(button("t1"), { role: "tab", "aria-selected": "true", ...(control ? { "aria-controls": "p1" } : {}) }),
          part(button("t2"), { role: "tab", "aria-selected": "false", "aria-controls": "p2" }),
        ]),
        { role: "tablist" },
      ),
      part(box("one", ["1"]), { id: "p1", role: "tabpanel" }),
      part(box("two", ["2"]), { id: "p2", role: "tabpanel" }),
    ],
    states: ["first", "second"],
    looks: {
      one: { second: "not displayed" },
      two: { first: "not displayed" },
      t1: { second: second.includes("1") ? 'aria-selected="false"' : 'aria-selected="true"' },
      t2: { second: 'aria-selected="true"' },
    },
    reactions: {
      "click t1": { first: "ignored", second: "first" },
      "click t2": { first: "second", second: "ignored" },
      ...reactions,
    },
  });
const tabArrows = { "press ArrowRight in bar": { first: "/ focus next in bar", second: "/ focus next in bar" } };

const tip = (described: boolean, onEscape: string): Component =>
  opening(
    [
      part(button("b"), described ? { "aria-describedby": "tip" } : {}),
      part(box("tip", ["Ferries sail daily"]), { id: "tip", role: "tooltip" }),
    ],
    { looks: { tip: hidden }, onEscape },
  );

const accordion = (wrap: boolean, labelled: boolean): Component => {
  const head = part(button("b"), { id: "b", "aria-controls": "r", "aria-expanded": "false" });
  return opening(
    [
      wrap ? part(box("h", [head]), {}, { tag: "h3" }) : head,
      part(box("r", ["Rules"]), { id: "r", role: "region", ...(labelled ? { "aria-labelledby": "b" } : {}) }),
    ],
    { looks: { r: hidden, b: { open: 'aria-expanded="true"' } } },
  );
};

const alerts = (to: string): Component =>
  opening([button("b"), part(box("a", [button("ok")]), { role: "alert" })], {
    looks: { a: hidden },
    focus: { open: to },
  });

const switches = (attributes: Record<string, string>, tag = "button", looks: Sketch["looks"] = {}): Component =>
  opening([part(button("b"), { role: "switch", ...attributes }, { tag })], { looks });

const pairs: [RuleId, string, Component, string, Component][] = [
  [
    "P1",
    "a dialog that holds the focus without saying so",
    opening([button("b"), part(box("d", [button("x")]), { role: "dialog", "aria-label": "Fares" })], {
      looks: { d: hidden },
      focus: { open: "→ x; held in d" },
      onEscape: "closed",
    }),
    'D holds the focus, but does not say so: give it aria-modal="true" (in open)',
    opening(
      [button("b"), part(box("d", [button("x")]), { role: "dialog", "aria-label": "Fares", "aria-modal": "true" })],
      {
        looks: { d: hidden },
        focus: { open: "→ x; held in d" },
        onEscape: "closed",
      },
    ),
  ],
  [
    "P2",
    "aria-expanded on what cannot have it",
    opening([button("b"), part(box("d"), { "aria-expanded": "true" })]),
    "D has aria-expanded, which says nothing on an element without a role: make it a button (in closed)",
    opening([part(button("b"), { "aria-expanded": "true" }), box("d")]),
  ],
  [
    "P3",
    "no heading",
    accordion(false, true),
    "B opens a region, but is in no heading: put it in one (in closed)",
    accordion(true, true),
  ],
  [
    "P3",
    "no name",
    accordion(true, false),
    "R is a region, but not named by b: give it aria-labelledby (in closed)",
    accordion(true, true),
  ],
  [
    "P4",
    "a menu button without a menu",
    opening(menuParts("menu", "group"), { looks: menuLooks, onEscape: "closed" }),
    "B says that it opens a menu, but m is none (in closed)",
    menuOf({ onEscape: "closed", reactions: arrows }),
  ],
  [
    "P4",
    "a menu that the focus does not go to",
    menuOf({ focus: {}, onEscape: "closed", reactions: arrows }),
    "M is open, but the focus is not in it (in open)",
    menuOf({ onEscape: "closed", reactions: arrows }),
  ],
  [
    "P4",
    "no arrows",
    menuOf({ onEscape: "closed", reactions: leaves }),
    "The arrow keys do nothing in m (in open)",
    menuOf({ onEscape: "closed", reactions: arrows }),
  ],
  [
    "P4",
    "no Escape",
    menuOf({ onEscape: "ignored", reactions: arrows }),
    "Escape does not close m (in open)",
    menuOf({ onEscape: "closed", reactions: arrows }),
  ],
  [
    "P5",
    "no name",
    list({}, true, listArrows),
    "L has no name: give it aria-label or aria-labelledby (in open)",
    list({ "aria-label": "Ports" }, true, listArrows),
  ],
  [
    "P5",
    "selection unsaid",
    list({ "aria-label": "Ports" }, false, listArrows),
    "One in l does not say whether it is selected (in open)",
    list({ "aria-label": "Ports" }, true, listArrows),
  ],
  [
    "P5",
    "no arrows",
    list({ "aria-label": "Ports" }, true),
    "The arrow keys do nothing in l (in open)",
    list({ "aria-label": "Ports" }, true, listArrows),
  ],
  [
    "P5",
    "options in no listbox",
    list({ "aria-label": "Ports", role: "menu" }, true, listArrows),
    "One is an option, but in no listbox (in open)",
    list({ "aria-label": "Ports" }, true, listArrows),
  ],
  [
    "P6",
    "a switch that does not say how it stands",
    switches({}),
    "B is a switch that does not say whether it is on (in closed)",
    switches({ "aria-checked": "false" }, "button", { b: { open: 'aria-checked="true"' } }),
  ],
  [
    "P7",
    "two tabs selected",
    tabs("2", tabArrows),
    "Of the tabs in bar 2 are selected; one is (in second)",
    tabs("1", tabArrows),
  ],
  [
    "P7",
    "a tab without its panel",
    tabs("1", tabArrows, false),
    "T1 controls no panel: give it aria-controls (in first)",
    tabs("1", tabArrows),
  ],
  ["P7", "no arrows", tabs("1"), "The arrow keys do nothing on t1 (in first)", tabs("1", tabArrows)],
  [
    "P8",
    "a tooltip that describes nothing",
    tip(false, "closed"),
    "Tip is a tooltip that describes nothing: refer to it by aria-describedby (in open)",
    tip(true, "closed"),
  ],
  [
    "P8",
    "one that Escape leaves",
    tip(true, "ignored"),
    "Escape does not take tip away (in open)",
    tip(true, "closed"),
  ],
  [
    "P9",
    "an alert that takes the focus",
    alerts("→ ok"),
    "The focus is sent into a, and an alert leaves it where it was (in open)",
    alerts("→ b"),
  ],
];

describe("patterns", () => {
  it.each(pairs)("%s: %s is found, and not in its twin", (rule, _what, faulty, text, mended) => {
    expect(texts(faulty, rule)).toContain(text);
    expect(texts(mended, rule)).toEqual([]);
    const finding = proveNow(faulty).findings.find((f) => f.rule === rule)!;
    expect(finding.source).toMatch(/WAI-ARIA|Authoring Practices/);
    expect(finding.run).not.toBeNull();
  });
});

describe("a waiver", () => {
  const doc = tip(true, "ignored");
  const [finding] = proveNow(doc).findings.filter((f) => f.rule === "P8");
  it("takes just that finding from the list, and keeps its reason in sight", () => {
    const proof = proveNow({ ...doc, waivers: [waiverFor(finding, "The words stay beside the button")] });
    expect(proof.findings.filter((f) => f.rule === "P8")).toEqual([]);
    expect(proof.waived).toEqual([{ finding, reason: "The words stay beside the button" }]);
    expect(proof.findings).toHaveLength(proveNow(doc).findings.length - 1);
    expect(proof.idleWaivers).toEqual([]);
  });
  it("is not wider than it says, and is told when nothing needs it any more", () => {
    const elsewhere = { rule: "P8", part: "b", reason: "not this one" };
    expect(proveNow({ ...doc, waivers: [elsewhere] })).toMatchObject({ waived: [], idleWaivers: [0] });
    const mended = { ...tip(true, "closed"), waivers: [waiverFor(finding, "as it was")] };
    expect(proveNow(mended).idleWaivers).toEqual([0]);
  });
});
