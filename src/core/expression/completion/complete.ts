/** What can be typed next in a cell. */

import { keyNames } from "../../model";
import { partArgument } from "../argument";
import type { Names } from "../names";
import { eventForms } from "../notation/event-notation";
import { lookWords } from "../notation/look-notation";
import { splitTop } from "../scan";

export type CellKind = "reaction" | "after" | "actions" | "look" | "focus" | "event";
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
  const token = /var\(\s*(-{0,2}[\w-]*)$/.exec(before);
  if (token) return { from: at - token[1].length, options: all("token", names.tokens ?? []) };
  const last = splitTop(before, ";·").at(-1)?.text ?? "";
  if (kind === "event") return completeEvent(before, from, names);
  if (kind === "focus") {
    const where = [...parts, ...all("focus", focusWords)];
    if (/(→|->|in)\s*[\w-]*$/.test(before)) return { from, options: where };
    return { from, options: [...all("focus", ["held in"]), ...where] };
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
        ...all(
          "class",
          (names.classes ?? []).map((c) => `.${c}`),
        ),
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
  if (open && /\b(focusWithin|hovered)\("?[\w-]*$/.test(last))
    return { from, options: all("part", names.parts.map(partArgument)) };
  if (open) return { from, options: [...data, ...all("expression", expressionWords)] };
  const slash = kind === "actions" ? -1 : last.lastIndexOf("/");
  if (slash >= 0 || kind === "actions") {
    const action =
      last
        .slice(slash + 1)
        .split(",")
        .at(-1) ?? "";
    if (/^\s*focus\s+((first|last|next|previous)\s+in\s+)?[\w-]*$/.test(action)) {
      return { from, options: [...parts, ...all("focus", focusWords)] };
    }
    if (/^\s*scroll\s+to\s+[\w-]*$/.test(action))
      return { from, options: [...parts, ...all("distance", ["0px smoothly"])] };
    if (/^\s*request\s+[\w-]*$/.test(action)) return { from, options: all("request", names.requests ?? []) };
    if (/=/.test(action)) return { from, options: data };
    return {
      from,
      options: [...all("action", actionWords), ...data.map((d) => ({ ...d, label: `${d.label} = ` }))],
    };
  }
  const whole = kind === "reaction" && last === word ? all("decided: nothing happens", ["ignored"]) : [];
  return { from, options: [...states, ...whole] };
}

const expressionWords = [
  'in("',
  "focusWithin(",
  "hovered(",
  "page.width",
  "page.height",
  "page.scroll",
  "page.reducedMotion",
  "true",
  "false",
];
const focusWords = ["first in", "last in", "next in", "previous in", "back"];
const actionWords = "focus,scroll to,start,cancel,raise,send,request,announce,log,if [,stop,prevent".split(",");

function completeEvent(before: string, from: number, names: Names): Completions {
  const parts = all("part", names.parts);
  const head = before.trimStart();
  if (/^(click|pointer\s+\w+)\s+((exactly|outside|inside)\s+)?[\w-]*$/.test(head)) {
    const scoped = /\s(exactly|outside|inside)\s/.test(head);
    return { from, options: [...parts, ...(scoped ? [] : all("scope", ["exactly", "outside", "anywhere"]))] };
  }
  if (/^(press|release)\s+\S+\s+in\s+[\w-]*$/.test(head)) return { from, options: parts };
  if (/^(press|release)\s+\S*$/.test(head)) return { from, options: all("key", keyNames) };
  if (/^(focus\s+(enters|leaves)|(in|out\s+of)\s+view|motion\s+(ended|interrupted))\s+[\w-]*$/.test(head)) {
    return { from, options: parts };
  }
  if (/^request\s+(ok|failed)\s+[\w-]*$/.test(head)) return { from, options: all("request", names.requests ?? []) };
  // The first words of an event, whole: they are completed from where it starts.
  const start = before.length - head.length;
  const verbs = [...new Set(eventForms.map((f) => f.replace(/ (part|name|Key|\[condition\]|\d+px).*$/, "")))];
  return { from: start, options: all("event", verbs) };
}
