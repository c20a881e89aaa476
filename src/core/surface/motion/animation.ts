/** CSS Animations 1 §4: the value of a property while an animation runs, and what is left of it. */
import { easing } from "../../measure";
import type { Animation, PartIndex, PartLook, PoseIndex, Program } from "../../program";
import { looksAt } from "../../program";
import { goalOf, type Track } from "../moment";
import { initialValue, mix } from "../values/interpolate";

const linear = (t: number): number => t;

/** How far an iteration is, 0 to 1, that many iterations after the beginning. */
function directed({ direction, iterations }: Animation, done: number): number {
  const last = done >= iterations;
  const whole = last ? Math.ceil(iterations) - 1 : Math.floor(done);
  const share = last ? iterations - whole : done - whole;
  const back =
    direction === "reverse" ||
    (direction.startsWith("alternate") && (whole % 2 === 1) !== (direction === "alternate-reverse"));
  return back ? 1 - share : share;
}

/** The value at a share of an iteration. @param base what the part has besides */
function valueIn(animation: Animation, property: string, share: number, base: string): string {
  const frames = animation.frames[property];
  let i = frames.findLastIndex((f) => f.at <= share);
  if (i < 0) i = 0;
  const [from, to] = [frames[i], frames[i + 1]];
  const a = from.value ?? base;
  if (!to || share === from.at) return a;
  const b = to.value ?? base;
  const t = (share - from.at) / (to.at - from.at);
  return mix(property, a, b)?.((easing(from.easing) ?? linear)(t)) ?? (t < 0.5 ? a : b);
}

const trackOf = (tracks: readonly Track[], { name }: Animation, property: string): Track | undefined =>
  tracks.find((t) => t.property === property && t.animation?.name === name);

/**
 * What the part's animations make of a property, each on top of those before it (Web Animations §4.5): one that waits or has
 * ended only where it fills.
 * @param tracks those of the part's that run @param base what the part has besides
 */
export function animatedOver(
  look: PartLook,
  property: string,
  base: string | undefined,
  tracks: readonly Track[],
  now: number,
): string | undefined {
  return look.animations.reduce((under, animation) => {
    if (!Object.hasOwn(animation.frames, property) || animation.beneath.includes(property)) return under;
    const on = under ?? initialValue(property) ?? "none";
    const track = trackOf(tracks, animation, property);
    if (track) return animatedValue({ ...track, animation: track.animation! }, on, now);
    return animation.after ? valueIn(animation, property, directed(animation, animation.iterations), on) : under;
  }, base);
}

/** Whether an animation says what a property is now; one that waits or has ended does only where it fills. */
export const isAnimated = (look: PartLook, property: string, tracks: readonly Track[], now: number): boolean =>
  look.animations.some((animation) => {
    if (!Object.hasOwn(animation.frames, property)) return false;
    const track = trackOf(tracks, animation, property);
    return track ? animation.before || now >= track.start + track.delay : animation.after;
  });

/** The value of a track that an animation made. @param under what there is without it */
export function animatedValue(
  { animation, property, start, delay }: Track & { animation: Animation },
  under: string,
  now: number,
): string {
  const elapsed = now - start - delay;
  if (elapsed < 0) return animation.before ? valueIn(animation, property, directed(animation, 0), under) : under;
  return valueIn(animation, property, directed(animation, elapsed / animation.duration), under);
}

const isDrawn = (program: Program, looks: readonly PartLook[], part: PartIndex): boolean =>
  program.parts[part].path.every(
    (p) => looks[p].rendered && looks[p].as !== "not displayed" && looks[p].as !== "absent",
  );

/** The animations that a change of pose begins. @param from null at the beginning */
export function beginning(
  program: Program,
  from: PoseIndex | null,
  to: PoseIndex,
): { part: PartIndex; animation: Animation }[] {
  const after = looksAt(program, to);
  const before = from === null ? null : looksAt(program, from);
  return after.flatMap(({ animations }, part) => {
    if (!animations.length || !isDrawn(program, after, part)) return [];
    const was = before && isDrawn(program, before, part) ? before[part].animations : [];
    return animations.filter((a) => !was.some((b) => b.name === a.name)).map((animation) => ({ part, animation }));
  });
}

/**
 * The animations that run from a pose on: those that ran already under the same name go on, others begin.
 * @param from null at the beginning @param resting the value that a part has besides
 */
export function animationsIn(
  program: Program,
  from: PoseIndex | null,
  to: PoseIndex,
  running: readonly Track[],
  now: number,
  resting: (look: PartLook, property: string) => string | undefined,
): Track[] {
  const after = looksAt(program, to);
  if (!running.some((t) => t.animation) && after.every((l) => !l.animations.length)) return [];
  const begins = beginning(program, from, to);
  return after.flatMap((look, part) => {
    if (!look.animations.length || !isDrawn(program, after, part)) return [];
    return look.animations.flatMap((animation) => {
      if (!begins.some((b) => b.part === part && b.animation === animation))
        return running
          .filter((t) => t.part === part && t.animation?.name === animation.name)
          .map((t) => retimed(t, animation, now));
      return Object.keys(animation.frames).flatMap((property) =>
        begun(program, part, look, animation, property, now, resting),
      );
    });
  });
}

/** One that runs goes by what is said of it now, from when it began (CSS Animations 2 §2.1); what is over by that ends now. */
function retimed(track: Track, animation: Animation, now: number): Track {
  if (track.animation === animation) return track;
  const { delay } = animation;
  const duration = Math.max(animation.duration * animation.iterations, now - track.start - delay);
  return { ...track, animation, delay, duration, whole: duration };
}

function begun(
  program: Program,
  part: PartIndex,
  look: PartLook,
  animation: Animation,
  property: string,
  now: number,
  resting: (look: PartLook, property: string) => string | undefined,
): Track[] {
  const base = resting({ ...look, animations: [] }, property) ?? initialValue(property) ?? "none";
  const to = resting(look, property) ?? base;
  const duration = animation.duration * animation.iterations;
  if (duration + animation.delay <= 0) return [];
  return [
    {
      part,
      property,
      from: base,
      to,
      goal: goalOf(program, part, property, `@${animation.name} ${to}`),
      start: now,
      delay: animation.delay,
      duration,
      whole: duration,
      easing: "linear",
      reverseFrom: base,
      shortening: 1,
      animation,
      base,
    },
  ];
}
