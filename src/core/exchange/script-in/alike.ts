/**
 * Ways to be that nobody can tell apart are one: the page shows the same, and whatever is done leads to the same. A script
 * keeps much that decides nothing, such as the handle of a timer that is over.
 */

import { type Explored, type Outcome, PRESSED } from "./exploring";
import { asOneTimer, withoutIdle } from "./idle";
import { numbered } from "./independent";
import { type Cell, isKept, keyOfStore, type Store } from "./reading";

/** Of more values, and of more ways to be, nothing is looked for. */
const [MANY, MANY_STORES] = [12, 1000];

interface Left {
  found: Explored;
  /** By store which of those that are left it is. */
  of: readonly number[];
}
type Unseen = (store: number, key: string) => boolean;

/** @param unseen whether a key of a store, by its number, says what nobody sees there */
export function told(all: Explored, unseen: Unseen = () => false): Left {
  let left = refined(all, unseen);
  const again = (found: Explored): boolean => {
    const first = firsts(left.of);
    const next = refined(found, (i, key) => unseen(first[i], key));
    const isLess = next.found.stores.length < left.found.stores.length;
    if (isLess) left = { found: next.found, of: left.of.map((i) => next.of[i]) };
    return isLess;
  };
  // With fewer ways to be, more of what is begun and let be is seen to do nothing.
  const fewer = (found: Explored): void => {
    if (again(withoutIdle(found))) fewer(left.found);
  };
  fewer(left.found);
  // Two timers may be kept as one: then which of them it was last tells nothing.
  for (const [one, other] of pairsOf([...left.found.timers.keys()])) {
    const joined = asOneTimer(left.found, one, other);
    if (joined) fewer(joined);
  }
  return left;
}

const pairsOf = <T>(all: readonly T[]): [T, T][] =>
  all.flatMap((one, i) => all.slice(i + 1).map((other): [T, T] => [one, other]));

/** Partition refinement: what looks the same is one until something that is done tells it apart. */
function refined(all: Explored, unseen: Unseen): Left {
  const found = { ...all, stores: all.stores.map((s, i) => asEver(s, (key) => unseen(i, key))) };
  const n = found.stores.length;
  const shown = found.stores.map((s, i) =>
    keyOfStore(new Map([...s].filter(([key]) => !isKept(key) && !unseen(i, key)))),
  );
  let of = numbered(shown);
  const outcomes = withTwins(found);
  // A timer that is not under way does as little as one that has nothing to do.
  const done = outcomes.map((row, a) =>
    found.acts[a].is === "timer" ? row.map((o, to) => o ?? { to, effects: [], whole: true }) : row,
  );
  const signs = done.map((row) => found.stores.map((_s, i) => signOf(row[i])));
  for (let before = 0; before < count(of); ) {
    before = count(of);
    const now = of;
    of = numbered(
      now.map((c, i) => `${c} ${done.map((row, a) => `${signs[a][i]}>${row[i] ? now[row[i].to] : ""}`).join(";")}`),
    );
  }
  if (count(of) === n) return { found, of: found.stores.map((_s, i) => i) };
  const first = firsts(of);
  const stores = spoken(found.stores, of, first);
  const left = outcomes.map((row) => first.map((i) => row[i] && { ...row[i], to: of[row[i].to] }));
  return { found: { ...found, stores: bare(stores), outcomes: left }, of };
}

/** What stands in what is not there stands in it as ever. */
const asEver = (store: Store, unseen: (key: string) => boolean): Store =>
  new Map([...store].map(([key, value]) => [key, key.startsWith("attached ") && unseen(key) ? true : value]));

/**
 * With a button down some things cannot be done that can be with it up, and the other way round: what cannot be done in the
 * one tells it from the other no more than what can.
 */
function withTwins({ stores, outcomes }: Explored): (Outcome | undefined)[][] {
  const without = stores.map((s) => keyOfStore(new Map([...s].filter(([key]) => key !== PRESSED))));
  const twins = stores.map((_s, i) => stores.flatMap((_o, k) => (k !== i && without[k] === without[i] ? [k] : [])));
  return outcomes.map((row) =>
    stores.map((_s, i) => row[i] ?? twins[i].map((k) => row[k]).find((o) => o !== undefined)),
  );
}

const signOf = (o: Outcome | undefined): string => (o ? JSON.stringify([o.effects, o.whole]) : "");
const count = (of: readonly number[]): number => new Set(of).size;
const firsts = (of: readonly number[]): number[] => {
  const out: number[] = [];
  for (const [i, c] of of.entries()) out[c] ??= i;
  return out;
};

/**
 * The first store of each, where what a script keeps in several ways that come to the same is kept in one of them: so ways
 * to be that differ in two things are told by two.
 */
function spoken(stores: readonly Store[], of: readonly number[], first: readonly number[]): readonly Store[] {
  const as = new Map(
    [...new Set(stores.flatMap((s) => [...s.keys()].filter(isKept)))].map((k) => [k, sameFor(k, stores, of)]),
  );
  const one = (s: Store): Store => {
    const out = new Map(s);
    for (const [key, values] of as) {
      if (!values.has(s.get(key))) continue;
      const value = values.get(s.get(key));
      if (value === undefined) out.delete(key);
      else out.set(key, value);
    }
    return out;
  };
  const out = first.map((i) => one(stores[i]));
  return new Set(out.map(keyOfStore)).size === out.length ? out : first.map((i) => stores[i]);
}

/** By value of a key, the one that stands for it: wherever all else is the same, one comes to what the other does. */
function sameFor(
  key: string,
  stores: readonly Store[],
  of: readonly number[],
): Map<Cell | undefined, Cell | undefined> {
  const values = [...new Set(stores.map((s) => s.get(key)))];
  const out = new Map<Cell | undefined, Cell | undefined>();
  if (values.length < 2 || values.length > MANY || stores.length > MANY_STORES) return out;
  const rest = stores.map((s) => keyOfStore(new Map([...s].filter(([k]) => k !== key))));
  const others = new Map<string, Map<Cell | undefined, number>>();
  stores.forEach((s, i) => {
    const beside = others.get(rest[i]) ?? new Map<Cell | undefined, number>();
    others.set(rest[i], beside.set(s.get(key), of[i]));
  });
  const isSame = (a: Cell | undefined, b: Cell | undefined): boolean => {
    const both = [...others.values()].filter((beside) => beside.has(a) && beside.has(b));
    return both.length > 0 && both.every((beside) => beside.get(a) === beside.get(b));
  };
  values.forEach((value, i) => {
    const at = values.findIndex((other, k) => k < i && !out.has(other) && isSame(other, value));
    if (at >= 0) out.set(value, values[at]);
  });
  return out;
}

/** Without what the script keeps and what nothing is told by; numbers, which may count, stay. */
function bare(stores: readonly Store[]): Store[] {
  let now = stores.map((s) => new Map(s));
  const keys = new Set(stores.flatMap((s) => [...s.keys()].filter(isKept)));
  for (const key of keys) {
    if (now.some((s) => typeof s.get(key) === "number")) continue;
    const without = now.map((s) => new Map([...s].filter(([k]) => k !== key)));
    if (new Set(without.map(keyOfStore)).size === now.length) now = without;
  }
  return now;
}
