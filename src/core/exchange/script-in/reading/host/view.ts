/** The window (CSSOM View §4): where scripts send the page, and what they ask of its width and of what somebody prefers. */
import { readSheet } from "../../../../cascade";
import type { Context } from "../context";
import { isA, type Js, NotUnderstood, native, object } from "../values";

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
