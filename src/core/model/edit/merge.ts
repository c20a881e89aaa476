/**
 * Two changes of one component made apart, brought together. A cell is one thing: where both changed it, or both changed
 * the same value, ours stays and theirs is told.
 */
import type { Component } from "../schema";
import { eventKey } from "./cells";

export interface Conflict {
  /** Keys from the root: `looks`, `dialog`, `in`, `open`. Rows go by their part or event, the rest by name. */
  path: readonly string[];
  /** Undefined where that side took it away. */
  ours: unknown;
  theirs: unknown;
}
export interface Merged {
  doc: Component;
  conflicts: Conflict[];
}

/** @param base what both began with */
export function mergeComponents(base: Component, ours: Component, theirs: Component): Merged {
  const conflicts: Conflict[] = [];
  return { doc: merge(base, ours, theirs, [], conflicts) as Component, conflicts };
}

type Plain = Record<string, unknown>;
const isPlain = (v: unknown): v is Plain => typeof v === "object" && v !== null && !Array.isArray(v);

/** The same content, in whatever order its keys stand. */
export function same(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (Array.isArray(a) && Array.isArray(b)) return a.length === b.length && a.every((v, i) => same(v, b[i]));
  if (!isPlain(a) || !isPlain(b)) return false;
  const keys = Object.keys(a).filter((k) => a[k] !== undefined);
  const others = Object.keys(b).filter((k) => b[k] !== undefined);
  return keys.length === others.length && keys.every((k) => Object.hasOwn(b, k) && same(a[k], b[k]));
}

/** Cells, scenarios and claims are said as a whole: half of one and half of another is neither. */
function isWhole(path: readonly string[]): boolean {
  const [kind] = path;
  if (kind === "looks" || kind === "reactions") return path.length === 4 || path.at(-1) === "event";
  return path.length === 2 && ["focus", "scenarios", "claims", "waivers", "requests"].includes(kind);
}

function merge(base: unknown, ours: unknown, theirs: unknown, path: readonly string[], conflicts: Conflict[]): unknown {
  if (same(ours, theirs) || same(theirs, base)) return ours;
  if (same(ours, base)) return theirs;
  if (!isWhole(path)) {
    if (isPlain(ours) && isPlain(theirs)) return mergeMaps(isPlain(base) ? base : {}, ours, theirs, path, conflicts);
    if (Array.isArray(ours) && Array.isArray(theirs))
      return mergeLists(Array.isArray(base) ? base : [], ours, theirs, path, conflicts);
  }
  conflicts.push({ path, ours, theirs });
  // What one side took away and the other went on with is kept.
  return ours === undefined ? theirs : ours;
}

function mergeMaps(base: Plain, ours: Plain, theirs: Plain, path: readonly string[], conflicts: Conflict[]): Plain {
  const out: [string, unknown][] = [];
  for (const key of new Set([...Object.keys(ours), ...Object.keys(theirs)])) {
    const of = (m: Plain): unknown => (Object.hasOwn(m, key) ? m[key] : undefined);
    const value = merge(of(base), of(ours), of(theirs), [...path, key], conflicts);
    if (value !== undefined) out.push([key, value]);
  }
  return Object.fromEntries(out);
}

function mergeLists(
  base: readonly unknown[],
  ours: readonly unknown[],
  theirs: readonly unknown[],
  path: readonly string[],
  conflicts: Conflict[],
): unknown[] {
  const [b, o, t] = [base, ours, theirs].map(keyed);
  const kept = new Map<string, unknown>();
  for (const key of new Set([...o.keys(), ...t.keys()])) {
    const value = merge(b.get(key), o.get(key), t.get(key), [...path, key], conflicts);
    if (value !== undefined) kept.set(key, value);
  }
  // Whoever put them in another order has it; what the other added stands behind what it stood behind there.
  const common = (m: ReadonlyMap<string, unknown>, n: ReadonlyMap<string, unknown>): string =>
    JSON.stringify([...m.keys()].filter((k) => n.has(k)));
  const moved = common(o, b) !== common(b, o);
  const [first, second] = moved ? [o, t] : [t, o];
  const order = [...first.keys()].filter((k) => kept.has(k));
  let after = -1;
  for (const key of second.keys()) {
    const at = order.indexOf(key);
    if (at >= 0) after = at;
    else if (kept.has(key)) order.splice(++after, 0, key);
  }
  return order.map((k) => kept.get(k));
}

/** The elements by what they are called; what has no name is its own. */
function keyed(list: readonly unknown[]): Map<string, unknown> {
  const out = new Map<string, unknown>();
  for (const element of list) {
    const stem = keyOf(element);
    let key = stem;
    for (let n = 2; out.has(key); n++) key = `${stem} (${n})`;
    out.set(key, element);
  }
  return out;
}
function keyOf(element: unknown): string {
  if (!isPlain(element)) return JSON.stringify(element);
  if (typeof element.name === "string") return element.name;
  if (typeof element.part === "string" && isPlain(element.in)) return element.part;
  if (isPlain(element.event)) return eventKey(element.event);
  return JSON.stringify(element);
}
