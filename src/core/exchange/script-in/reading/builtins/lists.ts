/** Methods of lists (ECMA-262 §23.1.3). */
import type { Context } from "../context";
import { isA, isTrue, type Js, type JsList, list, numberOf, same, sameValue, textOf } from "../values";
import { iteratorOf } from "./iterating";

type Lists = Record<string, (r: Context, items: Js[], args: Js[], self: JsList) => Js>;
const flat = (items: Js[], depth: number): Js[] =>
  items.flatMap((i) => (isA(i, "list") && depth > 0 ? flat(i.items, depth - 1) : [i]));
export const place = (v: Js): number | undefined => (v === undefined ? undefined : numberOf(v));
/** Nothing is no text between others (§23.1.3.18). */
const joinedBy = (items: Js[], by: Js): string =>
  items.map((v) => (v === null || v === undefined ? "" : textOf(v))).join(by === undefined ? "," : textOf(by));

/** A function that is given each one, its place and all of them. */
const by =
  (r: Context, [fn, self]: Js[], all: Js) =>
  (x: Js, i: number): Js =>
    r.call(fn, [x, i, all], self);
const holds = (r: Context, args: Js[], all: Js) => {
  const call = by(r, args, all);
  return (x: Js, i: number): boolean => isTrue(call(x, i));
};
const inOrder = (r: Context, items: Js[], fn: Js): Js[] =>
  [...items].sort((a, b) => {
    if (fn !== undefined) return numberOf(r.call(fn, [a, b]));
    const [x, y] = [textOf(a), textOf(b)];
    return x < y ? -1 : x > y ? 1 : 0;
  });
/** As `splice` is given them. */
const cut = (items: Js[], args: Js[]): { left: Js[]; out: Js[] } => {
  const left = [...items];
  const [from, n, ...more] = args;
  const out = args.length < 2 ? left.splice(numberOf(from)) : left.splice(numberOf(from), numberOf(n), ...more);
  return { left, out };
};
const summed = (r: Context, items: Js[], args: Js[], self: JsList, places: number[]): Js => {
  const [fn] = args;
  const rest = args.length > 1 ? places : places.slice(1);
  return rest.reduce(
    (sum: Js, i) => r.call(fn, [sum, items[i], i, self]),
    args.length > 1 ? args[1] : items[places[0]],
  );
};

export const lists: Lists = {
  forEach: (r, items, args, self) => {
    const call = by(r, args, self);
    for (const [i, x] of [...items].entries()) call(x, i);
    return undefined;
  },
  map: (r, items, args, self) => list(items.map(by(r, args, self))),
  flatMap: (r, items, args, self) => list(flat(items.map(by(r, args, self)), 1)),
  flat: (_r, items, [depth]) => list(flat(items, depth === undefined ? 1 : numberOf(depth))),
  filter: (r, items, args, self) => list(items.filter(holds(r, args, self))),
  find: (r, items, args, self) => items.find(holds(r, args, self)),
  findLast: (r, items, args, self) => items.findLast(holds(r, args, self)),
  findIndex: (r, items, args, self) => items.findIndex(holds(r, args, self)),
  findLastIndex: (r, items, args, self) => items.findLastIndex(holds(r, args, self)),
  some: (r, items, args, self) => items.some(holds(r, args, self)),
  every: (r, items, args, self) => items.every(holds(r, args, self)),
  reduce: (r, items, args, self) => summed(r, items, args, self, [...items.keys()]),
  reduceRight: (r, items, args, self) => summed(r, items, args, self, [...items.keys()].reverse()),
  includes: (_r, items, [x, from]) => items.slice(place(from)).some((y) => sameValue(x, y)),
  indexOf: (_r, items, [x, from]) => {
    const start =
      from === undefined ? 0 : numberOf(from) < 0 ? Math.max(0, items.length + numberOf(from)) : numberOf(from);
    return items.findIndex((y, i) => i >= start && same(x, y));
  },
  lastIndexOf: (_r, items, [x]) => items.findLastIndex((y) => same(x, y)),
  ["hasOwnProperty" as string]: (_r: Context, items: Js[], [n]: Js[]) =>
    textOf(n) === "length" || items[Number(textOf(n))] !== undefined,
  at: (_r, items, [i]) => items.at(i === undefined ? 0 : numberOf(i)),
  item: (_r, items, [i]) => items[numberOf(i)] ?? null,
  slice: (_r, items, [a, b]) => list(items.slice(place(a), place(b))),
  concat: (_r, items, args) => list([...items, ...args.flatMap((a) => (isA(a, "list") ? a.items : [a]))]),
  join: (_r, items, [text]) => joinedBy(items, text),
  toString: (_r: Context, items: Js[]) => joinedBy(items, undefined),
  entries: (r, items) => iteratorOf(r, list(items.map((x, i) => list([i, x])))),
  keys: (r, items) => iteratorOf(r, list(items.map((_x, i) => i))),
  values: (r, _items, _args, self) => iteratorOf(r, self),
  toReversed: (_r, items) => list([...items].reverse()),
  toSorted: (r, items, [fn]) => list(inOrder(r, items, fn)),
  toSpliced: (_r, items, args) => list(cut(items, args).left),
  with: (_r, items, [i, v]) => list(items.with(numberOf(i), v)),
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
  splice: (_r, items, args, self) => {
    const { left, out } = cut(items, args);
    self.items = left;
    return list(out);
  },
  reverse: (_r, items, _args, self) => {
    self.items = [...items].reverse();
    return self;
  },
  fill: (_r, items, [v, from, to], self) => {
    self.items = [...items].fill(v, place(from), place(to));
    return self;
  },
  sort: (r, items, [fn], self) => {
    self.items = inOrder(r, items, fn);
    return self;
  },
};
/** Methods after which the list is another. */
export const changing = new Set("push unshift pop shift splice reverse fill sort".split(" "));
