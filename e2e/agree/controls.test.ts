/** What pseudo-classes hold of controls, in whatever they stand: the core's selectors against browsers'. */
import fc from "fast-check";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { type StyledElement, selectorTest } from "../../src/core/cascade";
import { asked, type Control, controls } from "../../src/core/testing/controls";
import { type EngineName, type Held, open } from "./engine";
import { engines } from "./several";

/** The core's tree, and its elements in tree order. */
function treeOf(control: Control): StyledElement[] {
  const html: StyledElement = { tag: "html", attributes: {}, parent: null, children: [] };
  const all: StyledElement[] = [];
  const add = ({ tag, attributes, text, children }: Control, parent: StyledElement): void => {
    const e: StyledElement = { tag, attributes, parent, children: text ? [text] : [] };
    parent.children.push(e);
    all.push(e);
    for (const c of children) add(c, e);
  };
  add(control, html);
  return all;
}

/** Where one engine has its own mind, and the other what the standard says (HTML §4.16.3). */
const itsOwn: Record<EngineName, Readonly<Record<string, RegExp>>> = {
  // A list's entries are off with the list; buttons may be left out.
  chromium: { disabled: /^opt/, enabled: /^opt/, optional: /^button$/ },
  // A value that is no number is none; what always has a value need not be left out; fields in what is edited are edited.
  firefox: {
    indeterminate: /^progress$/,
    optional: /^input/,
    "read-only": /^input/,
    "read-write": /^input/,
    // A picture that sends is none of what is checked in Chromium.
    valid: /^input image$/,
  },
};
const kindOf = ({ tag, attributes: { type } }: StyledElement): string => (tag === "input" ? `${tag} ${type}` : tag);

const told = ({ tag, attributes, children }: Control): string =>
  `<${[tag, ...Object.entries(attributes).map(([n, v]) => `${n}="${v}"`)].join(" ")}>${children.map(told).join("")}</${tag}>`;

describe.each(engines)("in %s", (engine) => {
  let browser: Held;
  beforeAll(async () => {
    browser = await open(engine, true);
  });
  afterAll(() => browser?.end());

  it("hold of the same in 600 random trees", async () => {
    const page = await browser.browser.newPage();
    const trees = fc.sample(controls, { numRuns: 600, seed: 7 });
    const found = await page.evaluate(
      (json, names) => {
        const build = ({ tag, attributes, text, children }: Control): Element => {
          const e = document.createElement(tag);
          for (const [n, v] of Object.entries(attributes)) e.setAttribute(n, v);
          if (text) e.append(text);
          e.append(...children.map(build));
          return e;
        };
        return (JSON.parse(json) as Control[]).map((one) => {
          const root = build(one);
          document.body.replaceChildren(root);
          const all = [root, ...root.querySelectorAll("*")];
          return names.map((name) => all.map((e) => e.matches(`:${name}`)));
        });
      },
      JSON.stringify(trees),
      asked,
    );
    const differ = new Map<string, string>();
    let holds = 0;
    for (const [t, tree] of trees.entries()) {
      const all = treeOf(tree);
      for (const [a, name] of asked.entries()) {
        const test = selectorTest(`:${name}`);
        for (const [i, e] of all.entries()) {
          const its = found[t][a][i];
          if (its) holds++;
          if (test(e) === its || itsOwn[engine][name]?.test(kindOf(e))) continue;
          const what = `:${name} of ${e.tag}: ${its ? "holds" : "does not hold"} in the browser`;
          const example = told(tree);
          if (example.length < (differ.get(what)?.length ?? Infinity)) differ.set(what, example);
        }
      }
    }
    expect(holds).toBeGreaterThan(1000);
    expect(Object.fromEntries(differ)).toEqual({});
  });
});
