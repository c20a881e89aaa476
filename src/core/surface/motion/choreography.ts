/** A transition as a piece of choreography: what moves, from when to when, and where it is at any instant; interrupted or not. */
import { type Animation, looksAt, type PartIndex, type PoseIndex, type Program } from "../../program";
import type { Moment, Track } from "../moment";
import { trackEnd } from "../moment";
import { mix } from "../values/interpolate";
import { animatedOver } from "./animation";
import { type Change, changesBetween } from "./changes";
import { ended } from "./lingering";
import { currentValue, moveTo } from "./motion";
import { progressAt } from "./track";

/** Another change comes before it is over: at `at` ms, to the pose `to`. */
export interface Interruption {
  at: number;
  to: PoseIndex;
}

export interface Choreography {
  /** The moment right after the change at 0 ms, and, where it is interrupted, right after that. */
  legs: readonly { from: number; moment: Moment }[];
  /** What differs between the two poses and has a motion, or would have one if its values could be mixed. */
  changes: readonly Change[];
  /** When the last motion has ended, ms. */
  length: number;
}

/**
 * @param from a moment at rest; its page says the size and the preference for reduced motion
 * @param cut where it is interrupted: back to where it came from, or on to something else
 */
export function choreography(
  program: Program,
  from: Moment,
  to: PoseIndex,
  cut: Interruption | null = null,
): Choreography {
  const changes = changesBetween(program, from.pose, to, from.page);
  const start: Moment = { ...from, now: 0, tracks: [], lingering: [] };
  const first: Moment = { ...start, ...moveTo(program, start, to), pose: to };
  const legs = [{ from: 0, moment: first }];
  if (cut) {
    const there = momentIn(legs, cut.at);
    legs.push({ from: cut.at, moment: { ...there, ...moveTo(program, there, cut.to), pose: cut.to } });
  }
  const ends = legs.flatMap((l, i) => l.moment.tracks.map((t) => Math.min(trackEnd(t), legs[i + 1]?.from ?? Infinity)));
  return { legs, changes, length: Math.max(0, ...ends) };
}

function momentIn(legs: Choreography["legs"], now: number): Moment {
  const { moment } = legs.findLast((l) => l.from <= now) ?? legs[0];
  const at = { ...moment, now };
  return { ...at, ...ended(at, now) };
}

/** What is on the page at `now` ms after the change. */
export const momentAt = ({ legs }: Choreography, now: number): Moment => momentIn(legs, now);

/** The value of a property at `now` ms, in CSS. */
export const valueIn = (
  program: Program,
  piece: Choreography,
  part: PartIndex,
  property: string,
  now: number,
): string | undefined => currentValue(program, momentAt(piece, now), part, property);

/**
 * How far a property has come on its way at `now` ms: 0 where it was, 1 where it goes; beyond either where its easing
 * overshoots. One that is interrupted goes home from where it had got to.
 */
export function shareIn(piece: Choreography, part: PartIndex, property: string, now: number): number {
  const trackOf = (leg: number): Track | undefined =>
    piece.legs[leg].moment.tracks.find((t) => t.part === part && t.property === property);
  const leg = piece.legs.length > 1 && now >= piece.legs[1].from ? 1 : 0;
  const forth = trackOf(0);
  const gone = (t: number): number => (forth ? (t >= trackEnd(forth) ? 1 : progressAt(forth, t)) : 1);
  if (leg === 0) return gone(now);
  const home = trackOf(1);
  if (!home) return 0;
  const from = gone(piece.legs[1].from);
  return now >= trackEnd(home) ? 0 : from * (1 - progressAt(home, now));
}

/**
 * What an animation alone makes of a property: how far it is from its first frame at each of `instants`, 0 where it is the
 * same, 1 where it is farthest. It has no goal to be a share of the way to: it may come back to where it began.
 */
export function farIn(
  program: Program,
  piece: Choreography,
  { part, animation, property }: { part: PartIndex; animation: Animation; property: string },
  instants: readonly number[],
): number[] {
  const base = piece.legs[0].moment.tracks.find((t) => t.part === part && t.property === property)?.base ?? "none";
  const values = instants.map((now) => {
    const { pose, tracks } = momentAt(piece, now);
    const look = looksAt(program, pose)[part];
    const alone = { ...look, animations: look.animations.filter((a) => a.name === animation.name) };
    const mine = tracks.filter((t) => t.part === part);
    return animatedOver(alone, property, base, mine, now) ?? base;
  });
  const far = values.map((v) => distance(property, values[0], v));
  const most = Math.max(...far);
  return far.map((d) => (most > 0 ? d / most : 0));
}

/** In whatever unit the values have; of what cannot be mixed, one value is as far from another as any. */
function distance(property: string, from: string, to: string): number {
  if (from === to) return 0;
  const between = mix(property, from, to);
  if (!between) return 1;
  const [a, b] = [numbersOf(between(0)), numbersOf(between(1))];
  return Math.hypot(...b.map((n, i) => n - (a[i] ?? 0)));
}
const numbersOf = (value: string): number[] => (value.match(/-?\d*\.?\d+(e-?\d+)?/gi) ?? []).map(Number);
