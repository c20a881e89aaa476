/** What will come by itself in a run – timers, ends of motions, the next mark of a smooth scroll – and moving it in time. */
import { micros } from "../../measure";
import type { Program } from "../../program";
import { glideDue, type RunState, type Stimulus } from "../../run";
import { type Track, trackEnd } from "../../surface";
import { inStep, isAnew, isReversal, leftsOf, type Turned, timeOf, wholeOf } from "./turned";
import { follow, longest, type Range, rangeOf, restrict, TIMELESS, type Zone } from "./zone";

/** With more timers under way than this nobody asks what comes next: each is a clock, and their timings grow by the cube. */
export const CROWD = 40;

/** One thing that is due. `of` is the very timer, track or glide of the state. */
export interface Thing {
  of: object;
  /** ms of the virtual clock */
  due: number;
  /** Which of the states that are led together has it. */
  side: number;
  track: Track | null;
}

/** States that are led together, with all timings that they stand for; the things are the zone's rows. */
export interface Timed {
  states: readonly RunState[];
  things: readonly Thing[];
  zone: Zone;
}

/** How the things of a step's outcome follow from those before it. */
export interface Followed extends Timed {
  /** By thing: its index before the step, or -1 for one that began with it. */
  kept: readonly number[];
  /** By thing: how long it had left when it began, µs; null for those that are kept. */
  begun: readonly (Range | null)[];
}

const none: readonly Thing[] = [];
/** What there is before a run begins. */
export const NOTHING: Timed = { states: [], things: none, zone: TIMELESS };
/** When the first of them comes, ms. */
export const firstDue = (things: readonly Thing[]): number => Math.min(...things.map((t) => t.due));
export const toMicros = (ms: number): number => Math.round(ms * 1000);

/** Timers first, then motions, then the scroll: the order in which `moved` finds them again. */
export function thingsOf(programs: readonly Program[], states: readonly RunState[]): readonly Thing[] {
  let out: Thing[] | null = null;
  for (let side = 0; side < states.length; side++) {
    const state = states[side];
    const { timers, tracks, page } = state;
    if (!timers.length && !tracks.length && !page.glide) continue;
    out ??= [];
    for (const t of timers) out.push({ of: t, due: t.due, side, track: null });
    for (const t of tracks) out.push({ of: t, due: trackEnd(t), side, track: t });
    if (page.glide) out.push({ of: page.glide, due: glideDue(programs[side], state)!, side, track: null });
  }
  return out ?? none;
}

/** The same situation at another of its timings. @param left µs, by thing */
export function moved(programs: readonly Program[], { states, things }: Timed, left: readonly number[]): Timed {
  let i = 0;
  const late = (now: number): number => micros(now + left[i] / 1000) - things[i++].due;
  const next = states.map((state): RunState => {
    const { now, timers, tracks, page } = state;
    return {
      ...state,
      timers: timers.map((t) => ({ ...t, due: micros(t.due + late(now)) })),
      tracks: tracks.map((t) => ({ ...t, start: t.start + late(now) })),
      page: page.glide ? { ...page, glide: { ...page.glide, start: page.glide.start + late(now) } } : page,
    };
  });
  return { states: next, things: thingsOf(programs, next), zone: TIMELESS };
}

/** A request that is answered, by its index among the things, and the most, µs, that it can have left then. */
export type Answered = readonly [thing: number, most: number];

/** What the surroundings have to wait for before they can do something: a request does not answer before its least time. */
export function answeredBy(
  programs: readonly Program[],
  things: readonly Thing[],
  stimulus: Stimulus | null,
): readonly Answered[] {
  if (!stimulus || !("answer" in stimulus)) return [];
  return things.flatMap(({ of, side }, i): Answered[] => {
    const request = "request" in of ? programs[side].requests[(of as { request: number }).request] : undefined;
    if (request?.name !== stimulus.answer || request.least <= 0) return [];
    return [[i, toMicros(Math.max(0, request.latency - request.least))]];
  });
}

/** The timings of a situation in which something can be done; null where there is none. */
export function whenDone<T extends Timed>(
  programs: readonly Program[],
  timed: T,
  stimulus: Stimulus,
): T | Timed | null {
  const bounds = answeredBy(programs, timed.things, stimulus);
  if (!bounds.length) return timed;
  const zone = timed.zone.slice();
  if (!bounds.every(([i, most]) => restrict(zone, i + 1, 0, most))) return null;
  return { ...moved(programs, timed, longest(zone)), zone };
}

/**
 * Where a step leads, for all timings of a zone at once: it is done at one of them, and what is due from then on is either
 * what was due before or begins with the step.
 * @param before the states that the step was done to, and the timings in which it can be
 * @param again does the step at other timings: how long a motion turned back takes depends on how far it had come
 */
