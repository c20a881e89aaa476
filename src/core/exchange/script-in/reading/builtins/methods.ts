/** Methods of lists, texts, numbers, maps, sets and patterns (ECMA-262 §21 to §24). */
import type { Context } from "../context";
import {
  isA,
  isTrue,
  type Js,
  type JsList,
  type JsPairs,
  type JsPattern,
  list,
  method,
  NotUnderstood,
  native,
  numberOf,
  same,
  textOf,
} from "../values";
import { numberIn } from "./intl";
import { patternOf } from "./patterns";

type Lists = Record<string, (r: Context, items: Js[], args: Js[], self: JsList) => Js>;
const flat = (items: Js[], depth: number): Js[] =>
  items.flatMap((i) => (isA(i, "list") && depth > 0 ? flat(i.items, depth - 1) : [i]));
const place = (v: Js): number | undefined => (v === undefined ? undefined : numberOf(v));
const lists: Lists = {
  forEach: (r, items, [fn], self) => {
    for (const [i, x] of [...items].entries()) r.call(fn, [x, i, self]);
    return undefined;
  },
  map: (r, items, [fn]) => list(items.map((x, i) => r.call(fn, [x, i]))),
  flatMap: (r, items, [fn]) =>
    list(
      flat(
        items.map((x, i) => r.call(fn, [x, i])),
        1,
      ),
    ),
  flat: (_r, items, [depth]) => list(flat(items, depth === undefined ? 1 : numberOf(depth))),
  filter: (r, items, [fn]) => list(items.filter((x, i) => isTrue(r.call(fn, [x, i])))),
  find: (r, items, [fn]) => items.find((x, i) => isTrue(r.call(fn, [x, i]))),
  findLast: (r, items, [fn]) => items.findLast((x, i) => isTrue(r.call(fn, [x, i]))),
  findIndex: (r, items, [fn]) => items.findIndex((x, i) => isTrue(r.call(fn, [x, i]))),
  some: (r, items, [fn]) => items.some((x, i) => isTrue(r.call(fn, [x, i]))),
  every: (r, items, [fn]) => items.every((x, i) => isTrue(r.call(fn, [x, i]))),
  reduce: (r, items, args) => {
    const [fn] = args;
    const rest = args.length > 1 ? items : items.slice(1);
    return rest.reduce((sum, x, i) => r.call(fn, [sum, x, i]), args.length > 1 ? args[1] : items[0]);
  },
  includes: (_r, items, [x]) => items.some((y) => same(x, y)),
  indexOf: (_r, items, [x]) => items.findIndex((y) => same(x, y)),
  lastIndexOf: (_r, items, [x]) => items.findLastIndex((y) => same(x, y)),
  ["hasOwnProperty" as string]: (_r: Context, items: Js[], [n]: Js[]) =>
    textOf(n) === "length" || items[Number(textOf(n))] !== undefined,
  at: (_r, items, [i]) => items.at(numberOf(i)),
  item: (_r, items, [i]) => items[numberOf(i)] ?? null,
  slice: (_r, items, [a, b]) => list(items.slice(place(a), place(b))),
  concat: (_r, items, args) => list([...items, ...args.flatMap((a) => (isA(a, "list") ? a.items : [a]))]),
  join: (_r, items, [by]) => items.map(textOf).join(by === undefined ? "," : textOf(by)),
  entries: (_r, items) => list(items.map((x, i) => list([i, x]))),
  keys: (_r, items) => list(items.map((_x, i) => i)),
  values: (_r, items) => list([...items]),
  toReversed: (_r, items) => list([...items].reverse()),
  // What follows changes the list itself.
  push: (_r, items, args, self) => {
    self.items = list([...items, ...args]).items;
    return self.items.length;
  },
  unshift: (_r, items, args, self) => {
    self.items = list([...args, ...items]).items;
    return self.items.length;
  },
  pop: (_r, items, _args, self) => {
    self.items = items.slice(0, -1);
    return items.at(-1);
  },
  shift: (_r, items, _args, self) => {
    self.items = items.slice(1);
    return items[0];
  },
  splice: (_r, items, [from, n, ...more], self) => {
    const copy = [...items];
    const out = n === undefined ? copy.splice(numberOf(from)) : copy.splice(numberOf(from), numberOf(n), ...more);
    self.items = copy;
    return list(out);
  },
  reverse: (_r, items, _args, self) => {
    self.items = [...items].reverse();
    return self;
  },
  fill: (_r, items, [v], self) => {
    self.items = items.map(() => v);
    return self;
  },
  sort: (r, items, [fn], self) => {
    self.items = [...items].sort((a, b) =>
      fn === undefined ? (textOf(a) < textOf(b) ? -1 : 1) : numberOf(r.call(fn, [a, b])),
    );
    return self;
  },
};
/** Methods after which the list is another. */
const changes = new Set("push unshift pop shift splice reverse fill sort".split(" "));

