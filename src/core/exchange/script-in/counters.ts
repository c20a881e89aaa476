/**
 * Numbers that count. A page that counts down from ten can be in eleven ways that differ in a number and in what is said
 * of it: they become one state, a datum, and texts with the datum in them. What an act makes of the number is told from
 * all of its values: so much more or less, or a value; where it goes on otherwise, by a condition.
 */
import { escapeTemplate } from "../../model";
import type { Branch, Explored, Outcome } from "./exploring";
import { holeOf, isSaid, sayingOf, widthOf } from "./numbers";
import type { Cell, Effect, Store } from "./reading";
import { keyOfStore } from "./reading";

export interface Counter {
  /** The variable's own name. */
  name: string;
  initial: number;
  min: number;
  max: number;
}
export interface Counted {
  found: Explored;
  counter: Counter | null;
  /** By store of what was explored: the store of `found` that it is; -1 where it was let go. */
  of: readonly number[];
  /** A number that goes on below nought, as if nobody had meant it to: from there on nothing is told. */
  below: string | null;
}

/** Fewer ways to be are states of their own. */
const LEAST = 4;
/** As far as a number counts for which no end is said: well beyond what was seen of it. */
const endless = (seen: number): number => {
  let most = 999;
  while (most < seen * 2) most = most * 10 + 9;
  return most;
};
/** Stands before a text with data in it; nothing that a page says begins so. */
export const TEMPLATE = "\u0000template ";
export const isTemplate = (v: Cell | undefined): v is string => typeof v === "string" && v.startsWith(TEMPLATE);

