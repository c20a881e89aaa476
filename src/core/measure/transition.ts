/** The value of CSS `transition` (CSS Transitions 1 §2.5): `opacity 240ms ease-out 20ms, transform 180ms`. */
import type { Motion } from "../model";
import { easing, easingNames } from "./easing";
import { milliseconds } from "./time";

export type ParsedTransition =
  | { ok: true; value: Record<string, Motion> }
  | { ok: false; message: string; from: number; to: number };

/** Properties whose values the core can move: numbers, transforms and colours. */
export const animatable: ReadonlySet<string> = new Set(
  "opacity transform color background-color border-color border-top-color border-right-color border-bottom-color border-left-color outline-color fill stroke text-decoration-color caret-color".split(
    " ",
  ),
);

export const printTransition = (motion: Record<string, Motion>): string =>
  Object.entries(motion)
    .map(([property, m]) => [property, m.duration, m.easing, ...(m.delay ? [m.delay] : [])].join(" "))
    .join(", ");

export function parseTransition(text: string): ParsedTransition {
  const value: Record<string, Motion> = {};
  if (text.trim() === "none") return { ok: true, value };
  let start = 0;
  for (const piece of text.split(/,(?![^(]*\))/)) {
    const at = start + (piece.length - piece.trimStart().length);
    const place = { from: at, to: at + piece.trim().length };
    start += piece.length + 1;
    const words = piece.trim().match(/[\w-]+\([^)]*\)|\S+/g) ?? [];
    const times: string[] = [];
    let property: string | undefined;
    let curve: string | undefined;
    for (const word of words) {
      if (milliseconds(word) !== null && times.length < 2) times.push(word);
      else if (curve === undefined && easing(word)) curve = word;
      else if (property === undefined && /^-{0,2}[a-z][\w-]*$/i.test(word)) property = word.toLowerCase();
      else
        return {
          ok: false,
          message: `"${word}" is not a time or an easing; easings: ${easingNames.join(", ")}, cubic-bezier(…), steps(…)`,
          ...place,
        };
    }
    if (!property) return { ok: false, message: "name the property that moves, such as opacity 240ms", ...place };
    if (property === "all") return { ok: false, message: "name each property; all hides what moves", ...place };
    if (!animatable.has(property)) {
      return { ok: false, message: `${property} cannot move yet; opacity, transform and colours can`, ...place };
    }
    if (!times.length) return { ok: false, message: "say how long, such as 240ms", ...place };
    if (milliseconds(times[0])! < 0) return { ok: false, message: "a motion cannot last less than 0 ms", ...place };
    if (times[1]?.startsWith("-")) return { ok: false, message: "a motion cannot start before its cause", ...place };
    value[property] = { duration: times[0], easing: curve ?? "ease", ...(times[1] ? { delay: times[1] } : {}) };
  }
  return { ok: true, value };
}
