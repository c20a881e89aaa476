/** A value on its way: how far it is, what it is at an instant. */
import { easing } from "../../measure";
import { NOT_IN_YET, type Track, trackEnd } from "../moment";
import { initialValue, mix } from "../values/interpolate";
import { mixSizes } from "../values/sizes";
import { staysInForm } from "../values/transform";
import { animatedValue } from "./animation";

const linear = (t: number): number => t;

/** Progress after easing: 0 while the delay lasts. */
export function progressAt(track: Track, now: number): number {
  const elapsed = now - track.start - track.delay;
  if (elapsed < 0) return 0;
  if (elapsed >= track.duration) return 1;
  return (easing(track.easing) ?? linear)(elapsed / track.duration);
}

/** The CSS value of a running motion at `now`. */
export function valueAt(track: Track, now: number): string {
  if (now >= trackEnd(track)) return track.to;
  if (track.animation) return animatedValue({ ...track, animation: track.animation }, track.base ?? "none", now);
  const elapsed = now - track.start - track.delay;
  if (elapsed < 0) return track.from;
  for (const r of recent) if (r.track === track && r.now === now) return r.value;
  // Where it turned back from may be a value that nothing can be mixed with: then it stands where it leads.
  const value = mixed(track.property, track.from, track.to)?.(progressAt(track, now)) ?? track.to;
  recent[oldest] = { track, now, value };
  oldest = (oldest + 1) % recent.length;
  return value;
}
/** At one instant the same is asked again and again: by each part of a picture, and by whatever can be done then. */
const recent = Array.from({ length: 4 }, () => ({ track: null as Track | null, now: 0, value: "" }));
let oldest = 0;

/**
 * It has not moved yet, but is computed otherwise than before: `none` is filled up from the very beginning, and lists of other
 * functions are a matrix.
 */
export function isFilledUp(track: Track, now: number): boolean {
  const { property, from, to } = track;
  if (progressAt(track, now) !== 0 || initialValue(property) !== "none") return false;
  return property === "transform" ? !staysInForm(from, to) : from.trim() === "none" && to.trim() !== "none";
}

/** Of values that are known to go together. */
export const mixed = (property: string, from: string, to: string): ReturnType<typeof mix> =>
  mix(property, from, to) ?? mixSizes(property, from, to);

/** Stands for the instant at which what becomes visible is not so yet: a motion's very beginning is where it comes from. */
export const HELD = "visibility, not yet";
/** It stands for no value of its own. */
export const isHold = ({ property }: Pick<Track, "property">): boolean => property === HELD || property === NOT_IN_YET;
/** How long that is, ms: browsers compute curves no more exactly, and draw no picture sooner. */
const INSTANT = 1;

/** The beginning of a motion, as a track of its own. */
export function hold(track: Track, property: string): Track {
  const duration = Math.min(INSTANT, track.duration);
  return { ...track, property, delay: Math.max(0, track.delay), duration, whole: duration };
}
