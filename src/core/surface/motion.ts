/** Motion by the rules of CSS Transitions 1 §3: starting, reversing, the value at an instant. */
import { animatable, easing } from "../measure";
import { own } from "../model";
import { type CompiledMotion, looksAt, type PartIndex, type PartLook, type PoseIndex, type Program } from "../program";
import { animatedOver, animatedValue, animationsIn, isAnimated } from "./animation";
import { layoutOf } from "./layout";
import { goalOf, isPlace, type Lingering, type Moment, NOT_IN_YET, type Track, trackEnd } from "./moment";
import { absoluteCss, computedCss, type PageState } from "./page";
import { initialValue, mix } from "./values/interpolate";
import { mixSizes } from "./values/sizes";

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

/** The value a look gives a property, before motion. */
export function restingValue(program: Program, look: PartLook, property: string, page: PageState): string | undefined {
  const besides = saidValue(program, look, property, page);
  return look.animations.length ? animatedOver(look, property, besides, [], 0) : besides;
}
function saidValue(program: Program, look: PartLook, property: string, page: PageState): string | undefined {
  if (property === "opacity" && look.as === "transparent") return "0";
  const said = own(look.css, property);
  return said === undefined ? initialValue(property) : absoluteCss(program, computedCss(program, said, page), page);
}

/** The computed value of `visibility` in a pose at rest. */
const visibilityIn = (program: Program, pose: PoseIndex, part: PartIndex): string =>
  layoutOf(program, { pose, lingering: [] }).hidden[part] ? "hidden" : "visible";

/** Stands for the instant at which what becomes visible is not so yet: a motion's very beginning is where it comes from. */
export const HELD = "visibility, not yet";
/** It stands for no value of its own. */
export const isHold = ({ property }: Pick<Track, "property">): boolean => property === HELD || property === NOT_IN_YET;
/** How long that is, ms: browsers compute curves no more exactly, and draw no picture sooner. */
const INSTANT = 1;

/** The motion in force for a property; where reduced motion is preferred, its alternative. */
function motionOf(look: PartLook, property: string, page: PageState): CompiledMotion | null {
  const motion = own(look.motion, property) ?? own(look.motion, "all");
  if (!motion) return null;
  return page.reducedMotion && motion.reduced !== undefined ? motion.reduced : motion;
}

/** A property that differs between two poses. */
export interface Change {
  part: PartIndex;
  property: string;
  from: string;
  to: string;
  goal: number;
  /** Null where nothing says how it moves, or where the values cannot be interpolated: then it jumps. */
  motion: CompiledMotion | null;
}

/** What was computed already at one size and preference. */
interface Known {
  changes: Change[][][];
  goals: WeakMap<PartLook, Record<string, Goal>>;
}
/** The last one asked for is at hand. */
const lastKnown = new WeakMap<Program, { page: PageState; known: Known }>();
function knownAt(program: Program, page: PageState): Known {
  const last = lastKnown.get(program);
  const same = (p: PageState): boolean =>
    p === page || (p.width === page.width && p.height === page.height && p.reducedMotion === page.reducedMotion);
  if (last && same(last.page)) return last.known;
  const key = `changes ${page.width} ${page.height} ${page.reducedMotion}`;
  const known = (program.cache.get(key) as Known | undefined) ?? { changes: [], goals: new WeakMap() };
  program.cache.set(key, known);
  lastKnown.set(program, { page, known });
  return known;
}

/** Where a motion has to go in a look, and how; null where the running one is given up. */
type Goal = { to: string; goal: number; motion: CompiledMotion } | null;
function goalIn(program: Program, pose: PoseIndex, part: PartIndex, property: string, page: PageState): Goal {
  const look = looksAt(program, pose)[part];
  const { goals } = knownAt(program, page);
  let byProperty = goals.get(look);
  if (!byProperty) {
    byProperty = {};
    goals.set(look, byProperty);
  }
  let found = own(byProperty, property);
  if (found === undefined) {
    const to =
      property === "visibility" ? visibilityIn(program, pose, part) : restingValue(program, look, property, page);
    const motion = motionOf(look, property, page);
    found = motion && to !== undefined ? { to, goal: goalOf(program, part, property, to), motion } : null;
    byProperty[property] = found;
  }
  return found;
}

