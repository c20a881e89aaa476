/** Methods of lists and texts. */
import type { Context } from "../context";
import { isTrue, type Js, list, NotUnderstood, native, same, textOf } from "../values";

type Lists = Record<string, (r: Context, items: Js[], args: Js[], self: Js) => Js>;
const lists: Lists = {
  forEach: (r, items, [fn], self) => {
    for (const [i, x] of items.entries()) r.call(fn, [x, i, self]);
    return undefined;
  },
  map: (r, items, [fn]) => list(items.map((x, i) => r.call(fn, [x, i]))),
  filter: (r, items, [fn]) => list(items.filter((x, i) => isTrue(r.call(fn, [x, i])))),
  find: (r, items, [fn]) => items.find((x, i) => isTrue(r.call(fn, [x, i]))),
  findIndex: (r, items, [fn]) => items.findIndex((x, i) => isTrue(r.call(fn, [x, i]))),
  some: (r, items, [fn]) => items.some((x, i) => isTrue(r.call(fn, [x, i]))),
  every: (r, items, [fn]) => items.every((x, i) => isTrue(r.call(fn, [x, i]))),
  includes: (_r, items, [x]) => items.some((y) => same(x, y)),
  indexOf: (_r, items, [x]) => items.findIndex((y) => same(x, y)),
  at: (_r, items, [i]) => items.at(Number(i as number)),
  item: (_r, items, [i]) => items[Number(i as number)] ?? null,
  slice: (_r, items, [a, b]) => list(items.slice(a as number | undefined, b as number | undefined)),
  concat: (r, items, args) =>
    list([...items, ...args.flatMap((a) => (typeof a === "object" && a?.is === "list" ? r.items(a) : [a]))]),
  join: (_r, items, [by]) => items.map(textOf).join(by === undefined ? "," : textOf(by)),
  entries: (_r, items) => list(items.map((x, i) => list([i, x]))),
  keys: (_r, items) => list(items.map((_x, i) => i)),
  reverse: (_r, items) => list([...items].reverse()),
};
const texts: Record<string, (text: string, args: Js[]) => Js> = {
  trim: (t) => t.trim(),
  toUpperCase: (t) => t.toUpperCase(),
  toLowerCase: (t) => t.toLowerCase(),
  includes: (t, [x]) => t.includes(textOf(x)),
  startsWith: (t, [x]) => t.startsWith(textOf(x)),
  endsWith: (t, [x]) => t.endsWith(textOf(x)),
  slice: (t, [a, b]) => t.slice(a as number | undefined, b as number | undefined),
  split: (t, [by]) => list(t.split(textOf(by))),
  replace: (t, [a, b]) => t.replace(textOf(a), () => textOf(b)),
  padStart: (t, [n, by]) => t.padStart(Math.min(200, Number(n as number)), by === undefined ? " " : textOf(by)),
  toString: (t: string) => t,
};

/** A property of a list, a text or a number. */
export function methodOf(r: Context, value: Js, name: string): Js {
  if (typeof value === "object" && value?.is === "list") {
    if (name === "length") return value.items.length;
    const call = Object.hasOwn(lists, name) ? lists[name] : null;
    if (call) return native(name, (args) => call(r, value.items, args, value));
  }
  if (typeof value === "string") {
    if (name === "length") return value.length;
    const call = Object.hasOwn(texts, name) ? texts[name] : null;
    if (call) return native(name, (args) => call(value, args));
  }
  if (typeof value === "number" && (name === "toString" || name === "toFixed"))
    return native(name, ([digits]) => (name === "toFixed" ? value.toFixed(Number(digits ?? 0)) : String(value)));
  throw new NotUnderstood(null, name);
}
