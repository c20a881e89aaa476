/**
 * Style rules → the base style of each part, by the cascade (CSS Cascading 4 §6). Rules that depend on more than the
 * markup (pseudo-classes, media, keyframes) stay rules of the page.
 */
import { compile } from "css-select";
import * as cssTree from "css-tree";
import { type AnyNode, type Element, isText } from "domhandler";
import { parseTransition } from "../../measure";
import type { Look } from "../../model";
import { isPropertyName, sheetProblem, valueProblem } from "../../safety";
import type { Remark } from "./remark";

interface Declared {
  value: string;
  weight: number;
}
export interface Styles {
  own: Map<Element, { css: Record<string, string>; motion: Look["motion"] }>;
  page: string;
}

export function readStyles(elements: readonly Element[], remarks: Remark[]): Styles {
  const declared = new Map<Element, Map<string, Declared>>();
  const page: string[] = [];
  const index = indexOf(elements);
  let order = 0;
  const declare = (element: Element, list: cssTree.CssNode, specificity: number): void => {
    const map = declared.get(element) ?? new Map<string, Declared>();
    declared.set(element, map);
    cssTree.walk(list, {
      visit: "Declaration",
      enter(node) {
        const weight = (node.important ? 1e12 : 0) + specificity;
        const value = cssTree.generate(node.value).trim();
        const before = map.get(node.property);
        if (!before || before.weight <= weight) {
          map.delete(node.property);
          map.set(node.property, { value, weight });
        }
      },
    });
  };
  for (const element of elements) {
    if (element.name !== "style") continue;
    const start = (element as { sourceCodeLocation?: { startLine: number } }).sourceCodeLocation?.startLine ?? 1;
    const text = element.children.map((c) => (isText(c) ? c.data : "")).join("");
    const sheet = cssTree.parse(text, {
      positions: true,
      onParseError: (e) => remarks.push({ line: start + e.line - 1, text: `style rule not understood: ${e.message}` }),
    }) as cssTree.StyleSheet;
    sheet.children.forEach((node) => {
      order++;
      const line = start + (node.loc?.start.line ?? 1) - 1;
      const keep = (rule: string): void => {
        const problem = sheetProblem(rule);
        if (problem) remarks.push({ line, text: `a rule was left out: ${problem}` });
        else page.push(rule);
      };
      if (node.type !== "Rule" || node.prelude.type !== "SelectorList") {
        keep(cssTree.generate(node));
        return;
      }
      const kept: string[] = [];
      node.prelude.children.forEach((selector) => {
        const text = cssTree.generate(selector);
        const matched = plain(selector) ? matches(text, candidates(selector, index)) : null;
        if (!matched?.length || matched.some((e) => e.name === "html" || e.name === "body")) kept.push(text);
        else for (const e of matched) declare(e, node.block, specificity(selector) * 1e5 + order);
      });
      if (kept.length) keep(`${kept.join(", ")} ${cssTree.generate(node.block)}`);
    });
  }
  for (const element of elements) {
    if (!element.attribs.style) continue;
    declare(element, cssTree.parse(element.attribs.style, { context: "declarationList" }), 1e11);
  }
  const own: Styles["own"] = new Map();
  for (const [element, map] of declared) {
    const css: Record<string, string> = {};
    let motion: Look["motion"];
    for (const [property, { value }] of map) {
      if (property !== "transition") {
        const problem = isPropertyName(property) ? valueProblem(value) : "this is no name of a property";
        if (problem) remarks.push({ line: null, text: `${property}: ${value.slice(0, 60)} was left out: ${problem}` });
        else css[property] = value;
        continue;
      }
      const parsed = parseTransition(value);
      if (parsed.ok) motion = parsed.value;
      else remarks.push({ line: null, text: `transition: ${value} was left out: ${parsed.message}` });
    }
    own.set(element, { css, motion });
  }
  return { own, page: page.map(pretty).join("\n") };
}

/** True for selectors that the markup alone decides. */
function plain(selector: cssTree.CssNode): boolean {
  let ok = true;
  let universalOnly = true;
  cssTree.walk(selector, (node) => {
    if (node.type === "PseudoElementSelector" || node.type === "NestingSelector") ok = false;
    if (node.type === "PseudoClassSelector" && !structural.has(node.name)) ok = false;
    if (["ClassSelector", "IdSelector", "AttributeSelector", "PseudoClassSelector"].includes(node.type))
      universalOnly = false;
    if (node.type === "TypeSelector" && node.name !== "*") universalOnly = false;
  });
  return ok && !universalOnly;
}
const structural = new Set([
  "first-child",
  "last-child",
  "only-child",
  "nth-child",
  "first-of-type",
  "last-of-type",
  "not",
  "is",
  "where",
]);

interface Index {
  all: readonly Element[];
  /** By `#id`, `.class` and tag. */
  by: Map<string, Element[]>;
}
function indexOf(elements: readonly Element[]): Index {
  const by = new Map<string, Element[]>();
  const add = (key: string, element: Element): void => {
    const list = by.get(key);
    if (list) list.push(element);
    else by.set(key, [element]);
  };
  for (const e of elements) {
    add(e.name.toLowerCase(), e);
    if (e.attribs.id) add(`#${e.attribs.id}`, e);
    for (const c of new Set(e.attribs.class?.split(/\s+/))) if (c) add(`.${c}`, e);
  }
  return { all: elements, by };
}

/** The elements that the last of the compound selectors leaves in question: most rules concern few of them. */
function candidates(selector: cssTree.CssNode, { all, by }: Index): readonly Element[] {
  if (selector.type !== "Selector") return all;
  let keys: string[] = [];
  selector.children.forEach((node) => {
    if (node.type === "Combinator") keys = [];
    else if (node.type === "IdSelector") keys.push(`#${cssTree.ident.decode(node.name)}`);
    else if (node.type === "ClassSelector") keys.push(`.${cssTree.ident.decode(node.name)}`);
    else if (node.type === "TypeSelector" && !/[*|]/.test(node.name))
      keys.push(cssTree.ident.decode(node.name).toLowerCase());
  });
  return keys.map((k) => by.get(k) ?? []).sort((a, b) => a.length - b.length)[0] ?? all;
}

function matches(selector: string, among: readonly Element[]): Element[] | null {
  if (!among.length) return [];
  try {
    const test = compile<AnyNode, Element>(selector);
    return among.filter((e) => test(e));
  } catch {
    return null;
  }
}

/** Selectors 4 §17, in one number: ids outweigh classes, classes outweigh types, up to 30 of each. */
function specificity(selector: cssTree.CssNode): number {
  let weight = 0;
  cssTree.walk(selector, (node) => {
    if (node.type === "IdSelector") weight += 900;
    else if (node.type === "ClassSelector" || node.type === "AttributeSelector") weight += 30;
    else if (node.type === "PseudoClassSelector" && node.name !== "not" && node.name !== "is" && node.name !== "where")
      weight += 30;
    else if (node.type === "TypeSelector" && node.name !== "*") weight += 1;
  });
  return weight;
}

const pretty = (rule: string): string =>
  rule.includes("@") || !rule.includes("{")
    ? rule
    : rule
        .replace(/\s*\{\s*/, " {\n  ")
        .replace(/;(?![^(]*\))/g, ";\n  ")
        .replace(/\s*\}$/, "\n}");