/** Properties that some list of `transition` in either look speaks of. */
function movable(before: PartLook, after: PartLook): Set<string> {
  const out = new Set([...Object.keys(before.motion), ...Object.keys(after.motion)]);
  if (!out.delete("all")) return out;
  for (const property of [...Object.keys(before.css), ...Object.keys(after.css)])
    if (animatable.has(property)) out.add(property);
  out.add("visibility");
  if (before.as === "transparent" || after.as === "transparent") out.add("opacity");
  return out;
}

/** Of values that are known to go together. */
const mixed = (property: string, from: string, to: string): ReturnType<typeof mix> =>
  mix(property, from, to) ?? mixSizes(property, from, to);

/** Sizes may move to words of the content and from them: the property is inherited (CSS Values 5 §2.4). */
const mixesWords = (program: Program, looks: readonly PartLook[], part: PartIndex): boolean =>
  program.parts[part].path.some((p) => looks[p].css["interpolate-size"] === "allow-keywords") ||
  /(:root|html|body|\*)\s*\{[^}]*interpolate-size:\s*allow-keywords/.test(program.doc.page.css ?? "");

/** What differs between two poses and may move, computed once a pair. */
export function changesBetween(program: Program, from: PoseIndex, to: PoseIndex, page: PageState): Change[] {
  const { changes } = knownAt(program, page);
  const row = changes[from] ?? [];
  changes[from] = row;
  const cached = row[to];
  if (cached) return cached;
  const out: Change[] = [];
  const before = looksAt(program, from);
  const after = looksAt(program, to);
  const drawn = (looks: readonly PartLook[], part: PartIndex): boolean =>
    program.parts[part].path.every((p) => looks[p].rendered);
  after.forEach((look, part) => {
    // What a rule takes out of the page altogether has nothing to move from, and nowhere to move (CSS Transitions 1 §3).
    if (!drawn(before, part) || !drawn(after, part)) return;
    for (const property of movable(before[part], look)) {
      const seen = property === "visibility";
      const a = seen ? visibilityIn(program, from, part) : restingValue(program, before[part], property, page);
      const b = seen ? visibilityIn(program, to, part) : restingValue(program, look, property, page);
      if (a === undefined || b === undefined || a === b) continue;
      const can = mix(property, a, b) || (mixSizes(property, a, b) && mixesWords(program, after, part));
      const motion = can ? motionOf(look, property, page) : null;
      out.push({ part, property, from: a, to: b, goal: goalOf(program, part, property, b), motion });
    }
  });
  row[to] = out;
  return out;
}

/** The part takes no room and is seen by nobody. */
export const gone = (look: PartLook): boolean => look.as === "not displayed" || look.as === "absent";

