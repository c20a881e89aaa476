/** From a way through situations to a run on the clock: the earliest instants at which it can go that way. */
import type { Range } from "./zone";

/** One move of a way, and what is due after it. */
export interface Leg {
  /** Things that came with it, by their index before it; null where somebody did something. */
  due: readonly number[] | null;
  /** The things after it: index before, or -1; and how long those had left that begin with it, µs. */
  kept: readonly number[];
  begun: readonly (Range | null)[];
  /** Things that, at the move, can have no more left than so many µs. */
  soon?: readonly (readonly [thing: number, most: number])[];
}

/** x(to) is at least x(from) + by */
interface Bound {
  from: number;
  to: number;
  by: number;
}

export interface Wish {
  /** Instants, µs, that a move (by its index in `legs`) must not come before. */
  atLeast?: ReadonlyMap<number, number>;
  /** So long, µs, after what came before it somebody does something. */
  gap?: number;
}

/**
 * The earliest instant of each move, µs from the start: every one of them is as early as it can be in any run of that way.
 * @param start what is due when the run begins
 * @returns null where there is none
 */
export function earliest(
  start: readonly (Range | null)[],
  legs: readonly Leg[],
  { atLeast = new Map(), gap = 0 }: Wish = {},
): number[] | null {
  // Unknown 0 is the start; one for each move follows, then one for when each thing comes.
  let unknowns = legs.length + 1;
  const bounds: Bound[] = [];
  const begin = (at: number, [least, most]: Range): number => {
    const end = unknowns++;
    bounds.push({ from: at, to: end, by: least }, { from: end, to: at, by: -most });
    return end;
  };
  let ends = start.map((r) => begin(0, r!));
  legs.forEach(({ due, kept, begun, soon }, i) => {
    const at = i + 1;
    bounds.push({ from: i, to: at, by: due || i === 0 ? 0 : gap });
    const least = atLeast.get(i);
    if (least !== undefined) bounds.push({ from: 0, to: at, by: least });
    ends.forEach((end, thing) => {
      // Nothing that is due before the move may be passed over.
      if (!due?.includes(thing)) bounds.push({ from: at, to: end, by: 1 });
      else bounds.push({ from: at, to: end, by: 0 }, { from: end, to: at, by: 0 });
    });
    for (const [thing, most] of soon ?? []) bounds.push({ from: ends[thing], to: at, by: -most });
    ends = kept.map((k, j) => (k >= 0 ? ends[k] : begin(at, begun[j]!)));
  });
  const x = new Float64Array(unknowns);
  // Bellman and Ford: as many rounds as there are unknowns suffice where there is an answer.
  for (let round = 0; round <= unknowns; round++) {
    let changed = false;
    for (const { from, to, by } of bounds) {
      if (x[from] + by <= x[to]) continue;
      if (to === 0) return null;
      x[to] = x[from] + by;
      changed = true;
    }
    if (!changed) return [...x.subarray(1, legs.length + 1)];
  }
  return null;
}
