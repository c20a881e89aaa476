/** CSS Animations 1: what `animation` and `@keyframes` say of a part, as far as facts speak of it. */
import type { Sheet } from "../../cascade";
import { compute, easing, isTimeWord, measureEnv, words } from "../../measure";
import type { Component } from "../../model";

/** Properties of which facts speak. */
export const animated = ["opacity", "transform"] as const;

export interface Frame {
  /** 0 to 1 of an iteration */
  at: number;
  /** Null where it says nothing of the property: then it is the value that the part has besides. */
  value: string | null;
  /** Until the next frame. */
  easing: string;
}
export interface Animation {
  name: string;
  /** Of one iteration, and before the first, ms. */
  duration: number;
  delay: number;
  iterations: number;
  direction: "normal" | "reverse" | "alternate" | "alternate-reverse";
  /** Its first value counts before it begins; its last one when it has ended. */
  before: boolean;
  after: boolean;
  /** By property; always from 0 to 1. */
  frames: Readonly<Record<string, readonly Frame[]>>;
  /** Properties of which an important declaration says what they are meanwhile: it goes on beneath that. */
  beneath: readonly string[];
}
export interface Animations {
  /** Those that end. */
  animations: readonly Animation[];
  /** What those without an end move of which facts speak: it is drawn, and waited for by nobody. */
  endless: readonly string[];
}
const none: Animations = { animations: [], endless: [] };

const parts = ["name", "duration", "delay", "iteration-count", "direction", "fill-mode", "timing-function"] as const;
type Lists = Record<(typeof parts)[number], string[]>;
const initial = (): Lists => ({
  name: ["none"],
  duration: ["0s"],
  delay: ["0s"],
  "iteration-count": ["1"],
  direction: ["normal"],
  "fill-mode": ["none"],
  "timing-function": ["ease"],
});

/** The shorthand (§3.9): what is a time, a curve, a count or a word of its own is that; what is left is the name. */
function shorthand(value: string): Lists {
  const out: Lists = Object.fromEntries(parts.map((p) => [p, []])) as unknown as Lists;
  for (const one of words(value, ",")) {
    const said: Partial<Record<(typeof parts)[number], string>> = {};
    const take = (key: (typeof parts)[number], word: string): boolean => {
      if (said[key] !== undefined) return false;
      said[key] = word;
      return true;
    };
    for (const word of words(one, " ")) {
      if (isTimeWord(word) && (take("duration", word) || take("delay", word))) continue;
      if (easing(word) && take("timing-function", word)) continue;
      if (/^(infinite|\d+(\.\d+)?)$/i.test(word) && take("iteration-count", word)) continue;
      if (/^(normal|reverse|alternate|alternate-reverse)$/i.test(word) && take("direction", word)) continue;
      if (/^(none|forwards|backwards|both)$/i.test(word) && take("fill-mode", word)) continue;
      if (/^(running|paused)$/i.test(word)) continue;
      take("name", word.replace(/^["']|["']$/g, ""));
    }
    for (const p of parts) out[p].push(said[p] ?? initial()[p][0]);
  }
  return out;
}

/**
 * @param declared what is in force for the part, in the order in which it counts
 * @param isImportant a declaration of the property is, and goes before what animates it (CSS Cascading 4 §6.1)
 */
export function animationsOf(
  doc: Component,
  sheet: Sheet | null,
  declared: readonly (readonly [string, string])[],
  isImportant: (property: string) => boolean = () => false,
): Animations {
  if (!sheet?.keyframes.size) return none;
  let lists: Lists | null = null;
  for (const [property, value] of declared) {
    if (property === "animation") lists = shorthand(value);
    else if (property.startsWith("animation-")) {
      const key = property.slice("animation-".length) as keyof Lists;
      lists ??= initial();
      if (Object.hasOwn(lists, key)) lists[key] = words(value, ",").map((w) => w.replace(/^["']|["']$/g, ""));
    }
  }
  if (!lists) return none;
  const env = measureEnv(doc);
  const ms = (text: string): number => {
    const found = compute(text, env, "time");
    return found.ok ? found.value.n : 0;
  };
  const out: Animation[] = [];
  const endless: string[] = [];
  for (const [i, name] of lists.name.entries()) {
    const said = sheet.keyframes.get(name);
    const at = (key: keyof Lists): string => lists[key][i % lists[key].length].toLowerCase();
    const iterations = Number(at("iteration-count"));
    const duration = ms(lists.duration[i % lists.duration.length]);
    // One without a length is over at once.
    if (!said || !(duration > 0) || !(iterations > 0 || at("iteration-count") === "infinite")) continue;
    const curve = lists["timing-function"][i % lists["timing-function"].length];
    const frames: Record<string, Frame[]> = {};
    for (const property of animated) {
      const own = said.flatMap((k): Frame[] => {
        const d = k.declarations.findLast((x) => x.property === property);
        return d ? [{ at: k.at, value: d.value, easing: k.easing ?? curve }] : [];
      });
      if (!own.length) continue;
      if (own[0].at > 0) own.unshift({ at: 0, value: null, easing: curve });
      if (own[own.length - 1].at < 1) own.push({ at: 1, value: null, easing: curve });
      frames[property] = own;
    }
    if (!Object.keys(frames).length) continue;
    if (!Number.isFinite(iterations)) {
      endless.push(...Object.keys(frames));
      continue;
    }
    const fill = at("fill-mode");
    out.push({
      name,
      duration,
      delay: ms(lists.delay[i % lists.delay.length]),
      iterations,
      direction: at("direction") as Animation["direction"],
      before: fill === "backwards" || fill === "both",
      after: fill === "forwards" || fill === "both",
      frames,
      beneath: Object.keys(frames).filter(isImportant),
    });
  }
  return { animations: out, endless };
}
