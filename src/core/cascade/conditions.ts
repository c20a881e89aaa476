/** Conditions on rules: `@media` (Media Queries 4 and 5) and `@supports` (CSS Conditional 3). */
import * as cssTree from "css-tree";

/** What the page is looked at on; lengths in px. */
export interface Medium {
  readonly width: number;
  readonly height: number;
  readonly reducedMotion: boolean;
}

type Answer = boolean | null;
const not = (a: Answer): Answer => (a === null ? null : !a);

/** Whether a media query list applies; what it does not know makes a query false (Media Queries 4 §3.1). */
export function applies(list: cssTree.CssNode | null, medium: Medium): boolean {
  if (!list) return true;
  if (list.type === "AtrulePrelude") return list.children.toArray().every((n) => applies(n, medium));
  if (list.type !== "MediaQueryList") return false;
  return list.children.isEmpty || list.children.some((q) => query(q as MediaQueryNode, medium));
}

interface MediaQueryNode {
  type: string;
  modifier: string | null;
  mediaType: string | null;
  condition: cssTree.CssNode | null;
}
function query(q: MediaQueryNode, medium: Medium): boolean {
  const type = q.mediaType === null ? true : /^(all|screen)$/i.test(q.mediaType);
  const condition = q.condition ? inner(q.condition, (f) => feature(f, medium)) : true;
  const both: Answer = type && condition;
  return (q.modifier?.toLowerCase() === "not" ? not(both) : both) === true;
}

/** A condition of `and`, `or`, `not` and brackets, in the three values of Media Queries 4 §3.1. */
function inner(node: cssTree.CssNode, ask: (feature: cssTree.CssNode) => Answer): Answer {
  if ((node.type as string) !== "Condition") return ask(node);
  const list = (node as unknown as { children: cssTree.List<cssTree.CssNode> }).children.toArray();
  let out: Answer | undefined;
  let joint = "";
  let negated = false;
  for (const n of list) {
    if (n.type === "Identifier") {
      const word = n.name.toLowerCase();
      if (word === "not") negated = true;
      else joint = word;
      continue;
    }
    const a = negated ? not(inner(n, ask)) : inner(n, ask);
    negated = false;
    if (out === undefined) out = a;
    else if (joint === "or") out = out === true || a === true ? true : out === null || a === null ? null : false;
    else out = out === false || a === false ? false : out === null || a === null ? null : true;
  }
  return out ?? null;
}

const PX: Record<string, number> = {
  px: 1,
  em: 16,
  rem: 16,
  in: 96,
  cm: 96 / 2.54,
  mm: 96 / 25.4,
  pt: 96 / 72,
  pc: 16,
};

function lengthOf(value: cssTree.CssNode | null): number | null {
  if (value?.type === "Number") return Number(value.value);
  if (value?.type !== "Dimension") return null;
  const unit = PX[value.unit.toLowerCase()];
  return unit === undefined ? null : Number(value.value) * unit;
}
const ratioOf = (value: cssTree.CssNode | null): number | null =>
  value?.type === "Ratio"
    ? Number((value.left as cssTree.NumberNode).value) / Number((value.right as cssTree.NumberNode | null)?.value ?? 1)
    : value?.type === "Number"
      ? Number(value.value)
      : null;

/** Features with words for values, as they are on a desktop with a mouse. */
const words: Record<string, (m: Medium) => string> = {
  orientation: (m) => (m.height >= m.width ? "portrait" : "landscape"),
  "prefers-reduced-motion": (m) => (m.reducedMotion ? "reduce" : "no-preference"),
  "prefers-color-scheme": () => "light",
  "prefers-contrast": () => "no-preference",
  "prefers-reduced-transparency": () => "no-preference",
  "forced-colors": () => "none",
  "inverted-colors": () => "none",
  hover: () => "hover",
  "any-hover": () => "hover",
  pointer: () => "fine",
  "any-pointer": () => "fine",
  scripting: () => "enabled",
  update: () => "fast",
  "display-mode": () => "browser",
  "overflow-block": () => "scroll",
  "overflow-inline": () => "scroll",
};
const numbers: Record<string, { of: (m: Medium) => number; read: (v: cssTree.CssNode | null) => number | null }> = {
  width: { of: (m) => m.width, read: lengthOf },
  height: { of: (m) => m.height, read: lengthOf },
  "device-width": { of: (m) => m.width, read: lengthOf },
  "device-height": { of: (m) => m.height, read: lengthOf },
  "aspect-ratio": { of: (m) => m.width / m.height, read: ratioOf },
  color: { of: () => 8, read: lengthOf },
  monochrome: { of: () => 0, read: lengthOf },
  grid: { of: () => 0, read: lengthOf },
};

