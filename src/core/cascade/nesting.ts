/** Rules in rules, and layers in layers: CSS Nesting 1, CSS Cascading 5 §6.4. */
import * as cssTree from "css-tree";

/** What `&` stands for is elements: what comes after `::` is none (CSS Nesting 1 §3.1). */
export function elementsOf(selectors: string): string {
  if (!/::|:(before|after|first-l)/.test(selectors)) return selectors;
  const list = cssTree.parse(selectors, { context: "selectorList" }) as cssTree.SelectorList;
  const kept = list.children.toArray().filter((s) => {
    let element = false;
    cssTree.walk(s, (n) => {
      element ||= n.type === "PseudoElementSelector";
    });
    return !element;
  });
  return kept.map((s) => cssTree.generate(s)).join(",") || ":not(*)";
}

/** Characters; each list that is nested in another says the outer one for each of its own. */
export const MOST_SELECTORS = 5000;

/** A nested rule's selectors with what `&` stands for (CSS Nesting 1 §3). */
export function nested(list: cssTree.SelectorList, parent: string | null): string {
  return list.children
    .toArray()
    .map((selector) => {
      const text = cssTree.generate(selector);
      if (parent === null) return text;
      const around = `:is(${parent})`;
      let says = false;
      cssTree.walk(selector, (n) => {
        if (n.type === "NestingSelector") says = true;
      });
      if (says) return text.replaceAll("&", around);
      return /^[>+~]/.test(text) ? around + text : `${around} ${text}`;
    })
    .join(",");
}

/** Layers in the order in which they win: as first named; inside a layer its own rules come after its sub-layers. */
export function ranks(names: readonly string[]): Map<string, number> {
  const out = new Map<string, number>();
  const visit = (parent: string): void => {
    const depth = parent ? parent.split(".").length : 0;
    for (const name of names)
      if (name.split(".").length === depth + 1 && (parent === "" || name.startsWith(`${parent}.`))) visit(name);
    if (parent) out.set(parent, out.size);
  };
  visit("");
  return out;
}
