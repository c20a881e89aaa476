/** Random trees of what has roles and names, by itself, by attributes and by what it refers to. */
import fc from "fast-check";
import type { Component, Part } from "../model";
import { component } from "./index";

const tags =
  "div span p a button h2 ul ol li nav header footer main aside section article form label input select textarea fieldset legend img figure figcaption table caption tr td th details summary dialog progress meter output em strong small time blockquote dl dt dd hr".split(
    " ",
  );
const roles = [
  ...(
    "button link tab tabpanel tablist dialog alert status group region img heading list listitem menu menuitem checkbox switch none " +
    "presentation toolbar note progressbar option listbox treeitem tree row grid gridcell cell table combobox textbox slider meter " +
    "separator navigation form radiogroup radio tooltip term generic directory row rowheader article banner search timer"
  ).split(" "),
  "odd",
  "odd button",
  "region list",
];
const types = "text checkbox radio submit button range number search email password".split(" ");
const ids = ["i0", "i1", "i2", "i3"];
const texts = ["", "one", "two words", " three ", "four"];

interface Thing {
  tag: string;
  attributes: Record<string, string>;
  text: string;
  children: Thing[];
}
const attributes = fc
  .record(
    {
      role: fc.constantFrom(...roles),
      "aria-label": fc.constantFrom("said", "said twice"),
      "aria-labelledby": fc.constantFrom("i0", "i1 i2", "i3"),
      "aria-describedby": fc.constantFrom("i0", "i1"),
      title: fc.constantFrom("titled"),
      "aria-valuenow": fc.constantFrom("7"),
      "aria-valuetext": fc.constantFrom("seven"),
      "aria-selected": fc.constantFrom("true", "false"),
      alt: fc.constantFrom("", "picture"),
      placeholder: fc.constantFrom("hint"),
      value: fc.constantFrom("v", ""),
      href: fc.constantFrom("#x"),
      for: fc.constantFrom(...ids),
      hidden: fc.constantFrom(""),
      "aria-hidden": fc.constantFrom("true", "false"),
      tabindex: fc.constantFrom("0", "-1"),
      open: fc.constantFrom(""),
      type: fc.constantFrom(...types),
    },
    { requiredKeys: [] },
  )
  .chain((all) =>
    // A few of them each: with all at once every one would be hidden.
    fc
      .subarray(Object.entries(all), { maxLength: 3 })
      .map((some) => Object.fromEntries(some) as Record<string, string>),
  );
const within = (children: fc.Arbitrary<Thing[]>): fc.Arbitrary<Thing> =>
  fc.record({ tag: fc.constantFrom(...tags), attributes, text: fc.constantFrom(...texts), children });
const around = (inner: fc.Arbitrary<Thing>): fc.Arbitrary<Thing> => within(fc.array(inner, { maxLength: 3 }));
const things = fc.array(around(around(within(fc.constant([])))), { minLength: 1, maxLength: 3 });

/** What a parser would not leave inside, and what has nothing inside. */
const empty = /^(input|img|hr|textarea)$/;
const inLine = /^(p|h2|button|a|label|span|em|strong|small|time|summary|legend|caption|dt)$/;
const phrasing = /^(span|em|strong|small|time|img|input|label|button|a|progress|meter|output|select|textarea)$/;
const interactive = /^(a|button|label|select|input|textarea|details|summary)$/;

export const named: fc.Arbitrary<Component> = fc
  .tuple(things, fc.array(fc.nat(99), { minLength: 4, maxLength: 4 }))
  .map(([list, where]) => {
    let count = 0;
    const all: Part[] = [];
    const partOf = (t: Thing, inside: string[]): Part | null => {
      let { tag } = t;
      const parent = inside[0] ?? "body";
      // Everything stands where the parser leaves it.
      if (inside.some((o) => inLine.test(o)) && !phrasing.test(tag)) tag = "span";
      if (interactive.test(tag) && inside.some((o) => interactive.test(o))) tag = "em";
      if (/^(ul|ol)$/.test(parent)) tag = "li";
      else if (tag === "li") tag = "div";
      if (parent === "dl") tag = tag === "dd" ? "dd" : "dt";
      else if (/^d[td]$/.test(tag)) tag = "div";
      if (parent === "table") tag = "tr";
      else if (parent === "tr") tag = tag === "th" ? "th" : "td";
      else if (/^(tr|td|th|caption)$/.test(tag)) tag = "div";
      if (tag === "legend" && parent !== "fieldset") tag = "div";
      if (tag === "summary" && parent !== "details") tag = "div";
      if (tag === "figcaption" && parent !== "figure") tag = "div";
      if (tag === "main" && inside.length) tag = "section";
      if (tag === "form" && inside.includes("form")) tag = "div";
      if (parent === "select") tag = "option";
      if (parent === "option") return null;
      const name = `x${count++}`;
      const { type, ...rest } = t.attributes;
      const attributes: Record<string, string> =
        tag === "option" ? {} : { ...rest, ...(type && (tag === "input" || tag === "button") ? { type } : {}) };
      if (tag === "button" && !/^(submit|button|reset)$/.test(attributes.type ?? "button"))
        delete (attributes as Record<string, string>).type;
      // A gauge is one, whatever its author calls it; what it shows is in its own words.
      if (/^(meter|progress)$/.test(tag))
        for (const other of ["role", "aria-valuenow", "aria-valuetext"]) delete attributes[other];
      if (tag === "img") Object.assign(attributes, { src: "/mark.png", width: "9", height: "9" });
      const part: Part = { name, tag, attributes } as Part;
      all.push(part);
      if (!empty.test(tag)) {
        const kids = t.children.flatMap((c) => partOf(c, [tag, ...inside]) ?? []);
        const words = t.text && !/^(ul|ol|dl|table|tr|select)$/.test(tag) ? [t.text] : [];
        part.content = tag === "option" ? words : [...words, ...kids];
      }
      return part;
    };
    const parts = list.flatMap((t) => partOf(t, []) ?? []);
    const inside = (part: Part): Part[] =>
      (part.content ?? []).flatMap((c) => (typeof c === "string" ? [] : [c, ...inside(c)]));
    // What names it is neither in it nor around it, nor where nothing is drawn.
    const undrawn = new Set(all.filter((p) => /^(meter|progress)$/.test(p.tag)).flatMap(inside));
    const drawn = all.filter((p) => !undrawn.has(p));
    const of = new Map<string, Part>();
    ids.forEach((id, i) => {
      const part = drawn[where[i] % drawn.length];
      if (part.attributes?.id) return;
      part.attributes = { ...part.attributes, id };
      of.set(id, part);
    });
    for (const part of all) {
      const by = part.attributes?.["aria-labelledby"]?.split(" ").flatMap((id) => of.get(id) ?? []) ?? [];
      if (by.some((o) => o === part || inside(o).includes(part) || inside(part).includes(o)))
        delete part.attributes!["aria-labelledby"];
    }
    const doc = component({ parts, states: ["s"] });
    return { ...doc, page: { ...doc.page, width: 800, height: 600 } };
  });
