/** CSS Animations 1 §4: the value of a property while an animation runs, and what is left of it. */
import { easing } from "../measure";
import type { Animation, PartIndex, PartLook, PoseIndex, Program } from "../program";
import { looksAt } from "../program";
import { goalOf, type Track } from "./moment";
import { initialValue, mix } from "./values/interpolate";

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

/** What the last of its animations that fills leaves behind; undefined for none. */
export function filled(look: PartLook, property: string, base: string | undefined): string | undefined {
  const animation = look.animations.findLast((a) => a.after && Object.hasOwn(a.frames, property));
  if (!animation) return undefined;
  return valueIn(
    animation,
    property,
    directed(animation, animation.iterations),
    base ?? initialValue(property) ?? "none",
  );
}

/** The value of a track that an animation made. */
export function animatedValue(
  { animation, property, start, delay, base }: Track & { animation: Animation },
  now: number,
): string {
  const under = base ?? "none";
  const elapsed = now - start - delay;
  if (elapsed < 0) return animation.before ? valueIn(animation, property, directed(animation, 0), under) : under;
  return valueIn(animation, property, directed(animation, elapsed / animation.duration), under);
}

const isDrawn = (program: Program, looks: readonly PartLook[], part: PartIndex): boolean =>
  program.parts[part].path.every(
    (p) => looks[p].rendered && looks[p].as !== "not displayed" && looks[p].as !== "absent",
  );

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
  const before = from === null ? null : looksAt(program, from);
  return after.flatMap((look, part) => {
    if (!look.animations.length || !isDrawn(program, after, part)) return [];
    const was = before && isDrawn(program, before, part) ? before[part].animations : [];
    return look.animations.flatMap((animation) => {
      if (was.some((a) => a.name === animation.name))
        return running.filter((t) => t.part === part && t.animation?.name === animation.name);
      return Object.keys(animation.frames).flatMap((property) =>
        begun(program, part, look, animation, property, now, resting),
      );
    });
  });
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