type Compare = "<" | "<=" | ">" | ">=" | "=";
const compare = (a: number, by: Compare, b: number): boolean => {
  const same = Math.abs(a - b) < 1e-9;
  if (by === "=") return same;
  if (by === "<") return a < b && !same;
  if (by === ">") return a > b && !same;
  return same || (by === "<=" ? a < b : a > b);
};

interface FeatureNode {
  type: string;
  name: string;
  value: cssTree.CssNode | null;
  left: cssTree.CssNode;
  leftComparison: Compare;
  middle: cssTree.CssNode;
  rightComparison: Compare | null;
  right: cssTree.CssNode | null;
}
const swapped: Record<Compare, Compare> = { "<": ">", "<=": ">=", ">": "<", ">=": "<=", "=": "=" };

function feature(node: cssTree.CssNode, medium: Medium): Answer {
  const f = node as unknown as FeatureNode;
  if (f.type === "Feature") {
    const name = f.name.toLowerCase();
    const said = Object.hasOwn(words, name) ? words[name](medium) : null;
    if (said !== null) {
      if (!f.value) return !/^(none|no-preference)$/.test(said);
      return f.value.type === "Identifier" ? f.value.name.toLowerCase() === said : null;
    }
    const edge = /^(min|max)-(.+)$/.exec(name);
    const number = Object.hasOwn(numbers, edge?.[2] ?? name) ? numbers[edge?.[2] ?? name] : null;
    if (!number) return null;
    if (!f.value) return edge ? null : number.of(medium) !== 0;
    const value = number.read(f.value);
    return value === null ? null : compare(number.of(medium), edge ? (edge[1] === "min" ? ">=" : "<=") : "=", value);
  }
  if (f.type !== "FeatureRange") return null;
  const sides: [cssTree.CssNode, Compare, cssTree.CssNode][] = [[f.left, f.leftComparison, f.middle]];
  if (f.right && f.rightComparison) sides.push([f.middle, f.rightComparison, f.right]);
  let all: Answer = true;
  for (const [a, by, b] of sides) {
    const one =
      a.type === "Identifier"
        ? side(a.name, by, b, medium)
        : b.type === "Identifier"
          ? side(b.name, swapped[by], a, medium)
          : null;
    if (one === null) return null;
    all &&= one;
  }
  return all;
}
function side(name: string, by: Compare, value: cssTree.CssNode, medium: Medium): Answer {
  const key = name.toLowerCase();
  const number = Object.hasOwn(numbers, key) ? numbers[key] : null;
  const to = number?.read(value) ?? null;
  return number && to !== null ? compare(number.of(medium), by, to) : null;
}

/** Whether a property takes a value, as far as the grammar of CSS says; what has `var()` in it is taken at first. */
export function takes(property: string, value: cssTree.CssNode): boolean {
  if (property.startsWith("--")) return true;
  let open = false;
  cssTree.walk(value, (n) => {
    if (n.type === "Function" && /^(var|env|attr)$/i.test(n.name)) open = true;
  });
  if (open) return true;
  // What lasts cannot be negative (CSS Transitions 1 §2.2); the grammar at hand does not say so.
  if (/-duration$/.test(property) && /(^|,)\s*-/.test(cssTree.generate(value))) return false;
  return cssTree.lexer.matchProperty(property, value).error === null;
}

/** Whether an `@supports` condition holds. */
export function supported(prelude: cssTree.CssNode | null): boolean {
  if (prelude?.type !== "AtrulePrelude") return false;
  const ask = (node: cssTree.CssNode): Answer => {
    const f = node as unknown as { type: string; declaration?: cssTree.CssNode; feature?: string };
    if (f.type === "SupportsDeclaration" && f.declaration?.type === "Declaration")
      return takes(f.declaration.property, f.declaration.value);
    return f.type === "FeatureFunction" && f.feature?.toLowerCase() === "selector";
  };
  return prelude.children.toArray().every((n) => inner(n, ask) === true);
}