const nameOf = (key: string): string => key.split(/[ |.]/).at(-1)!.replace(/^#/, "");

/**
 * @param own what the markup itself says of a key of the store
 * @param taken names that numbers have already
 */
export function counted(
  found: Explored,
  own: (key: string) => string | null,
  taken: ReadonlySet<string> = new Set(),
): Counted {
  const itself: Counted = { found, counter: null, of: found.stores.map((_s, i) => i), below: null };
  const tried = [...found.numbers].flatMap(([key, first]) => {
    const name = freeDatum(nameOf(key), taken);
    const whole = generalised(found, key, first, own, name);
    if (whole) return whole;
    const above = found.endless.has(key) && first >= 0 ? fromNought(found, key, first) : null;
    const part = above && generalised(above.found, key, first, own, name);
    return part ? { ...part, of: above.of.map((i) => (i < 0 ? -1 : part.of[i])), below: name } : [];
  });
  // The one that makes most into one.
  return tried.sort((a, b) => a.found.stores.length - b.found.stores.length)[0] ?? itself;
}

function freeDatum(name: string, taken: ReadonlySet<string>): string {
  let n = 2;
  if (!taken.has(name)) return name;
  while (taken.has(`${name}${n}`)) n++;
  return `${name}${n}`;
}

/** Without the ways to be in which the number is below nought. */
function fromNought(found: Explored, key: string, first: number): { found: Explored; of: number[] } | null {
  const kept = found.stores.flatMap((s, i) => ((numberIn(s, key, first) ?? 0) >= 0 ? [i] : []));
  if (kept.length === found.stores.length) return null;
  const of = found.stores.map((_s, i) => kept.indexOf(i));
  const outcomes = found.outcomes.map((row) =>
    kept.map((i) => {
      const o = row[i];
      return o && of[o.to] >= 0 ? { ...o, to: of[o.to] } : undefined;
    }),
  );
  const endless = new Set([...found.endless].filter((k) => k !== key));
  return { found: { ...found, stores: kept.map((i) => found.stores[i]), outcomes, endless }, of };
}

/** What is kept there besides, such as nothing at all, is a way to be of its own, in which the number is as at first. */
const numberIn = (store: Store, key: string, first: number): number | null => {
  const v = store.has(key) ? store.get(key) : first;
  if (typeof v !== "number") return first;
  return Number.isInteger(v) ? v : null;
};

type Own = (key: string) => string | null;
function generalised(found: Explored, key: string, first: number, own: Own, name: string): Counted | null {
  const whole = byNumber(found, found.stores, key, first, own, name);
  if (whole !== "both") return whole;
  // That nothing is there yet is not what is meant by the number that stands for it.
  const isNone = (s: Store): boolean => typeof s.get(key) !== "number";
  const marked = found.stores.map((s) => (isNone(s) ? new Map(s).set(`${key} none`, true) : s));
  const apart = byNumber(found, marked, key, first, own, name);
  return apart === "both" ? null : apart;
}

/**
 * @param ways the stores of what was found, in their order
 * @returns "both" where of one state and one number there are several ways to be
 */
function byNumber(
  found: Explored,
  ways: readonly Store[],
  key: string,
  first: number,
  own: Own,
  name: string,
): Counted | "both" | null {
  const values = found.stores.map((s) => numberIn(s, key, first));
  if (values.some((v) => v === null) || new Set(values).size < LEAST) return null;
  const numbers = values as number[];
  const stores = symbolic(ways, key, numbers, name, own);
  const index = new Map<string, number>();
  const merged: Store[] = [];
  const of = stores.map((s) => {
    const id = keyOfStore(s);
    const at = index.get(id) ?? merged.push(s) - 1;
    index.set(id, at);
    return at;
  });
  if (new Set(of.map((c, i) => `${c} ${numbers[i]}`)).size < of.length) return "both";
  // It was worth it.
  if (merged.length * 2 > found.stores.length) return null;
  const outcomes: (Outcome | undefined)[][] = [];
  for (const [a] of found.acts.entries()) {
    const row: (Outcome | undefined)[] = [];
    for (const c of merged.keys()) {
      const cases = of.flatMap((k, i) => {
        const o = k === c ? found.outcomes[a][i] : undefined;
        return o ? [{ n: numbers[i], to: of[o.to], after: numbers[o.to], effects: o.effects, whole: o.whole }] : [];
      });
      const said = outcomeOf(cases, name, c, first);
      if (said === null) return null;
      row.push(said);
    }
    outcomes.push(row);
  }
  const max = Math.max(...numbers);
  const min = Math.min(...numbers);
  // What was not followed any further goes on.
  const goesOn = found.endless.has(key);
  const counter = {
    name,
    initial: first,
    min: goesOn && Math.abs(min - first) > max - first ? -endless(-min) : min,
    max: goesOn && max - first >= Math.abs(min - first) ? endless(max) : max,
  };
  return { found: { ...found, stores: merged, outcomes }, counter, of, below: null };
}

/** The stores without the number, and what depends on it said by it. */
function symbolic(stores: readonly Store[], key: string, numbers: readonly number[], name: string, own: Own): Store[] {
  const out = stores.map((s) => {
    const copy = new Map(s);
    if (typeof copy.get(key) === "number") copy.delete(key);
    return copy;
  });
  const keys = new Set(stores.flatMap((s) => [...s.keys()]));
  keys.delete(key);
  for (const k of keys) {
    // What is said by the markup, in the way to be in which nothing was said yet, goes by the number, too.
    const skeletons = new Map<string, number[]>();
    stores.forEach((s, i) => {
      const v = s.has(k) ? s.get(k) : own(k);
      if (typeof v !== "string" && typeof v !== "number") return;
      const skeleton = String(v).replace(/\d+(\.\d+)?/g, "#");
      const list = skeletons.get(skeleton);
      if (list) list.push(i);
      else skeletons.set(skeleton, [i]);
    });
    for (const [skeleton, at] of skeletons) {
      if (!skeleton.includes("#")) continue;
      const texts = at.map((i) => String(stores[i].has(k) ? stores[i].get(k) : own(k)));
      if (new Set(texts).size < Math.min(3, LEAST - 1)) continue;
      const found = templateOf(
        texts,
        at.map((i) => numbers[i]),
        name,
      );
      for (const i of found?.fits ?? []) out[at[i]].set(k, TEMPLATE + found!.template);
    }
  }
  return out;
}

interface Template {
  template: string;
  fits: number[];
}
/** Numbers as a whole; or, where they always have their decimals, what stands before the point and behind it. */
function templateOf(texts: readonly string[], numbers: readonly number[], name: string): Template | null {
  const whole = templateBy(/(\d+(?:\.\d+)?)/, texts, numbers, name);
  if (whole?.fits.length === texts.length || !texts.every((t) => /\d\.\d/.test(t))) return whole;
  const split = templateBy(/(\d+)/, texts, numbers, name);
  return (split?.fits.length ?? 0) > (whole?.fits.length ?? 0) ? split : whole;
}

/**
 * One text with the number in it that is most of the texts, and which of them it is: what was said before the number was
 * set anew stays for a while, and goes by no number.
 */
function templateBy(
  digits: RegExp,
  texts: readonly string[],
  numbers: readonly number[],
  name: string,
): Template | null {
  const parts = texts.map((t) => t.split(digits));
  let fits = texts.map((_t, i) => i);
  const out: string[] = [];
  for (const [i, piece] of parts[0].entries()) {
    if (i % 2 === 0) {
      out.push(escapeTemplate(piece));
      continue;
    }
    if (new Set(fits.map((f) => parts[f][i])).size === 1) {
      out.push(piece);
      continue;
    }
    const width = widthOf(fits.map((f) => parts[f][i]));
    // What begins with a nought all the same is written in a way that is not told.
    if (!width) fits = fits.filter((f) => String(Number(parts[f][i])) === parts[f][i]);
    const saying = sayingOf(
      fits.map((f) => numbers[f]),
      fits.map((f) => Number(parts[f][i])),
      name,
    );
    if (!saying) return null;
    fits = fits.filter((f) => isSaid(saying, numbers[f], Number(parts[f][i])));
    out.push(holeOf(saying, width));
  }
  // What goes by something else is the same now and then.
  if (fits.length * 2 <= texts.length) return null;
  return new Set(fits.map((f) => numbers[f])).size < LEAST - 1 ? null : { template: out.join(""), fits };
}

interface Case {
  n: number;
  to: number;
  after: number;
  effects: readonly Effect[];
  whole: boolean;
}
/** What becomes of the number: so much more, or a value. */
type Law = { by: number } | { is: number };
const fits = (law: Law, { n, after }: Case): boolean => ("by" in law ? after - n === law.by : after === law.is);

/** @returns null where no few conditions tell what is done */
function outcomeOf(cases: readonly Case[], name: string, at: number, first: number): Outcome | undefined | null {
  if (!cases.length) return undefined;
  const sorted = [...cases].sort((a, b) => a.n - b.n);
  const sameAs = (a: Case, b: Case): boolean =>
    a.to === b.to && JSON.stringify(a.effects) === JSON.stringify(b.effects);
  // Laws that hold for most come first: a single value could follow any.
  const laws: Law[] = sorted.flatMap((c): Law[] => [{ by: c.after - c.n }, { is: c.after }]);
  const count = (law: Law): number => sorted.filter((c) => fits(law, c)).length;
  const ranked = [...new Map(laws.map((l) => [JSON.stringify(l), l])).values()]
    .map((law) => ({
      law,
      n: count(law) + ("by" in law ? (law.by === 0 ? 0.5 : 0) : law.is === first ? 0.4 : sorted.length === 1 ? 0.3 : 0),
    }))
    .sort((a, b) => b.n - a.n)
    .map((l) => l.law);
  const pieces: { from: Case; last: Case; law: Law }[] = [];
  for (const c of sorted) {
    const piece = pieces.at(-1);
    if (piece && sameAs(piece.last, c) && fits(piece.law, c)) piece.last = c;
    else pieces.push({ from: c, last: c, law: ranked.find((l) => fits(l, c))! });
  }
  if (pieces.length > 3) return null;
  const branches = pieces.map(({ from, last, law }, i): Branch => {
    const low = i > 0 ? `${name} >= ${from.n}` : "";
    const high = i < pieces.length - 1 ? `${name} <= ${last.n}` : "";
    const assign =
      "is" in law
        ? `${name} = ${law.is}`
        : law.by
          ? `${name} = ${name} ${law.by > 0 ? "+" : "-"} ${Math.abs(law.by)}`
          : "";
    return { when: [low, high].filter(Boolean).join(" && "), to: from.to, effects: from.effects, assign };
  });
  const [only] = branches;
  const whole = cases.every((c) => c.whole);
  if (branches.length === 1) return { to: only.to, effects: only.effects, whole, ...(only.assign ? { branches } : {}) };
  return { to: at, effects: [], whole, branches };
}
