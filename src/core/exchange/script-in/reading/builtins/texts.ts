/** Methods of texts (ECMA-262 §22.1.3). */
import type { Context } from "../context";
import { isA, type Js, type JsList, type JsPattern, list, numberOf, object, textOf } from "../values";
import { place } from "./lists";
import { patternOf } from "./patterns";

/** What a pattern found: the whole, and its groups; by name, too. */
export function foundBy(found: RegExpMatchArray | null): JsList | null {
  if (!found) return null;
  const groups: Js = found.groups ? object({ ...found.groups }) : undefined;
  const more = new Map<string, Js>([
    ["index", found.index],
    ["input", found.input],
    ["groups", groups],
  ]);
  return { ...list([...found]), more };
}
const asPattern = (p: Js): JsPattern => (isA(p, "pattern") ? p : { is: "pattern", source: textOf(p), flags: "" });

export const texts: Record<string, (text: string, args: Js[], r: Context) => Js> = {
  trim: (t) => t.trim(),
  trimStart: (t) => t.trimStart(),
  trimEnd: (t) => t.trimEnd(),
  toUpperCase: (t) => t.toUpperCase(),
  toLowerCase: (t) => t.toLowerCase(),
  includes: (t, [x, from]) => t.includes(textOf(x), place(from)),
  startsWith: (t, [x, from]) => t.startsWith(textOf(x), place(from)),
  endsWith: (t, [x, to]) => t.endsWith(textOf(x), place(to)),
  indexOf: (t, [x, from]) => t.indexOf(textOf(x), place(from)),
  lastIndexOf: (t, [x, from]) => t.lastIndexOf(textOf(x), place(from)),
  search: (t, [p]) => t.search(patternOf(asPattern(p), t)),
  charAt: (t, [i]) => t.charAt(place(i) ?? 0),
  charCodeAt: (t, [i]) => t.charCodeAt(place(i) ?? 0),
  codePointAt: (t, [i]) => t.codePointAt(place(i) ?? 0),
  at: (t, [i]) => t.at(place(i) ?? 0),
  normalize: (t, [form]) => t.normalize(form === undefined ? "NFC" : textOf(form)),
  slice: (t, [a, b]) => t.slice(place(a), place(b)),
  substring: (t, [a, b]) => t.substring(place(a) ?? 0, place(b)),
  substr: (t, [a, b]) => {
    const from = numberOf(a) < 0 ? Math.max(0, t.length + numberOf(a)) : numberOf(a);
    return t.slice(from, b === undefined ? undefined : from + numberOf(b));
  },
  concat: (t, args) => t + args.map(textOf).join(""),
  split: (t, [by, most]) => {
    if (by === undefined) return list([t]);
    return list(isA(by, "pattern") ? t.split(patternOf(by, t), place(most)) : t.split(textOf(by), place(most)));
  },
  replace: (t, [a, b], r) => replaced(r, t, a, b, false),
  replaceAll: (t, [a, b], r) => replaced(r, t, a, b, true),
  match: (t, [p]) => foundBy(t.match(patternOf(asPattern(p), t))),
  matchAll: (t, [p]) => list([...t.matchAll(patternOf({ ...asPattern(p), flags: "g" }, t))].map((m) => foundBy(m))),
  padStart: (t, [n, by]) => t.padStart(Math.min(200, numberOf(n)), by === undefined ? " " : textOf(by)),
  padEnd: (t, [n, by]) => t.padEnd(Math.min(200, numberOf(n)), by === undefined ? " " : textOf(by)),
  repeat: (t, [n]) => t.repeat(Math.max(0, Math.min(200, Math.floor(numberOf(n)) || 0))),
  localeCompare: (t, [x, language]) => t.localeCompare(textOf(x), language === undefined ? "en" : textOf(language)),
  toString: (t: string) => t,
};

function replaced(r: Context, t: string, a: Js, b: Js, all: boolean): string {
  const what = isA(a, "pattern") ? patternOf(a, t) : textOf(a);
  if (!isA(b, "function") && !isA(b, "native")) {
    // The language itself knows what `$1` and its kin stand for.
    const by = textOf(b);
    return all ? t.replaceAll(what, by) : t.replace(what, by);
  }
  const by = (match: string, ...groups: unknown[]): string =>
    textOf(
      r.call(b, [match, ...groups.map((g) => (typeof g === "object" && g !== null ? object({ ...g }) : (g as Js)))]),
    );
  return all ? t.replaceAll(what, by) : t.replace(what, by);
}
