/** `element.animate(…)` (Web Animations §6.6): an animation of CSS with a timer at its end. */
import { promised, settle } from "../builtins";
import type { Context } from "../context";
import type { PageElement } from "../page";
import { isA, type Js, type JsObject, NotUnderstood, native, numberOf, object, textOf } from "../values";
import { CONTENT, kebab } from "./said";

interface Timing {
  duration: number;
  delay: number;
  iterations: number;
  easing: string;
  direction: string;
  fill: string;
}
/** What is said at a place of the way, 0 to 1. */
interface Frame {
  at: number;
  said: Map<string, string>;
  easing: string;
}

const timed = (v: Js, usual: number): number => (v === undefined || v === "auto" ? usual : numberOf(v));

function timingOf(options: Js): Timing {
  const of: ReadonlyMap<string, Js> = isA(options, "object") ? options.of : new Map([["duration", options]]);
  for (const name of ["iterationStart", "playbackRate", "timeline"])
    if (of.has(name)) throw new NotUnderstood(null, `an animation with ${name}`);
  const word = (name: string, usual: string): string => textOf(of.get(name) ?? usual);
  const out = {
    duration: timed(of.get("duration"), 0),
    delay: timed(of.get("delay"), 0),
    iterations: timed(of.get("iterations"), 1),
    easing: word("easing", "linear"),
    direction: word("direction", "normal"),
    fill: word("fill", "none").replace("auto", "none"),
  };
  if ([out.duration, out.delay, out.iterations].some(Number.isNaN))
    throw new NotUnderstood(null, "how long this takes");
  return out;
}

const notOfStyle = /^(offset|easing|composite)$/;
const propertyOf = (name: string): string =>
  name === "cssFloat" ? "float" : name === "cssOffset" ? "offset" : kebab(name);

/** @throws NotUnderstood for what is measured, or could be no value */
function cssOf(v: Js): string {
  const text = textOf(v);
  if (text.includes(CONTENT) || /\bNaN/.test(text)) throw new NotUnderstood(null, "a motion by what is measured");
  if (/[{};@]/.test(text)) throw new NotUnderstood(null, `the value ${text.slice(0, 40)}`);
  return text;
}

/** Frames as a list of objects, or an object of lists (Web Animations §6.8.1). */
function framesOf(r: Context, keyframes: Js): Frame[] {
  if (isA(keyframes, "object")) return framesByProperty(r, keyframes);
  const given = r.items(keyframes).map((f) => {
    if (!isA(f, "object")) throw new NotUnderstood(null, "these frames");
    return f.of;
  });
  const places = given.map((f) => (typeof f.get("offset") === "number" ? (f.get("offset") as number) : null));
  if (places.length > 1) places[0] ??= 0;
  if (places.length) places[places.length - 1] ??= 1;
  return given.map((f, i) => ({
    at: placeAt(places, i),
    easing: textOf(f.get("easing") ?? "linear"),
    said: new Map([...f].flatMap(([name, v]) => (notOfStyle.test(name) ? [] : [[propertyOf(name), cssOf(v)]]))),
  }));
}

/** What says no place stands evenly between those that do. */
function placeAt(places: readonly (number | null)[], i: number): number {
  const own = places[i];
  if (own !== null) return own;
  const before = places.findLastIndex((p, j) => j < i && p !== null);
  const after = places.findIndex((p, j) => j > i && p !== null);
  const [from, to] = [places[before] as number, places[after] as number];
  return from + ((to - from) * (i - before)) / (after - before);
}

function framesByProperty(r: Context, { of }: JsObject): Frame[] {
  const listed = (v: Js): Js[] => (isA(v, "list") ? r.items(v) : [v]);
  const out = new Map<number, Map<string, string>>();
  if (of.has("offset")) throw new NotUnderstood(null, "frames with places of their own");
  for (const [name, v] of of) {
    if (notOfStyle.test(name)) continue;
    const values = listed(v);
    values.forEach((value, i) => {
      const at = values.length < 2 ? 1 : i / (values.length - 1);
      out.set(at, (out.get(at) ?? new Map()).set(propertyOf(name), cssOf(value)));
    });
  }
  const easings = of.has("easing") ? listed(of.get("easing")).map(textOf) : ["linear"];
  return [...out].sort(([a], [b]) => a - b).map(([at, said], i) => ({ at, said, easing: easings[i % easings.length] }));
}

