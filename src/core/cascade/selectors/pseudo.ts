/** Pseudo-classes, and what css-select needs to look at our tree. */
import { compile, type Options } from "css-select";
import { pieces } from "../../measure";
import { isChecked, isIndeterminate, isOff, isOn, isOptional, isRequired, isShownEmpty, isWritable } from "./controls";
import { attribute, has, isElement, type Node, type StyledElement } from "./tree";
import { isInvalid, isValid } from "./validity";

/** What a person does to elements just now (Selectors 4 §9): pseudo-class without its colon → elements it holds for. */
export type Doing = ReadonlyMap<string, ReadonlySet<StyledElement>>;
export const NOTHING_DONE: Doing = new Map();

/** Pseudo-classes that depend on what a person does, not on the markup. */
export const doings = ["hover", "active", "focus", "focus-visible", "focus-within", "target"] as const;
export type DoingName = (typeof doings)[number];
export const doingNames: ReadonlySet<string> = new Set(doings);

/** Pseudo-classes are compiled with the selector, and asked about the page that is looked at then. */
let doing: Doing = NOTHING_DONE;
export function whileDoing<T>(now: Doing, ask: () => T): T {
  const before = doing;
  doing = now;
  try {
    return ask();
  } finally {
    doing = before;
  }
}

/** What browsers do not lay out in the lines of the text around, or draw as one piece (HTML §15.3). */
const boxed = new Set(
  `address article aside blockquote body button canvas caption center col colgroup dd details dialog dir div dl dt embed
  fieldset figcaption figure footer form frame frameset h1 h2 h3 h4 h5 h6 header hgroup hr html iframe img input legend li
  listing main marquee math menu meter nav object ol optgroup option p picture plaintext pre progress search section select
  summary svg table tbody td textarea tfoot th thead tr ul video audio xmp`.split(/\s+/),
);
/** True for an element that by itself stands in a line of words and breaks with it; unknown ones do, too. */
export const isInlineTag = (tag: string): boolean => !boxed.has(tag);

const opened = new Set(["details", "dialog"]);

