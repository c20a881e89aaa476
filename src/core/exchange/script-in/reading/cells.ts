/** What a value is, written out as cells of the store: two ways to be in which a script keeps the same are one. */
import type * as acorn from "acorn";
import type { Cell } from "./page";
import type { Js, JsFunction, JsList, JsObject, JsPairs, JsPromise, JsTimer, Scope } from "./values";

export type Entity = Scope | JsObject | JsList | JsPairs | JsPromise;
export type Contents = { fields: Map<string, Js>; more?: JsPromise["waiting"] };

/** ms: where nothing is under way a person takes so long until the next act, and what is kept is no older than that. */
export const LONG_AGO = 3_600_000;
/** What tells an instant in the store. */
export const INSTANT = "<time>";

/** So deep is looked into what an act made. */
const DEPTH = 12;
/** So much of one value is written out. */
const MOST_CELLS = 400;

export const contentsOf = (e: Entity): Contents => {
  switch (e.is) {
    case "scope":
      return { fields: new Map(e.values) };
    case "object":
      return { fields: new Map(e.of) };
    case "list":
      return { fields: new Map(e.items.map((v, i) => [String(i), v])) };
    case "pairs":
      return {
        fields: new Map(
          e.items.flatMap(([k, v], i): [string, Js][] => [
            [`${i}-key`, k],
            [`${i}-value`, v],
          ]),
        ),
      };
    case "promise":
      return {
        fields: new Map<string, Js>([
          ["state", e.state],
          ["value", e.value],
        ]),
        more: [...e.waiting],
      };
  }
};

/** How a value is written out. */
interface Writing {
  /** ms since the page was loaded: instants are told by how far off they are. */
  clock: number;
  /** Looked into although it lasts, to be held against what took its place. */
  open?: boolean;
  called?(timer: JsTimer): string;
}

/** @param at the path of the value itself */
export function cellsOf(
  value: Js,
  at: string,
  { clock, open = false, called = (t) => t.name }: Writing,
): Map<string, Cell> {
  const out = new Map<string, Cell>();
  const seen = new Map<unknown, string>();
  const put = (path: string, cell: Cell): void => {
    if (out.size < MOST_CELLS) out.set(path, cell);
  };
  const scopeAt = (scope: Scope | null, names: ReadonlySet<string> | null, path: string, depth: number): string => {
    let s = scope;
    // A name stands for what is nearest.
    const left = names && new Set(names);
    for (; s && s.id === null; s = s.parent) {
      const known = seen.get(s);
      if (known !== undefined && !names) return `^${known}`;
      if (!names) seen.set(s, path);
      for (const [name, v] of s.values)
        if (name !== "arguments" && (!left || left.delete(name))) walk(v, `${path}|${name}`, depth + 1, false);
    }
    return String(s?.id ?? "");
  };
  const walk = (v: Js, path: string, depth: number, opened: boolean): void => {
    if (out.size >= MOST_CELLS) return;
    if (typeof v !== "object" || v === null) return put(path, v === undefined ? "<undefined>" : v);
    if (v.is === "element") return put(path, `<${v.element.name}>`);
    if (v.is === "timer") return put(path, `<timer ${called(v)}>`);
    if (v.is === "time") {
      // By its own mark, since a number may have stood there.
      put(`${path}@`, INSTANT);
      return put(path, v.ms - clock < -LONG_AGO / 2 ? -LONG_AGO : v.ms - clock);
    }
    if (v.is === "pattern") return put(path, `<pattern ${v.source}>`);
    if (seen.has(v)) return put(path, `<^${seen.get(v)}>`);
    if (depth > DEPTH) return put(path, "<deep>");
    if (v.is === "proxy") {
      put(path, "<proxy>");
      walk(v.handler, `${path}.by`, depth + 1, false);
      return walk(v.target, `${path}.of`, depth + 1, false);
    }
    if (v.is === "accessor") {
      walk(v.get, `${path}.get`, depth + 1, false);
      return walk(v.set, `${path}.set`, depth + 1, false);
    }
    seen.set(v, path);
    if (v.is === "native") {
      put(path, `<native ${v.name}>`);
      for (const [i, h] of (v.holds ?? []).entries()) walk(h, `${path}(${i})`, depth + 1, false);
      return;
    }
    if (v.is === "function") {
      const outer = scopeAt(v.scope, namesIn(v.node), path, depth);
      return put(path, `<fn ${v.node.start} ${outer}>`);
    }
    if (v.id !== null && !opened) return put(path, `<#${v.id}>`);
    put(path, `<${v.is}>`);
    if (v.is === "object" && v.proto) walk(v.proto, `${path}.proto`, depth + 1, false);
    for (const [name, field] of contentsOf(v).fields)
      walk(field, `${path}.${name.replace(/\s/g, "_")}`, depth + 1, false);
    if (v.is === "promise")
      for (const [i, w] of v.waiting.entries()) {
        const outer = scopeAt(w.scope, null, `${path}!${i}`, depth);
        put(`${path}!${i}`, `<at ${w.at} ${outer}>`);
        for (const [k, h] of w.holds.entries()) walk(h, `${path}!${i}(${k})`, depth + 1, false);
      }
  };
  walk(value, at, 0, open);
  return out;
}

/** What a promise goes on with, written out. */
export const cellsOfWaiting = (waiting: JsPromise["waiting"], at: string, how: Writing): Map<string, Cell> =>
  cellsOf({ is: "promise", id: null, state: "waiting", value: undefined, waiting }, at, how);

/** What the names in a function stand for that are of what is around it. */
export const namedBy = (fn: JsFunction): Js[] => variablesOf(fn).map(([, , v]) => v);
/** The same with where each of them is kept. */
export function variablesOf({ node, scope }: JsFunction): [of: Scope, name: string, value: Js][] {
  const names = new Set(namesIn(node));
  const out: [Scope, string, Js][] = [];
  for (let s: Scope | null = scope; s; s = s.parent)
    for (const [name, v] of s.values) if (names.delete(name)) out.push([s, name, v]);
  return out;
}

const named = new WeakMap<acorn.Node, ReadonlySet<string>>();
/** Names that stand anywhere in a function; an arrow has the `this` of what is around it. */
function namesIn(node: acorn.Node): ReadonlySet<string> {
  const known = named.get(node);
  if (known) return known;
  const out = new Set<string>();
  const walk = (n: unknown): void => {
    if (Array.isArray(n)) n.forEach(walk);
    else if (typeof n === "object" && n !== null) {
      const { type, name } = n as { type?: string; name?: string };
      if (type === "Identifier" && name) out.add(name);
      else if (type === "ThisExpression") out.add("this");
      for (const [key, value] of Object.entries(n)) if (key !== "loc") walk(value);
    }
  };
  walk(node);
  if (node.type !== "ArrowFunctionExpression") out.delete("this");
  named.set(node, out);
  return out;
}
