/** Which ways to be are worth going on from, of a page that has too many. */
import type { Store } from "../reading";
import { type Done, type Parted, parted } from "./parted";

/** So many at a time: what they show may make others needless. */
const AT_ONCE = 12;
/** Two groups are looked at in so many of their ways together: in all, where there are no more. */
const PAIRS = 64;
/** A group with more ways is not told apart any further. */
const MOST_WAYS = 640;
/** What is new of one group counts for more than all that is together. */
const OF_ONE = 1e6;
const OF_ITS_ACTS = 1e3;

/** One to go on from: by every act, or only by those that did something somewhere. */
export interface Next {
  store: number;
  every: boolean;
}
export interface Been {
  stores: readonly Store[];
  done: readonly Done[];
  /** Stores from which acts were done, and whether every act was. */
  gone: ReadonlyMap<number, boolean>;
  canBe(act: number, store: number): boolean;
}

/**
 * First those in which a group is in a way that was not gone on from, or in which an act can be done that leads it on and was
 * not done in that way; then those in which two groups are so together.
 * @param pairs whether two together are asked for
 * @returns null where there are too many
 */
export function worthGoingOn(been: Been, pairs: boolean): Next[] | null {
  const seen = new Seen(been, parted(been.stores, been.done));
  if (seen.isTooMuch) return null;
  for (const [store, every] of been.gone) seen.take(store, every);
  const out: Next[] = [];
  const left = new Set(been.stores.keys());
  for (const [store, every] of been.gone) if (every) left.delete(store);
  while (out.length < AT_ONCE) {
    let [best, most] = [-1, 0];
    for (const store of left) {
      const news = seen.news(store, pairs && !been.gone.has(store));
      if (news > most) [best, most] = [store, news];
    }
    if (best < 0) break;
    const every = most >= OF_ONE;
    seen.take(best, every);
    left.delete(best);
    out.push({ store: best, every });
  }
  return out;
}

/** What of the groups' ways was gone on from, what of their acts was done in each, and what of two groups' ways together. */
class Seen {
  readonly isTooMuch: boolean;
  private readonly of: Parted["of"];
  private readonly ways: readonly Set<number>[];
  private readonly pairs: readonly Set<number>[][];
  /** By group: the acts that lead it on, each with the ways in which it was done. */
  private readonly acts: readonly Map<number, Set<number>>[];

  constructor(
    private readonly been: Been,
    { of, sizes }: Parted,
  ) {
    this.of = of;
    this.isTooMuch = sizes.some((n) => n > MOST_WAYS);
    this.ways = of.map(() => new Set());
    this.pairs = of.map(() => of.map(() => new Set()));
    this.acts = of.map((ways) => {
      const leading = new Map<number, Set<number>>();
      for (const { act, from, to } of been.done) if (ways[from] !== ways[to]) leading.set(act, new Set());
      for (const { act, from } of been.done) leading.get(act)?.add(ways[from]);
      return leading;
    });
  }

  take(store: number, every: boolean): void {
    for (const [g, ways] of this.of.entries()) {
      if (every) this.ways[g].add(ways[store]);
      for (let h = 0; h < g; h++) this.pairs[g][h].add(this.pair(g, h, store));
      for (const [act, known] of this.acts[g])
        if (!known.has(ways[store]) && this.been.canBe(act, store)) known.add(ways[store]);
    }
  }

  /** How much is new about it. */
  news(store: number, pairs: boolean): number {
    let news = 0;
    for (const [g, ways] of this.of.entries()) {
      if (!this.ways[g].has(ways[store])) news += OF_ONE;
      for (const [act, known] of this.acts[g])
        if (!known.has(ways[store]) && this.been.canBe(act, store)) news += OF_ITS_ACTS;
      if (pairs)
        for (let h = 0; h < g; h++) {
          const known = this.pairs[g][h];
          if (known.size < PAIRS && !known.has(this.pair(g, h, store))) news++;
        }
    }
    return news;
  }

  private pair(g: number, h: number, store: number): number {
    return this.of[g][store] * 1e5 + this.of[h][store];
  }
}
