/** The value of CSS `transition` (CSS Transitions 1 §2.5): `opacity 240ms ease-out 20ms, transform 180ms`. */
import type { Motion } from "../model";
import { easing, easingNames } from "./easing";
import { milliseconds } from "./time";

export type ParsedTransition =
  | { ok: true; value: Record<string, Motion> }
  | { ok: false; message: string; from: number; to: number };

/** Properties whose values the core can move: numbers, transforms, colours and lengths. */
export const animatable: ReadonlySet<string> = new Set(
  "opacity transform color background-color border-color border-top-color border-right-color border-bottom-color border-left-color outline-color fill stroke text-decoration-color caret-color width height min-width min-height max-width max-height top right bottom left margin margin-top margin-right margin-bottom margin-left padding padding-top padding-right padding-bottom padding-left border-radius border-width gap row-gap column-gap letter-spacing font-size outline-offset outline-width scale translate rotate clip-path filter backdrop-filter box-shadow text-shadow block-size inline-size min-block-size max-block-size min-inline-size max-inline-size inset inset-block inset-inline inset-block-start inset-block-end inset-inline-start inset-inline-end grid-template-rows grid-template-columns".split(
    " ",
  ),
);

export const printTransition = (motion: Record<string, Motion>): string =>
  Object.entries(motion)
    .map(([property, m]) => {
      const reduced = m.reduced && (m.reduced === "none" ? ["reduced none"] : [`reduced ${timing(m.reduced)}`]);
      return [property, timing(m), ...(reduced ?? [])].join(" ");
    })
    .join(", ");
const timing = (m: { duration: string; easing: string; delay?: string }): string =>
  [m.duration, m.easing, ...(m.delay ? [m.delay] : [])].join(" ");

/** A time as it is written, or one that tokens and math give. */
const isTime = (word: string): boolean =>
  milliseconds(word) !== null || /^(var|calc|min|max|clamp|round)\(/i.test(word);

export function parseTransition(text: string): ParsedTransition {
  const value: Record<string, Motion> = {};
  if (text.trim() === "none") return { ok: true, value };
  let start = 0;
  for (const piece of pieces(text, ",")) {
    const at = start + (piece.length - piece.trimStart().length);
    const place = { from: at, to: at + piece.trim().length };
    start += piece.length + 1;
    const read = readOne(pieces(piece.trim(), " ").filter(Boolean));
    if (typeof read === "string") return { ok: false, message: read, ...place };
    value[read.property] = read.motion;
  }
  return { ok: true, value };
}

/** The pieces between separators that stand outside brackets; a space stands for white space of any kind. */
export function pieces(text: string, separator: "," | " "): string[] {
  const out = [""];
  let depth = 0;
  for (const c of text) {
    if (c === "(" || c === "[") depth++;
    else if (c === ")" || c === "]") depth--;
    if (depth === 0 && (c === separator || (separator === " " && /\s/.test(c)))) out.push("");
    else out[out.length - 1] += c;
  }
  return out;
}

/** What stands between separators, in a list of a rule or in one of its entries. */
export const words = (text: string, separator: "," | " "): string[] =>
  pieces(text, separator)
    .map((w) => w.trim())
    .filter(Boolean);

/** A time, or what may compute to one. */
export const isTimeWord = (word: string): boolean =>
  /^[-+]?[\d.]+(e[-+]?\d+)?m?s$/i.test(word) || /^(var|calc|min|max|clamp)\(/i.test(word);

/** `opacity 240ms ease-out 20ms reduced none` in words. @returns the motion, or what is wrong with it */
function readOne(words: string[]): { property: string; motion: Motion } | string {
  const calm = words.indexOf("reduced");
  const reducedWords = calm < 0 ? null : words.slice(calm + 1);
  const times: string[] = [];
  let property: string | undefined;
  let curve: string | undefined;
  for (const word of calm < 0 ? words : words.slice(0, calm)) {
    if (isTime(word) && times.length < 2) times.push(word);
    else if (curve === undefined && easing(word)) curve = word;
    else if (property === undefined && /^-{0,2}[a-z][\w-]*$/i.test(word)) property = word.toLowerCase();
    else return `"${word}" is not a time or an easing; easings: ${easingNames.join(", ")}, cubic-bezier(…), steps(…)`;
  }
  if (!property) return "name the property that moves, such as opacity 240ms";
  if (property === "all") return "name each property; all hides what moves";
  if (!animatable.has(property))
    return `${property} cannot move yet; opacity, transform, shapes, shadows, lengths and colours can`;
  if (!times.length) return "say how long, such as 240ms";
  if ((milliseconds(times[0]) ?? 0) < 0) return "a motion cannot last less than 0 ms";
  if (times[1]?.startsWith("-")) return "a motion cannot start before its cause";
  const motion: Motion = { duration: times[0], easing: curve ?? "ease", ...(times[1] ? { delay: times[1] } : {}) };
  if (!reducedWords) return { property, motion };
  if (reducedWords.length === 1 && reducedWords[0] === "none")
    return { property, motion: { ...motion, reduced: "none" } };
  const reduced = readOne([property, ...reducedWords]);
  if (typeof reduced === "string") return `after reduced: ${reduced}`;
  return { property, motion: { ...motion, reduced: reduced.motion } };
}
