/** Motions turned back half-way: how long they take on the way back depends on how far they had come (CSS Transitions 1 §3). */
import { progressAt, type Track, trackEnd } from "../../surface";
import { type Range, rangeOf, widthOf, type Zone } from "./zone";

/** One motion in the place of another. @param was index of the old one among the things of `before` */
export interface Turned {
  was: number;
  old: Track;
  is: Track;
}

/** True where the one is the other turned back once; what it turned to in more than one move has to be tried. */
export function isReversal({ old, is }: Turned): boolean {
  if (is.to !== old.reverseFrom || is.reverseFrom !== old.to) return false;
  return Math.abs(is.shortening - shortened(old, trackEnd(old) - is.start)) < 1e-9;
}

/** A motion from where it was to somewhere else takes its whole time, however far the old one had come. */
export const isAnew = ({ is }: Turned): boolean => is.shortening === 1 && is.reverseFrom === is.from;

/** The shortening factor of a motion turned back when the old one has `left` ms. */
function shortened(old: Track, left: number): number {
  const output = progressAt(old, trackEnd(old) - left);
  return Math.min(1, Math.max(0, Math.abs(output * old.shortening + 1 - old.shortening)));
}

/** How long it would have left, µs, had it been turned back when the old one had `left` ms. */
function leftAfter(turned: Turned, left: number): number {
  const { delay, whole } = turned.is;
  return Math.round(1000 * (delay + whole * (isReversal(turned) ? shortened(turned.old, left) : 1)));
}

const SHARES = [0, 0.25, 0.5, 0.75, 1];

/** How long it would have left, µs, at some of the instants at which it can have been turned, the first one first. */
export function leftsOf(turned: Turned, zone: Zone): number[] {
  const [least, most] = rangeOf(zone, turned.was);
  return SHARES.map((share) => leftAfter(turned, (most + (least - most) * share) / 1000));
}

/** True where two things are always as far apart: at whatever instant the one is turned back, the other's is known. */
export function inStep(zone: Zone, i: number, j: number): boolean {
  const w = widthOf(zone);
  return i === j || zone[(i + 1) * w + j + 1] === -zone[(j + 1) * w + i + 1];
}

/** µs; its delay, and then any time up to its whole. */
export const wholeOf = ({ delay, whole }: Track): Range => [
  Math.max(1, Math.round(delay * 1000)),
  Math.round((delay + whole) * 1000),
];

/** µs; any time up to its whole where it makes a difference when it was turned. */
export function timeOf({ is }: Turned, lefts: readonly number[]): Range | null {
  const differs = Math.max(...lefts) - Math.min(...lefts) > 1;
  return differs ? wholeOf(is) : null;
}