/** What differs between two poses and could move, but nothing says so: it happens at once. */
export function stillBetween(program: Program, from: PoseIndex, to: PoseIndex, page: PageState): Change[] {
  const before = looksAt(program, from);
  const moving = changesBetween(program, from, to, page);
  return looksAt(program, to).flatMap((look, part): Change[] =>
    [...new Set([...Object.keys(before[part].css), ...Object.keys(look.css)])].flatMap((property): Change[] => {
      if (moving.some((c) => c.part === part && c.property === property)) return [];
      const a = restingValue(program, before[part], property, page);
      const b = restingValue(program, look, property, page);
      if (a === undefined || b === undefined || a === b || !mix(property, a, b)) return [];
      return [{ part, property, from: a, to: b, goal: 0, motion: null }];
    }),
  );
}

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
    // It has not moved yet, and is to stay: the running one is cancelled, and there is nothing to start (§3).
    if (current === target) continue;
    const next =
      target === track.reverseFrom
        ? reversed(track, motion, current, now, goal)
        : begun({ ...track, from: current, to: target, goal }, motion, now);
    if (next) tracks.push(next);
  }
  for (const change of list) {
    const { motion, part, property } = change;
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

/** The beginning of a motion, as a track of its own. */
function hold(track: Track, property: string): Track {
  const duration = Math.min(INSTANT, track.duration);
  return { ...track, property, delay: Math.max(0, track.delay), duration, whole: duration };
}

const isOut = ({ away, shut }: PartLook): boolean => away || shut;

/** What is brought out of view stays in it until it has moved; what comes is not in it at the very beginning. */
function placesAfter(
  program: Program,
  moment: Pick<Moment, "pose" | "tracks" | "lingering">,
  to: PoseIndex,
  tracks: readonly Track[],
): { held: Track[]; lingering: Lingering[] } {
  const [before, after] = [looksAt(program, moment.pose), looksAt(program, to)];
  const out = { held: [] as Track[], lingering: [] as Lingering[] };
  for (const part of new Set(tracks.filter((t) => isPlace(t.property)).map((t) => t.part))) {
    const entry = moment.lingering.find((l) => l.part === part && l.of !== undefined && isPlace(l.of));
    const was = entry ? entry.as !== "shown" : isOut(before[part]);
    const mine = tracks.filter((t) => t.part === part && isPlace(t.property));
    const last = mine.reduce((a, b) => (trackEnd(b) > trackEnd(a) ? b : a));
    if (isOut(after[part]) && !was) out.lingering.push({ part, as: "shown", of: last.property });
    if (isOut(after[part]) || !was) continue;
    const known = moment.tracks.find((t) => t.property === NOT_IN_YET && t.part === part);
    out.held.push(known ?? hold(last, NOT_IN_YET));
    const wasAway = entry ? entry.as === "moved out" : before[part].away;
    out.lingering.push({ part, as: wasAway ? "moved out" : "hidden", of: NOT_IN_YET });
  }
  return out;
}

const visibilities = (tracks: readonly Track[], held: readonly Track[]): Lingering[] =>
  tracks.flatMap((t): Lingering[] => {
    if (t.property !== "visibility") return [];
    if (held.some((h) => h.part === t.part)) return [{ part: t.part, as: "hidden", of: HELD }];
    return t.to === "hidden" ? [{ part: t.part, as: "shown", of: "visibility" }] : [];
  });

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

/** §3, "faster reversing of interrupted transitions". */
function reversed(track: Track, motion: CompiledMotion, current: string, now: number, goal: number): Track | null {
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
  return next.duration + next.delay > 0 ? next : null;
}

function lingeringAfter(
  program: Program,
  moment: Pick<Moment, "pose" | "lingering">,
  to: PoseIndex,
  tracks: readonly Track[],
): readonly Lingering[] {
  const before = looksAt(program, moment.pose);
  const after = looksAt(program, to);
  if (!tracks.some((t) => gone(after[t.part]))) return moment.lingering.length ? [] : moment.lingering;
  const out: Lingering[] = [];
  for (const part of new Set(tracks.map((t) => t.part))) {
    if (!gone(after[part])) continue;
    const already = moment.lingering.find((l) => l.part === part && !l.of);
    if (already) out.push(already);
    else if (!gone(before[part])) out.push({ part, as: before[part].as });
  }
  return out;
}

/** What still waits for one of the motions. */
export const stillLingering = (list: readonly Lingering[], tracks: readonly Track[]): Lingering[] =>
  list.filter((l) => tracks.some((t) => t.part === l.part && (l.of === undefined || t.property === l.of)));

/** What is left of the motions at `now`: those that have ended are dropped, and what waited for them goes. */
export function ended(moment: Pick<Moment, "tracks" | "lingering">, now: number): Pick<Moment, "tracks" | "lingering"> {
  const tracks = moment.tracks.filter((t) => trackEnd(t) > now);
  if (tracks.length === moment.tracks.length) return moment;
  return { tracks, lingering: stillLingering(moment.lingering, tracks) };
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
