/** Motion by the rules of CSS Transitions 1 §3: starting, reversing, the value at an instant. */
import { type CompiledMotion, looksAt, type PartIndex, type PoseIndex, type Program } from "../../program";
import { layoutOf } from "../layout";
import type { Lingering, Moment, Track } from "../moment";
import type { PageState } from "../page";
import { animatedOver, animationsIn, isAnimated } from "./animation";
import { changesBetween, goalIn, restingValue, saidValue } from "./changes";
import { lingeringAfter, placesAfter, visibilities } from "./lingering";
import { HELD, hold, isFilledUp, isHold, mixed, progressAt, valueAt } from "./track";

/**
 * The motions that run after a change of state at `moment.now`.
 * A part that was not there and comes starts from its old look's values; one that goes stays until its motions end.
 */
export function moveTo(
  program: Program,
  moment: Pick<Moment, "now" | "pose" | "tracks" | "lingering" | "page">,
  to: PoseIndex,
): { tracks: readonly Track[]; lingering: readonly Lingering[] } {
  const { now, pose, page } = moment;
  // In the same pose only what has no motion any more, since reduced motion is preferred now, breaks off.
  if (pose === to && !page.reducedMotion) return moment;
  const list = changesBetween(program, pose, to, page);
  const running = moment.tracks.filter((t) => !isHold(t) && !t.animation);
  const animations = animationsFrom(program, pose, to, moment.tracks, now, page);
  const still = animations.length === moment.tracks.filter((t) => t.animation).length && !running.length;
  if (!list.length && still && animations.every((t) => moment.tracks.includes(t)) && !moment.lingering.length)
    return moment;

  const tracks: Track[] = [];
  for (const track of running) {
    const aim = goalIn(program, to, track.part, track.property, page);
    // Without a matching transition in the new style a running one is cancelled (§3).
    if (!aim) continue;
    const { to: target, goal, motion } = aim;
    if (target === track.to) {
      tracks.push(track);
      continue;
    }
    // Where it came from and where it went can be mixed; what lies between can too.
    if (target !== track.reverseFrom && !mixed(track.property, track.to, target)) continue;
    const current = valueAt(track, now);
    const filledUp = isFilledUp(track, now);
    // It has not moved yet, and is to stay: the running one is cancelled, and there is nothing to start (§3).
    if (current === target && !filledUp) continue;
    const next =
      target === track.reverseFrom
        ? reversed(track, motion, current, now, goal, filledUp && isAwaited(program, track))
        : begun({ ...track, from: current, to: target, goal }, motion, now);
    if (next) tracks.push(next);
  }
  for (const change of list) {
    const { motion, part, property } = change;
    if (change.drawn && (change.drawn === "again") !== isStillDrawn(program, moment.lingering, part)) continue;
    if (!motion || running.some((t) => t.part === part && t.property === property)) continue;
    // Beneath an animation Chromium begins none; Firefox does, where nobody sees it.
    const above = animations.filter((t) => t.part === part);
    if (isAnimated(looksAt(program, to)[part], property, above, now)) continue;
    const next = begun(change, motion, now);
    if (next) tracks.push(next);
  }
  tracks.push(...animations);
  const held = tracks.flatMap((t) => heldAt(t, moment));
  const places = placesAfter(program, moment, to, tracks);
  const lingering = [
    ...lingeringAfter(program, moment, to, tracks),
    ...visibilities(tracks, held),
    ...places.lingering,
  ];
  held.push(...places.held);
  return { tracks: held.length ? [...tracks, ...held] : tracks, lingering };
}

const isStillDrawn = (program: Program, lingering: readonly Lingering[], part: PartIndex): boolean =>
  lingering.some((l) => l.of === "display" && program.parts[part].path.includes(l.part));

/** The animations of a pose. @param from null at the beginning */
export const animationsFrom = (
  program: Program,
  from: PoseIndex | null,
  to: PoseIndex,
  running: readonly Track[],
  now: number,
  page: PageState,
): Track[] =>
  animationsIn(program, from, to, running, now, (look, property) => restingValue(program, look, property, page));

/** What keeps a part hidden until its motion to `visible` has begun. */
function heldAt(track: Track, moment: Pick<Moment, "now" | "tracks">): Track[] {
  if (track.property !== "visibility" || track.from !== "hidden") return [];
  if (moment.now > track.start + Math.max(0, track.delay)) return [];
  const known = moment.tracks.find((t) => t.property === HELD && t.part === track.part && t.start === track.start);
  return [known ?? hold(track, HELD)];
}

function begun(
  { part, property, from, to, goal }: Pick<Track, "part" | "property" | "from" | "to" | "goal">,
  motion: CompiledMotion,
  now: number,
): Track | null {
  const { duration, delay, easing: curve } = motion;
  if (duration + delay <= 0 || from === to) return null;
  return {
    part,
    property,
    from,
    to,
    goal,
    start: now,
    delay,
    duration,
    whole: duration,
    easing: curve,
    reverseFrom: from,
    shortening: 1,
  };
}

/** Somebody listens for its end. */
const isAwaited = (program: Program, { part }: Track): boolean => program.motionRows.some((r) => r.part === part);

/**
 * §3, "faster reversing of interrupted transitions".
 * @param atOnce one that has no way to go is a motion that ends where it begins
 */
function reversed(
  track: Track,
  motion: CompiledMotion,
  current: string,
  now: number,
  goal: number,
  atOnce: boolean,
): Track | null {
  if (motion.duration + motion.delay <= 0) return null;
  const output = progressAt(track, now);
  const shortening = Math.min(1, Math.max(0, Math.abs(output * track.shortening + 1 - track.shortening)));
  const next: Track = {
    part: track.part,
    property: track.property,
    from: current,
    to: track.reverseFrom,
    goal,
    start: now,
    delay: motion.delay >= 0 ? motion.delay : motion.delay * shortening,
    duration: motion.duration * shortening,
    whole: motion.duration,
    easing: motion.easing,
    reverseFrom: track.to,
    shortening,
  };
  return next.duration + next.delay > 0 || atOnce ? next : null;
}

/** The value of a property at the moment: moving, or at rest. */
export function currentValue(program: Program, moment: Moment, part: PartIndex, property: string): string | undefined {
  if (property === "visibility") return layoutOf(program, moment).hidden[part] ? "hidden" : "visible";
  const isMine = (t: Track): boolean => t.part === part && t.property === property;
  const look = looksAt(program, moment.pose)[part];
  const animations = look.animations.length ? moment.tracks.filter((t) => isMine(t) && t.animation) : [];
  // Browsers lay animations on top of transitions (Web Animations §5.4.2), whatever CSS Cascading 4 §6.1 says.
  const transition = moment.tracks.find((t) => isMine(t) && !t.animation);
  if (transition && !isAnimated(look, property, animations, moment.now)) return valueAt(transition, moment.now);
  if (!animations.length) return restingValue(program, look, property, moment.page);
  return animatedOver(look, property, saidValue(program, look, property, moment.page), animations, moment.now);
}
