/** One selector: how much it weighs, where to look for what it matches, and whether an element does. */
import * as cssTree from "css-tree";
import { among, doingNames, pseudoClasses } from "./pseudo";
import type { StyledElement } from "./tree";

/** Selectors 4 §17: ids, then classes, attributes and pseudo-classes, then types. */
export type Specificity = readonly [ids: number, classes: number, types: number];

export interface StyleSelector {
  text: string;
  specificity: Specificity;
  /** `#id`, `.class` or a tag that what it matches must have; null where it can be anything. */
  key: string | null;
  /** What a person does that it asks about, and of what. */
  asks: readonly Asker[];
  matches(e: StyledElement): boolean;
}

/** A pseudo-class for what a person does, and what else an element has to be that it is asked of. */
export interface Asker {
  name: string;
  tag: string | null;
  id: string | null;
  classes: readonly string[];
  /** Attributes that have to have a value, letter by letter. */
  attributes: readonly (readonly [name: string, value: string])[];
}

export const heavier = (a: Specificity, b: Specificity): number => a[0] - b[0] || a[1] - b[1] || a[2] - b[2];

const add = (a: Specificity, b: Specificity): Specificity => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
const most = (list: readonly Specificity[]): Specificity =>
  list.reduce((a, b) => (heavier(a, b) >= 0 ? a : b), [0, 0, 0]);

const selectorsIn = (children: cssTree.List<cssTree.CssNode> | null): Specificity[] =>
  (children?.toArray() ?? []).flatMap((n): Specificity[] =>
    n.type === "SelectorList"
      ? n.children.toArray().map(weigh)
      : n.type === "Selector"
        ? [weigh(n)]
        : n.type === "Nth" && n.selector
          ? [most(selectorsIn(n.selector.type === "SelectorList" ? n.selector.children : null))]
          : [],
  );

export function weigh(selector: cssTree.CssNode): Specificity {
  if (selector.type !== "Selector") return [0, 0, 0];
  let out: Specificity = [0, 0, 0];
  selector.children.forEach((n) => {
    if (n.type === "IdSelector") out = add(out, [1, 0, 0]);
    else if (n.type === "ClassSelector" || n.type === "AttributeSelector") out = add(out, [0, 1, 0]);
    else if (n.type === "TypeSelector") out = add(out, [0, 0, /(^|\|)\*$/.test(n.name) ? 0 : 1]);
    else if (n.type === "PseudoElementSelector") out = add(out, [0, 0, 1]);
    else if (n.type === "PseudoClassSelector") {
      const name = n.name.toLowerCase();
      if (name === "where") return;
      const inside = most(selectorsIn(n.children));
      if (name === "is" || name === "not" || name === "has") out = add(out, inside);
      else out = add(add(out, [0, 1, 0]), name.startsWith("nth-") ? inside : [0, 0, 0]);
    }
  });
  return out;
}

function keyOf({ children }: cssTree.Selector): string | null {
  let key: string | null = null;
  children.forEach((n) => {
    if (n.type === "Combinator") key = null;
    else if (n.type === "IdSelector") key = `#${cssTree.ident.decode(n.name)}`;
    else if (n.type === "ClassSelector" && !key?.startsWith("#")) key = `.${cssTree.ident.decode(n.name)}`;
    else if (n.type === "TypeSelector" && key === null && !/[*|]/.test(n.name))
      key = cssTree.ident.decode(n.name).toLowerCase();
  });
  return key;
}

const anything: Omit<Asker, "name"> = { tag: null, id: null, classes: [], attributes: [] };
/** Pseudo-classes whose list is about the same element. */
const ofTheSame = new Set(["is", "where", "not", "matches"]);

const wantedOf = (v: cssTree.StringNode | cssTree.Identifier): string =>
  v.type === "String" ? v.value : cssTree.ident.decode(v.name);

