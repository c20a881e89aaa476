/** Methods of maps and sets (ECMA-262 §24.1, §24.2). */
import type { Context } from "../context";
import { isA, type Js, type JsPairs, list, NotUnderstood, sameValue } from "../values";
import { iteratorOf } from "./iterating";

type Pairs = Record<string, (r: Context, p: JsPairs, args: Js[]) => Js>;
const indexIn = (p: JsPairs, key: Js): number => p.items.findIndex(([k]) => sameValue(k, key));
function put(p: JsPairs, key: Js, value: Js): JsPairs {
  const at = indexIn(p, key);
  p.items = at < 0 ? [...p.items, [key, value]] : p.items.map((pair, i) => (i === at ? [pair[0], value] : pair));
  return p;
}
/** `new Map(…)`, `new Set(…)`. */
export function pairsOf(r: Context, kind: JsPairs["kind"], items: readonly Js[]): JsPairs {
  const made: JsPairs = { is: "pairs", id: null, kind, items: [] };
  for (const i of items) {
    if (kind === "Set") put(made, i, i);
    else put(made, r.member(i, "0"), r.member(i, "1"));
  }
  return made;
}
const keysOf = (r: Context, v: Js): Js[] => {
  if (!isA(v, "pairs")) throw new NotUnderstood(null, "what is no set");
  return pairsOf(
    r,
    "Set",
    v.items.map(([k]) => k),
  ).items.map(([k]) => k);
};
const has = (keys: readonly Js[], key: Js): boolean => keys.some((k) => sameValue(k, key));
/** What two sets make together. */
const among =
  (is: (inFirst: boolean, inSecond: boolean) => boolean) =>
  (r: Context, p: JsPairs, [other]: Js[]): Js => {
    const [a, b] = [keysOf(r, p), keysOf(r, other)];
    return pairsOf(
      r,
      "Set",
      [...a, ...b].filter((k) => is(has(a, k), has(b, k))),
    );
  };

export const pairs: Pairs = {
  has: (_r, p, [key]) => indexIn(p, key) >= 0,
  get: (_r, p, [key]) => p.items[indexIn(p, key)]?.[1],
  keys: (r, p) => iteratorOf(r, list(p.items.map(([k]) => k))),
  values: (r, p) => iteratorOf(r, list(p.items.map(([, v]) => v))),
  entries: (r, p) => iteratorOf(r, list(p.items.map(([k, v]) => list([k, v])))),
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
  union: among((a, b) => a || b),
  intersection: among((a, b) => a && b),
  difference: among((a, b) => a && !b),
  symmetricDifference: among((a, b) => a !== b),
  isSubsetOf: (r, p, [other]) => keysOf(r, p).every((k) => has(keysOf(r, other), k)),
  isSupersetOf: (r, p, [other]) => keysOf(r, other).every((k) => has(keysOf(r, p), k)),
  isDisjointFrom: (r, p, [other]) => !keysOf(r, p).some((k) => has(keysOf(r, other), k)),
};
