/**
 * Sets of timings as zones: difference bound matrices over how long each thing that is due has left. Since clocks count
 * down from a constant and are asked for nothing but zero, every bound stays within the delays of the specification:
 * there are finitely many zones, and normalising them by the largest constants would change nothing.
 * Time is whole microseconds, so "before" is at least one of them, and no bound need be strict.
 */

/**
 * (n + 1)² bounds, row by row: `zone[i * (n + 1) + j]` is the most that left(i) − left(j) can be, µs. Row and column 0 stand
 * for zero. Always in canonical form: no bound can be made tighter without losing a timing.
 */
export type Zone = Float64Array;

/** µs */
export type Range = readonly [least: number, most: number];

/** Nothing is due: one timing, and time does not matter. */
export const TIMELESS: Zone = new Float64Array(1);

/** n + 1 */
export const widthOf = (zone: Zone): number => Math.round(Math.sqrt(zone.length));

/** Makes left(i) − left(j) at most `most`, in place. @returns false where no timing is left; the zone is then of no use */
export function restrict(zone: Zone, i: number, j: number, most: number): boolean {
  const w = widthOf(zone);
  if (zone[j * w + i] + most < 0) return false;
  if (zone[i * w + j] <= most) return true;
  for (let a = 0; a < w; a++) {
    const reach = zone[a * w + i] + most;
    for (let b = 0; b < w; b++) {
      const through = reach + zone[j * w + b];
      if (through < zone[a * w + b]) zone[a * w + b] = through;
    }
  }
  return true;
}

/** All that lets time pass until the first has `floor` µs left, in place: 1 before anything is due, 0 at that instant. */
export function elapse(zone: Zone, floor: number): Zone {
  const w = widthOf(zone);
  for (let i = 1; i < w; i++) {
    let least = -floor;
    for (let j = 1; j < w; j++) least = Math.min(least, zone[j * w + i] - floor);
    zone[i] = least;
  }
  return zone;
}

/**
 * What follows when some things are over and others begin.
 * @param kept for each thing that there is then, its index (from 0) in `zone`; -1 for one that begins
 * @param begun how long each of those that begin has left, by their index
 */
export function follow(zone: Zone, kept: readonly number[], begun: readonly (Range | null)[]): Zone {
  const n = kept.length;
  if (!n) return TIMELESS;
  const from = widthOf(zone);
  const w = n + 1;
  const out = new Float64Array(w * w);
  // Bounds of each against zero first: what begins is tied to nothing but now.
  for (let i = 1; i < w; i++) {
    const k = kept[i - 1] + 1;
    const range = begun[i - 1];
    out[i * w] = range ? range[1] : zone[k * from];
    out[i] = range ? -range[0] : zone[k];
  }
  for (let i = 1; i < w; i++)
    for (let j = 1; j < w; j++) {
      if (i === j) continue;
      const a = kept[i - 1];
      const b = kept[j - 1];
      out[i * w + j] = a >= 0 && b >= 0 ? zone[(a + 1) * from + b + 1] : out[i * w] + out[j];
    }
  return out;
}

/** True where every timing of `inner` is one of `outer`. */
export function covers(outer: Zone, inner: Zone): boolean {
  for (let i = 0; i < outer.length; i++) if (inner[i] > outer[i]) return false;
  return true;
}

/** The timing in which everything has as long left as it can have, µs; it is one of the zone. */
export function longest(zone: Zone): number[] {
  const w = widthOf(zone);
  return Array.from({ length: w - 1 }, (_x, i) => zone[(i + 1) * w]);
}

/** How long a thing can have left. @param i its index, from 0 */
export const rangeOf = (zone: Zone, i: number): Range => [-zone[i + 1], zone[(i + 1) * widthOf(zone)]];

/** True where the two things always come at one instant, whatever was done when. */
export function tied(zone: Zone, i: number, j: number): boolean {
  const w = widthOf(zone);
  return zone[(i + 1) * w + j + 1] === 0 && zone[(j + 1) * w + i + 1] === 0;
}

/** What can be due first: which things at once, and the timings in which just those are. */
export interface Instant {
  /** Indices from 0, ascending. */
  due: readonly number[];
  zone: Zone;
}

/** Every set of things that can be the first to come, once each. @param zone before anything is due */
export function firstInstants(zone: Zone): Instant[] {
  const n = widthOf(zone) - 1;
  if (!n) return [];
  const at = elapse(zone.slice(), 0);
  if (n === 1) {
    restrict(at, 1, 0, 0);
    return [{ due: [0], zone: at }];
  }
  const out: Instant[] = [];
  // For each thing, at its turn: either it is due now, or it has at least one µs left.
  const choose = (z: Zone, i: number, due: readonly number[]): void => {
    if (i > n) {
      if (due.length) out.push({ due, zone: z });
      return;
    }
    const now = z.slice();
    if (restrict(now, i, 0, 0)) choose(now, i + 1, [...due, i - 1]);
    if (restrict(z, 0, i, -1)) choose(z, i + 1, due);
  };
  choose(at, 1, []);
  return out;
}