const keyframesText = (frames: readonly Frame[]): string =>
  frames
    .map(({ at, said, easing }) => {
      const declarations = [...said].map(([property, value]) => `${property}: ${value};`);
      const own = easing === "linear" ? [] : [`animation-timing-function: ${cssOf(easing)};`];
      return `${Math.round(at * 1e5) / 1e3}% { ${[...declarations, ...own].join(" ")} }`;
    })
    .join(" ");

/**
 * What it says in the style of its element; empty where it can only be waited for. One that is there still begins anew: by
 * another name, as CSS has it.
 */
function spokenFor(r: Context, e: PageElement, keyframes: Js, t: Timing): string {
  try {
    const frames = framesOf(r, keyframes);
    if (!frames.length || !frames.some((f) => f.said.size)) return "";
    if (t.easing !== "linear" && frames.some((f) => f.at > 0 && f.at < 1))
      throw new NotUnderstood(null, "one easing over several frames");
    const iterations = t.iterations === Number.POSITIVE_INFINITY ? "infinite" : t.iterations;
    const how = `${t.duration}ms ${cssOf(t.easing)} ${t.delay}ms ${iterations} ${t.direction} ${t.fill}`;
    const named = (again: boolean): string => `${r.page.keyframes.nameOf(keyframesText(frames), again)} ${how}`;
    const first = named(false);
    return animationsOf(r, e).includes(first) ? named(true) : first;
  } catch (error) {
    if (!(error instanceof NotUnderstood) || !r.calling) throw error;
    r.note(new NotUnderstood(null, `${error.message}: here nothing moves`, true), r.calling);
    return "";
  }
}

const keyOf = (e: PageElement): string => `style ${e.name} animation`;
const animationsOf = (r: Context, e: PageElement): string[] =>
  String(r.store.get(keyOf(e)) ?? "")
    .split(/,\s(?=moves)/)
    .filter(Boolean);

/** The animations that scripts have set going at an element, one more or one less. */
function change(r: Context, e: PageElement, less: string, more: string): void {
  const key = keyOf(e);
  const now = animationsOf(r, e).filter((a) => a !== less && a !== more);
  if (more) now.push(more);
  if (now.length) r.write(key, now.join(", "));
  else if (r.store.has(key)) r.erase(key);
}

const isSameMotion = (a: string, b: string): boolean => a.replace(/-again\b/, "") === b.replace(/-again\b/, "");

export function animate(r: Context, e: PageElement, [keyframes, options]: readonly Js[]): Js {
  const t = timingOf(options);
  const before = animationsOf(r, e);
  const spoken = spokenFor(r, e, keyframes, t);
  // The one before is beneath it.
  if (spoken) change(r, e, before.find((a) => isSameMotion(a, spoken)) ?? "", spoken);
  const finished = promised();
  const animation = object(new Map<string, Js>([["finished", finished]]));
  const heard = (): Js[] => ["onfinish", "heard"].flatMap((n) => animation.of.get(n) ?? []);
  const stays = /^(forwards|both)$/.test(t.fill);
  const end = (): undefined => {
    if (spoken && !stays) change(r, e, spoken, "");
    settle(r, finished, "kept", animation);
    for (const fn of heard()) r.call(fn, [object({ type: "finish", target: animation, currentTarget: animation })]);
    return undefined;
  };
  const whole = t.delay + t.duration * t.iterations;
  const ends = native(`the end of ${spoken} at ${e.name}`, end, [animation, finished]);
  const timer = Number.isFinite(whole) ? r.timer(ends, [], whole, false, r.calling!) : null;
  const calls: Record<string, (args: Js[]) => Js> = {
    cancel: () => {
      if (spoken) change(r, e, spoken, "");
      if (timer) r.cancel(timer);
      return undefined;
    },
    finish: () => {
      if (timer) r.cancel(timer);
      return end();
    },
    addEventListener: ([type, fn]) => {
      if (textOf(type) === "finish") {
        r.heap.touch(animation);
        animation.of.set("heard", fn);
      }
      return undefined;
    },
    play: () => undefined,
  };
  for (const [name, call] of Object.entries(calls)) animation.of.set(name, native(name, call, [animation]));
  for (const name of ["pause", "reverse", "updatePlaybackRate", "persist", "commitStyles"])
    animation.of.set(
      name,
      native(name, () => unknown(name)),
    );
  return animation;
}
const unknown = (name: string): never => {
  throw new NotUnderstood(null, `.${name}() of an animation`);
};
