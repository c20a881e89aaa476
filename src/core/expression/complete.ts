/** What can be typed next in a cell. */
import { keyNames } from "./event-notation";
import { lookWords } from "./look-notation";
import type { Names } from "./reaction-notation";
import { splitTop } from "./scan";

export type CellKind = "reaction" | "after" | "look" | "focus" | "event";
export interface Completion {
  label: string;
  /** What kind of thing it is, in a word. */
  detail: string;
}
export interface Completions {
  /** Where the word that is being completed starts. */
  from: number;
  options: Completion[];
}

const properties =
  "opacity transform background-color color border-color visibility width height translate scale rotate top left right bottom padding margin border-radius box-shadow z-index outline filter font-weight cursor".split(
    " ",
  );
const attributes = "aria-expanded aria-pressed aria-selected aria-hidden aria-label aria-live aria-busy title".split(
  " ",
);

const all = (detail: string, labels: readonly string[]): Completion[] => labels.map((label) => ({ label, detail }));

/** @returns the words that fit at character `at` of a cell's text; the editor filters them by what is typed. */
export function complete(kind: CellKind, text: string, at: number, names: Names): Completions {
  const before = text.slice(0, at);
  const word = /[\w-]*$/.exec(before)?.[0] ?? "";
  const from = at - word.length;
  const states = all("state", names.states);
  const parts = all("part", names.parts);
  const data = all(
    "data",
    names.data.map((d) => d.name),
  );
  const last = splitTop(before, ";·").at(-1)?.text ?? "";
  if (kind === "event") {
    if (/^\s*click\s+((exactly|outside|inside)\s+)?[\w-]*$/.test(before)) {
      const scopes = /^\s*click\s+[\w-]*$/.test(before) ? all("scope", ["exactly", "outside"]) : [];
      return { from, options: [...parts, ...scopes] };
    }
    if (/^\s*press\s+\S+\s+in\s+[\w-]*$/.test(before)) return { from, options: parts };
    if (/^\s*press\s+\S*$/.test(before)) return { from, options: all("key", keyNames) };
    if (/\s/.test(before.trim())) return { from, options: [] };
    return { from, options: all("event", ["click", "press", "after", "mounted", "on"]) };
  }
  if (kind === "focus") {
    if (/(→|->|in)\s*[\w-]*$/.test(before)) {
      return { from, options: [...parts, ...all("focus", ["first in", "back"])] };
    }
    return { from, options: all("focus", ["→", "held in"]) };
  }
  if (kind === "look") {
    const start = at - last.length;
    if (/^transition\s*:/.test(last)) {
      return { from, options: all("property", ["opacity", "transform", "background-color", "color"]) };
    }
    if (/[:="']/.test(last)) return { from, options: [] };
    return {
      from: start,
      options: [
        ...all("look", lookWords),
        ...all("text", ['"']),
        ...all("motion", ["transition: "]),
        ...all(
          "property",
          properties.map((p) => `${p}: `),
        ),
        ...all(
          "attribute",
          attributes.map((a) => `${a}="`),
        ),
      ],
    };
  }
  const open = last.lastIndexOf("[") > last.lastIndexOf("]");
  if (open) return { from, options: [...data, ...all("expression", ['in("', "true", "false"])] };
  const slash = last.lastIndexOf("/");
  if (slash >= 0) {
    const action =
      last
        .slice(slash + 1)
        .split(",")
        .at(-1) ?? "";
    if (/^\s*focus\s+(first\s+in\s+)?[\w-]*$/.test(action)) {
      return { from, options: [...parts, ...all("focus", ["first in", "back"])] };
    }
    if (/=/.test(action)) return { from, options: data };
    return {
      from,
      options: [...all("action", ["focus", "stop", "raise"]), ...data.map((d) => ({ ...d, label: `${d.label} = ` }))],
    };
  }
  const whole = kind === "reaction" && last === word ? all("decided: nothing happens", ["ignored"]) : [];
  return { from, options: [...states, ...whole] };
}
