/** The window (CSSOM View §4): where scripts send the page, and what they ask of its width and of what somebody prefers. */
import { readSheet } from "../../../../cascade";
import { promised, settle } from "../builtins";
import type { Context } from "../context";
import { isA, type Js, methodsOf, NotUnderstood, native, object, textOf } from "../values";
import { kebab } from "./said";

/** Begins the type of what listens for a change of a query. */
export const MEDIA = "media ";

/** @throws for what is neither of the width nor of what is usual */
export function mediaHolds(r: Context, query: string, width: number): boolean {
  const { media, remarks } = readSheet(`@media ${query} { a { color: red } }`);
  if (!media.length || remarks.length || /[{}]/.test(query))
    throw new NotUnderstood(null, `the media ${query.slice(0, 60)}`);
  return media[0].holds({ width, height: r.page.doc.page.height, reducedMotion: false });
}

/** `matchMedia(query)`; what it is held against is noted. */
export function media(r: Context, query: string): Js {
  mediaHolds(r, query, r.width.at);
  for (const [, n] of query.matchAll(/width\s*[:<>=]+\s*(\d+(?:\.\d+)?)px/g)) r.width.against.add(Number(n));
  for (const [, n] of query.matchAll(/(\d+(?:\.\d+)?)px\s*[<>]=?\s*width/g)) r.width.against.add(Number(n));
  const type = MEDIA + query;
  const isOfWidth = /width/.test(query);
  const listens = (fn: Js): undefined => (isOfWidth ? r.listen("window", type, fn) : undefined);
  const deaf = (fn: Js): undefined => (isOfWidth ? r.unlisten("window", type, fn) : undefined);
  return object(
    new Map<string, Js>([
      ["media", query],
      ["matches", { is: "accessor", get: native("matches", () => mediaHolds(r, query, r.width.at)), set: null }],
      ["addEventListener", native("addEventListener", ([_type, fn]) => listens(fn))],
      ["removeEventListener", native("removeEventListener", ([_type, fn]) => deaf(fn))],
      ["addListener", native("addListener", ([fn]) => listens(fn))],
      ["removeListener", native("removeListener", ([fn]) => deaf(fn))],
      ["onchange", { is: "accessor", get: null, set: native("onchange", ([fn]) => listens(fn)) }],
    ]),
  );
}

export const isSmooth = (options: Js): boolean => isA(options, "object") && options.of.get("behavior") === "smooth";

/** `scrollTo(x, y)` or `scrollTo({ top, behavior })`. */
export function scrollPage(r: Context, args: readonly Js[]): undefined {
  const [first, second] = args;
  const options = isA(first, "object") ? first : null;
  const top = options ? options.of.get("top") : second;
  if (typeof top !== "number" || Number.isNaN(top)) throw new NotUnderstood(null, "where this scrolls to");
  r.effect({ do: "scroll to", distance: Math.max(0, top), smooth: isSmooth(first) });
  return undefined;
}

/** What a property comes to (CSSOM §6.8), where somebody says something of it. */
export function computedStyle(r: Context, v: Js): Js {
  if (!isA(v, "element")) throw new NotUnderstood(null, "getComputedStyle");
  const usual: Record<string, string> = { visibility: "visible", opacity: "1", display: "block", position: "static" };
  const of = (property: string): Js => {
    r.layout();
    const name = kebab(property);
    const found = r.page.computed(v.element, name, r.store) ?? usual[name];
    if (found === undefined) throw new NotUnderstood(null, `the computed ${name}`);
    return found;
  };
  const calls = methodsOf({ getPropertyValue: ([name]) => of(textOf(name)) });
  const asked = ["display", "visibility", "opacity", "position"].map((n): [string, Js] => [
    n,
    { is: "accessor", get: native(n, () => of(n)), set: null },
  ]);
  return object(new Map<string, Js>([...asked, ...calls.of]));
}

/** The page is otherwise once it has been drawn as it was (CSS View Transitions §6.1); how it moves there is not said of it. */
export function transition(r: Context, given: Js): Js {
  const line = r.line(r.calling!);
  r.note(new NotUnderstood(line, "a view transition: here the page is otherwise at once", true), line);
  const update = isA(given, "object") ? given.of.get("update") : given;
  const done = promised();
  const change = (): undefined => {
    if (update !== undefined && update !== null) r.call(update, []);
    settle(r, done, "kept", undefined);
    return undefined;
  };
  r.later(native("update", change, [update, done]));
  const skip = native("skipTransition", () => undefined);
  return object({ updateCallbackDone: done, ready: done, finished: done, skipTransition: skip });
}