/** `2n + 1 of .a` (Selectors 4 §13.3): its place among the siblings that match. */
function nth(e: StyledElement, value: string | null | undefined, last: boolean): boolean {
  const [, formula, of] = /^([^o]*?(?:odd)?[^o]*?)(?:\sof\b\s*(.*))?$/s.exec(value?.trim() ?? "") ?? [];
  const step = stepOf(formula ?? "");
  if (!step) return false;
  const list = (e.parent?.children ?? [e]).filter(isElement);
  const counted = of ? list.filter((s) => among(of)(s)) : list;
  const at = counted.indexOf(e);
  if (at < 0) return false;
  const n = (last ? counted.length - at : at + 1) - step.b;
  return step.a === 0 ? n === 0 : n % step.a === 0 && n / step.a >= 0;
}
const lists = new Map<string, (e: StyledElement) => boolean>();
/** @param selectors a list, with names of pseudo-classes as they are compiled here */
export function among(selectors: string): (e: StyledElement) => boolean {
  let test = lists.get(selectors);
  if (!test) {
    test = compile<Node, StyledElement>(ownNames(selectors), selectOptions);
    lists.set(selectors, test);
  }
  return test;
}
/** `:has` takes relative selectors (Selectors 4 §4.5), which css-select reads from descendants and children only. */
const ownNames = (selectors: string): string => selectors.replace(/:has\(/gi, ":has-relative(");

let anchor: StyledElement | null = null;
function hasRelative(e: StyledElement, value: string | null | undefined): boolean {
  const before = anchor;
  anchor = e;
  try {
    return pieces(value ?? "", ",").some((one) => {
      const relative = one.trim();
      const sibling = /^[+~]/.test(relative);
      const test = among(`:anchor-here ${relative}`);
      const siblings = (e.parent?.children ?? []).filter(isElement);
      const roots = sibling ? siblings.slice(siblings.indexOf(e) + 1) : e.children.filter(isElement);
      const any = (n: StyledElement): boolean => test(n) || n.children.some((c) => isElement(c) && any(c));
      return roots.some(any);
    });
  } finally {
    anchor = before;
  }
}
/** An+B (CSS Syntax 3 §6). */
function stepOf(text: string): { a: number; b: number } | null {
  const t = text.toLowerCase().replace(/\s+/g, "");
  if (t === "odd") return { a: 2, b: 1 };
  if (t === "even") return { a: 2, b: 0 };
  const found = /^(?:([+-]?\d*)n)?([+-]?\d+)?$/.exec(t);
  if (!found || t === "") return null;
  const a =
    found[1] === undefined ? 0 : found[1] === "" || found[1] === "+" ? 1 : found[1] === "-" ? -1 : Number(found[1]);
  return { a, b: Number(found[2] ?? 0) };
}

/**
 * What the browser opens over the page stands in the page's own place here: what it is then, a class says. A page's rules are
 * brought in so that they listen to both.
 */
export const saidByClass = { "popover-open": "is-popover-open", modal: "is-modal" } as const;
const hasClass = (e: StyledElement, name: string): boolean => (attribute(e, "class") ?? "").split(/\s+/).includes(name);

const tests: Record<string, (e: StyledElement, value?: string | null) => boolean> = {
  ...Object.fromEntries([...doingNames].map((name) => [name, (e: StyledElement) => doing.get(name)?.has(e) ?? false])),
  "has-relative": hasRelative,
  "anchor-here": (e) => e === anchor,
  "nth-child": (e, value) => nth(e, value, false),
  "nth-last-child": (e, value) => nth(e, value, true),
  root: (e) => e.parent === null,
  scope: (e) => e.parent === null,
  link: (e) => (e.tag === "a" || e.tag === "area") && has(e, "href"),
  "any-link": (e) => (e.tag === "a" || e.tag === "area") && has(e, "href"),
  visited: () => false,
  disabled: isOff,
  enabled: isOn,
  checked: isChecked,
  indeterminate: isIndeterminate,
  required: isRequired,
  optional: isOptional,
  valid: isValid,
  invalid: isInvalid,
  "read-write": isWritable,
  "read-only": (e) => !isWritable(e),
  "placeholder-shown": isShownEmpty,
  open: (e) => opened.has(e.tag) && has(e, "open"),
  ...Object.fromEntries(Object.entries(saidByClass).map(([name, c]) => [name, (e: StyledElement) => hasClass(e, c)])),
  defined: (e) => !e.tag.includes("-"),
  fullscreen: () => false,
  playing: () => false,
  autofill: () => false,
};
/** css-select has selectors of its own for these, which go before any test of that name: the name leads to ours. */
const ledToOurs = new Set("any-link link disabled enabled checked required optional read-only read-write".split(" "));
const pseudos: Record<string, string | (typeof tests)[string]> = Object.fromEntries(
  Object.entries(tests).flatMap(([name, test]): [string, string | typeof test][] =>
    ledToOurs.has(name)
      ? [
          [name, `:own-${name}`],
          [`own-${name}`, test],
        ]
      : [[name, test]],
  ),
);

/** Pseudo-classes with an argument or of the tree's shape, which css-select knows itself. */
const shapes =
  "is where not has nth-child nth-last-child nth-of-type nth-last-of-type first-child last-child only-child first-of-type last-of-type only-of-type empty".split(
    " ",
  );
/** What can be said after a single colon. A selector with another name matches nothing, as in a browser. */
export const pseudoClasses: ReadonlySet<string> = new Set([...Object.keys(tests), ...shapes]);

const selectOptions: Options<Node, StyledElement> = {
  pseudos,
  cacheResults: false,
  adapter: {
    isTag: isElement,
    getAttributeValue: attribute,
    hasAttrib: has,
    getChildren: (n) => (isElement(n) ? n.children : []),
    getName: (e) => e.tag,
    getParent: (e) => e.parent,
    getSiblings: (n) => (isElement(n) ? (n.parent?.children ?? [n]) : [n]),
    getText: (n) => (isElement(n) ? n.children.map((c) => (isElement(c) ? "" : c)).join("") : n),
    removeSubsets: (nodes) => nodes,
  },
};