const texts: Record<string, (text: string, args: Js[], r: Context) => Js> = {
  trim: (t) => t.trim(),
  trimStart: (t) => t.trimStart(),
  trimEnd: (t) => t.trimEnd(),
  toUpperCase: (t) => t.toUpperCase(),
  toLowerCase: (t) => t.toLowerCase(),
  includes: (t, [x]) => t.includes(textOf(x)),
  startsWith: (t, [x]) => t.startsWith(textOf(x)),
  endsWith: (t, [x]) => t.endsWith(textOf(x)),
  indexOf: (t, [x]) => t.indexOf(textOf(x)),
  lastIndexOf: (t, [x]) => t.lastIndexOf(textOf(x)),
  charAt: (t, [i]) => t.charAt(numberOf(i)),
  charCodeAt: (t, [i]) => t.charCodeAt(numberOf(i)),
  at: (t, [i]) => t.at(numberOf(i)),
  slice: (t, [a, b]) => t.slice(place(a), place(b)),
  substring: (t, [a, b]) => t.substring(numberOf(a), place(b)),
  substr: (t, [a, b]) => t.slice(numberOf(a), b === undefined ? undefined : numberOf(a) + numberOf(b)),
  concat: (t, args) => t + args.map(textOf).join(""),
  split: (t, [by]) =>
    list(by === undefined ? [t] : isA(by, "pattern") ? t.split(patternOf(by, t)) : t.split(textOf(by))),
  replace: (t, [a, b], r) => replaced(r, t, a, b, false),
  replaceAll: (t, [a, b], r) => replaced(r, t, a, b, true),
  match: (t, [p]) => {
    const found = isA(p, "pattern")
      ? t.match(patternOf(p, t))
      : t.match(patternOf({ is: "pattern", source: textOf(p), flags: "" }, t));
    return found && list([...found]);
  },
  padStart: (t, [n, by]) => t.padStart(Math.min(200, numberOf(n)), by === undefined ? " " : textOf(by)),
  padEnd: (t, [n, by]) => t.padEnd(Math.min(200, numberOf(n)), by === undefined ? " " : textOf(by)),
  repeat: (t, [n]) => t.repeat(Math.max(0, Math.min(200, Math.floor(numberOf(n)) || 0))),
  localeCompare: (t, [x]) => (t < textOf(x) ? -1 : t > textOf(x) ? 1 : 0),
  toString: (t: string) => t,
};
function replaced(r: Context, t: string, a: Js, b: Js, all: boolean): string {
  const by = (match: string, ...groups: unknown[]): string =>
    isA(b, "function")
      ? textOf(r.call(b, [match, ...groups.filter((g) => typeof g !== "object").map((g) => g as Js)]))
      : textOf(b).replaceAll("$&", () => match);
  if (isA(a, "pattern")) return t.replace(patternOf(a, t), by);
  return all ? t.replaceAll(textOf(a), by) : t.replace(textOf(a), by);
}

type Pairs = Record<string, (r: Context, p: JsPairs, args: Js[]) => Js>;
const indexIn = (p: JsPairs, key: Js): number => p.items.findIndex(([k]) => same(k, key));
function put(p: JsPairs, key: Js, value: Js): JsPairs {
  const at = indexIn(p, key);
  p.items = at < 0 ? [...p.items, [key, value]] : p.items.map((pair, i) => (i === at ? [key, value] : pair));
  return p;
}
const pairs: Pairs = {
  has: (_r, p, [key]) => indexIn(p, key) >= 0,
  get: (_r, p, [key]) => p.items[indexIn(p, key)]?.[1],
  keys: (_r, p) => list(p.items.map(([k]) => k)),
  values: (_r, p) => list(p.items.map(([, v]) => v)),
  entries: (_r, p) => list(p.items.map(([k, v]) => list([k, v]))),
  forEach: (r, p, [fn]) => {
    for (const [k, v] of [...p.items]) r.call(fn, [v, k, p]);
    return undefined;
  },
  set: (_r, p, [key, value]) => put(p, key, value),
  add: (_r, p, [value]) => put(p, value, value),
  delete: (_r, p, [key]) => {
    const at = indexIn(p, key);
    p.items = p.items.filter((_pair, i) => i !== at);
    return at >= 0;
  },
  clear: (_r, p) => {
    p.items = [];
    return undefined;
  },
};

const numbers: Record<string, (n: number, args: Js[], r: Context) => Js> = {
  toString: (n: number, [base]: Js[]) =>
    n.toString(base === undefined ? 10 : Math.min(36, Math.max(2, numberOf(base)))),
  toFixed: (n: number, [digits]: Js[]) => n.toFixed(Math.min(20, Math.max(0, numberOf(digits ?? 0)))),
  toLocaleString: (n: number, [language, options]: Js[], r: Context) => numberIn(r, n, language, options),
};

const own = <T>(of: Record<string, T>, name: string): T | null => (Object.hasOwn(of, name) ? of[name] : null);

/** A property of a list, a text, a number, a map, a set or a pattern. */
export function methodOf(r: Context, value: Js, name: string): Js {
  if (isA(value, "list")) {
    if (name === "length") return value.items.length;
    const call = own(lists, name);
    if (call)
      return method(name, (args) => {
        if (changes.has(name)) r.heap.touch(value);
        return call(r, value.items, args, value);
      });
  }
  if (isA(value, "pairs")) {
    if (name === "size") return value.items.length;
    const call = own(pairs, name);
    if (call)
      return method(name, (args) => {
        r.heap.touch(value);
        return call(r, value, args);
      });
  }
  if (isA(value, "pattern") && (name === "test" || name === "exec")) return matched(value, name);
  if (typeof value === "string") {
    if (name === "length") return value.length;
    if (/^\d+$/.test(name)) return value[Number(name)];
    const call = own(texts, name);
    if (call) return method(name, (args) => call(value, args, r));
  }
  if (typeof value === "number") {
    const call = own(numbers, name);
    if (call) return method(name, (args) => call(value, args, r));
  }
  if (typeof value === "boolean" && name === "toString") return native(name, () => String(value));
  throw new NotUnderstood(null, name);
}
const matched = (p: JsPattern, name: string): Js =>
  native(name, ([t]) => {
    const text = textOf(t);
    if (name === "test") return patternOf(p, text).test(text);
    const found = patternOf(p, text).exec(text);
    return found && list([...found]);
  });