export function followed(
  programs: readonly Program[],
  before: Timed,
  after: readonly RunState[],
  again: (at: readonly RunState[]) => readonly RunState[],
): Followed {
  const things = thingsOf(programs, after);
  if (!things.length) return { states: after, things, zone: TIMELESS, kept: [], begun: [] };
  const kept = things.map((t) => {
    const k = before.things.findIndex((b) => b.of === t.of && b.side === t.side);
    return k >= 0 && Math.abs(before.things[k].due - t.due) < 1e-6 ? k : -1;
  });
  const turned: { was: number; i: number }[] = [];
  const begun = things.map((t, i): Range | null => {
    if (kept[i] >= 0) return null;
    const was = before.things.findIndex((b) => b.side === t.side && isTurned(b, t));
    // Where it could have come no other way so far, it takes no other time.
    if (was >= 0 && isOpen(before.zone, was)) turned.push({ was, i });
    const left = toMicros(t.due - after[t.side].now);
    return [left, left];
  });
  const ahead = turned.length ? widen({ programs, before, things, begun, turned, again }) : [];
  const zone = follow(before.zone, kept, begun);
  for (const [i, j] of ahead) restrict(zone, i + 1, j + 1, 0);
  return { states: after, things, zone, kept, begun };
}

const isOpen = (zone: Zone, i: number): boolean => {
  const [least, most] = rangeOf(zone, i);
  return least < most;
};

/** A motion in the place of one that ran, or a scroll in the place of another: how far that had come may count. */
const isTurned = (was: Thing, is: Thing): boolean =>
  was.track && is.track
    ? was.track.part === is.track.part && was.track.property === is.track.property
    : "to" in was.of && "to" in is.of && !was.track && !is.track;

/** A step that turned motions or a scroll; how long those have left is set in `begun`. */
interface Turning {
  programs: readonly Program[];
  before: Timed;
  things: readonly Thing[];
  begun: (Range | null)[];
  /** Index of the old one before the step, and of the new one after it. */
  turned: readonly { was: number; i: number }[];
  again(at: readonly RunState[]): readonly RunState[];
}

/**
 * How long those have left that were turned: a motion can take any time up to its whole, a scroll what it takes at some of
 * the timings. That is more than there is, which runs on the clock then sort out.
 * @returns pairs of which the one never comes after the other: what was turned back together ends together
 */
function widen(turning: Turning): [number, number][] {
  const { before, turned } = turning;
  const lefts = known(turning) ?? tried(turning);
  return turned.flatMap((a, i) =>
    turned.flatMap((b, j): [number, number][] => {
      if (i === j || !inStep(before.zone, a.was, b.was) || lefts[i].length < 2) return [];
      return lefts[i].every((left, k) => left <= lefts[j][k]) ? [[a.i, b.i]] : [];
    }),
  );
}

/** By what is known of motions; null where some were turned otherwise. */
function known({ before, things, begun, turned }: Turning): number[][] | null {
  const motions: Turned[] = [];
  for (const { was, i } of turned) {
    const [old, is] = [before.things[was].track, things[i].track];
    if (!old || !is) return null;
    const motion = { was, old, is };
    if (!isAnew(motion) && !isReversal(motion)) return null;
    motions.push(motion);
  }
  return motions.map((motion, m) => {
    const { i } = turned[m];
    const lefts = leftsOf(motion, before.zone);
    begun[i] = timeOf(motion, lefts) ?? begun[i];
    return lefts;
  });
}

/** By doing the step again at some of the timings. */
function tried({ programs, before, things, begun, turned, again }: Turning): number[][] {
  // Easings go one way, so that for one the two ends tell; how far a scroll has to go does not.
  const shares = turned.length === 1 && things[turned[0].i].track ? [0, 1] : [0, 0.25, 0.5, 0.75, 1];
  const lefts = turned.map((): number[] => []);
  for (const point of samples(before.zone, shares)) {
    const after = again(moved(programs, before, point).states);
    const there = thingsOf(programs, after);
    // Where it goes otherwise at that timing nothing can be learnt from it.
    if (there.length !== things.length) continue;
    turned.forEach(({ i }, k) => {
      const [least, most] = begun[i]!;
      const left = (there[i].due - after[there[i].side].now) * 1000;
      lefts[k].push(Math.round(left));
      begun[i] = [Math.min(least, Math.floor(left)), Math.max(most, Math.ceil(left))];
    });
  }
  for (const { i } of turned) {
    const { track } = things[i];
    const [least, most] = begun[i]!;
    if (track && most - least > 1) begun[i] = wholeOf(track);
  }
  return lefts;
}

/** Timings from the latest to the earliest; between the two corners of a zone all are of it. */
function samples(zone: Zone, shares: readonly number[]): number[][] {
  const most = longest(zone);
  const least = most.map((_m, i) => rangeOf(zone, i)[0]);
  return shares.map((f) => most.map((m, i) => Math.round(m + (least[i] - m) * f)));
}