function askersIn({ children }: cssTree.Selector, around: Omit<Asker, "name">, out: Asker[]): void {
  const compounds: cssTree.CssNode[][] = [[]];
  children.forEach((n) => {
    if (n.type === "Combinator") compounds.push([]);
    else compounds[compounds.length - 1].push(n);
  });
  for (const [i, compound] of compounds.entries()) {
    // What stands last in a nested list is the element that the list is asked of.
    let of = i === compounds.length - 1 ? around : anything;
    for (const n of compound) {
      if (n.type === "IdSelector") of = { ...of, id: cssTree.ident.decode(n.name) };
      else if (n.type === "ClassSelector") of = { ...of, classes: [...of.classes, cssTree.ident.decode(n.name)] };
      else if (n.type === "TypeSelector" && !/[*|]/.test(n.name))
        of = { ...of, tag: cssTree.ident.decode(n.name).toLowerCase() };
      else if (n.type === "AttributeSelector" && n.matcher === "=" && !n.flags && n.value)
        of = {
          ...of,
          attributes: [...of.attributes, [cssTree.ident.decode(n.name.name).toLowerCase(), wantedOf(n.value)]],
        };
    }
    for (const n of compound) {
      if (n.type !== "PseudoClassSelector") continue;
      const name = n.name.toLowerCase();
      if (doingNames.has(name)) out.push({ name, ...of });
      n.children?.forEach((list) => {
        if (list.type === "SelectorList")
          for (const s of list.children.toArray())
            if (s.type === "Selector") askersIn(s, ofTheSame.has(name) ? of : anything, out);
      });
    }
  }
}

/** Old single-colon pseudo-elements (CSS 2 §5.12). */
const oldElements = new Set(["before", "after", "first-line", "first-letter"]);

/**
 * @returns null for one that no element matches here: it names a pseudo-element
 * @throws with what is wrong with it; a browser then drops the whole rule
 */
export function readSelector(node: cssTree.Selector): StyleSelector | null {
  const text = cssTree.generate(node);
  let element = false;
  let wrong: string | null = null;
  cssTree.walk(node, (n) => {
    if (n.type === "PseudoElementSelector") element = true;
    if (n.type === "Raw") wrong ??= n.value;
    if (n.type !== "PseudoClassSelector") return;
    const name = n.name.toLowerCase();
    if (oldElements.has(name)) element = true;
    else if (!doingNames.has(name) && !pseudoClasses.has(name) && !name.startsWith("-")) wrong ??= `:${n.name}`;
  });
  let after = false;
  node.children.forEach((n) => {
    // Nothing lies in what is no element (Selectors 4 §3.6.4).
    if (after && n.type !== "PseudoClassSelector" && n.type !== "PseudoElementSelector") wrong ??= cssTree.generate(n);
    after ||= n.type === "PseudoElementSelector";
  });
  if (wrong !== null) throw new Error(`“${wrong}” is no selector that is known`);
  if (element || /:-/.test(text)) return null;
  const test = among(text);
  const asks: Asker[] = [];
  askersIn(node, anything, asks);
  return { text, specificity: weigh(node), key: keyOf(node), asks, matches: (e) => test(e) };
}

/** Where a rule puts words of its own into what an element holds (CSS Pseudo-Elements 4 §4.1). */
export type Side = "before" | "after";

/**
 * @returns what a selector that ends in `::before` or `::after` says of the element they are in; null for any other
 * @throws as readSelector does
 */
export function readGenerated(node: cssTree.Selector): { side: Side; selector: StyleSelector } | null {
  const last = node.children.last;
  const isElement = last?.type === "PseudoElementSelector" || last?.type === "PseudoClassSelector";
  const side = isElement ? last.name.toLowerCase() : "";
  if (side !== "before" && side !== "after") return null;
  const rest = node.children.toArray().slice(0, -1);
  const around = rest.at(-1);
  if (!around || around.type === "Combinator") rest.push({ type: "TypeSelector", name: "*" });
  const selector = readSelector({ ...node, children: new cssTree.List<cssTree.CssNode>().fromArray(rest) });
  return selector && { side, selector };
}

const tests = new Map<string, (e: StyledElement) => boolean>();
/** A test for a selector list, as scripts give them to `querySelector`. @throws for what is none */
export function selectorTest(text: string): (e: StyledElement) => boolean {
  let test = tests.get(text);
  if (!test) {
    test = readList(text);
    if (tests.size > 500) tests.clear();
    tests.set(text, test);
  }
  return test;
}
function readList(text: string): (e: StyledElement) => boolean {
  const list = cssTree.parse(text, {
    context: "selectorList",
    onParseError(error) {
      throw new Error(error.message);
    },
  }) as cssTree.SelectorList;
  const selectors = list.children.toArray().map((s) => (s.type === "Selector" ? readSelector(s) : null));
  return (e) => selectors.some((s) => s?.matches(e));
}
