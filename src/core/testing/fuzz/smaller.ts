/** The smallest case that still breaks: pieces are taken away as long as it does (delta debugging). */

import { copyOf } from "./changes";

/** Without runs of characters, then of lines' ends. @param breaks whether a text still does */
function smallerText(text: string, breaks: (text: string) => boolean): string {
  let out = text;
  for (let size = Math.ceil(out.length / 2); size >= 1; size = size > 1 ? Math.ceil(size / 2) : 0)
    for (let from = 0; from < out.length; ) {
      const without = out.slice(0, from) + out.slice(from + size);
      if (without !== out && breaks(without)) out = without;
      else from += size;
    }
  return out;
}

/** Without keys and elements. */
function smallerValue(value: unknown, breaks: (value: unknown) => boolean): unknown {
  let out = value;
  const shrink = (read: (root: unknown) => unknown): void => {
    for (const key of Object.keys((read(out) as object | null) ?? {}).reverse()) {
      const next = copyOf(out);
      const holder = read(next) as Record<string, unknown> | unknown[];
      if (Array.isArray(holder)) holder.splice(Number(key), 1);
      else delete holder[key];
      if (breaks(next)) out = next;
    }
    const holder = read(out);
    if (typeof holder !== "object" || holder === null) return;
    for (const key of Object.keys(holder)) shrink((root) => (read(root) as Record<string, unknown> | null)?.[key]);
  };
  for (let before = ""; before !== JSON.stringify(out); ) {
    before = JSON.stringify(out);
    shrink((root) => root);
  }
  return out;
}

/** @param breaks whether a text still breaks as the first did; asked for at most `seconds` */
export function smaller(text: string, breaks: (text: string) => boolean, seconds = 20): string {
  const until = Date.now() + seconds * 1000;
  const ask = (t: string): boolean => Date.now() < until && breaks(t);
  try {
    const value: unknown = JSON.parse(text);
    if (typeof value === "object" && value !== null)
      return JSON.stringify(smallerValue(value, (v) => ask(JSON.stringify(v))));
  } catch {
    // No JSON: a text like any other.
  }
  return smallerText(text, ask);
}
