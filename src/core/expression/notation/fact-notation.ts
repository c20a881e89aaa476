/** Facts as text, as they read: `panel is not visible`, `trigger has aria-expanded="true"`, `“Saved” was announced`. */
import {
  type Expectation,
  type Expected,
  expectedSchema,
  isName,
  own,
  type PartFact,
  partFacts,
  type TextFact,
} from "../../model";
import type { Names } from "../names";
import { fault, listed, type Parsed, storable } from "../parsed";
import { trimmed } from "../scan";

/** Quotes and backslashes in a text stand behind a backslash. */
const inQuotes = (text: string): string => text.replace(/[\\“”"]/g, "\\$&").replaceAll("\n", "\\n");
const resolved = (text: string): string => text.replace(/\\(.)/gs, (_all, c: string) => (c === "n" ? "\n" : c));
const quoted = (text: string): string => `“${inQuotes(text)}”`;

export function printFact(e: Expectation): string {
  switch (e.fact) {
    case "state":
      return `state is ${e.is}`;
    case "text":
    case "name":
    case "role":
      return `${e.part} has ${e.fact} ${quoted(e.is)}`;
    case "attribute":
      return e.is === null ? `${e.part} has no ${e.attribute}` : `${e.part} has ${e.attribute}="${inQuotes(e.is)}"`;
    case "opacity":
      return `${e.part} has opacity ${e.is}${e.within === undefined ? "" : ` within ${e.within}`}`;
    case "style":
      return `${e.part} has style ${e.property} ${quoted(e.is)}`;
    case "scroll":
      return `page is scrolled to ${e.is} px${e.within === undefined ? "" : ` within ${e.within} px`}`;
    case "announced":
      return `${quoted(e.is)} was announced`;
    case "takes pointer":
      return `${e.part} ${e.is ? "takes" : "does not take"} the pointer`;
    case "in tab order":
      return `${e.part} is ${e.is ? "" : "not "}in the Tab order`;
    default:
      return `${e.part} is ${e.is ? "" : "not "}${e.fact}`;
  }
}

export function printExpected(e: Expected): string {
  if (!("over" in e)) return printFact(e);
  const { that, over } = e;
  if ("within" in over) return `${printFact(that)} within ${over.within} ms`;
  return "for" in over ? `${printFact(that)} for ${over.for} ms` : `${printFact(that)} until ${printFact(over.until)}`;
}

/** The forms of a fact; errors and completion list them. */
export const factForms: readonly string[] = [
  "part is visible",
  "part is not displayed",
  "part is focused",
  "part is in the Tab order",
  "part takes the pointer",
  "part has text “…”",
  "part has name “…”",
  "part has role “…”",
  "part is disabled",
  "part is exposed",
  'part has aria-expanded="true"',
  "part has no aria-busy",
  "part has opacity 0.5 within 0.01",
  "part has style color “…”",
  "page is scrolled to 400 px",
  "state is name",
  "“…” was announced",
];

const partWords: Readonly<Record<string, PartFact>> = {
  ...Object.fromEntries(partFacts.map((f) => [f, f])),
  "in the tab order": "in tab order",
};
/** A text in quotes of either kind, which do not stand in it but behind a backslash. */
const between = /^(?:“((?:\\.|[^\\“”])*)”|"((?:\\.|[^\\"])*)")$/s;
const textBetween = (said: string): string | null => {
  const found = between.exec(said);
  return found && resolved(found[1] ?? found[2]);
};

export function parseFact(text: string, names: Names): Parsed<Expectation> {
  const piece = trimmed(text, 0, text.length);
  const ok = (value: Expectation): Parsed<Expectation> => ({ ok: true, value });
  const announced = /^([“"].*[”"])\s+was\s+announced$/s.exec(piece.text);
  const words = announced && textBetween(announced[1]);
  if (words !== null) return ok({ fact: "announced", is: words });
  const state = /^state\s+is\s+(\S+)$/.exec(piece.text);
  if (state) {
    if (names.states.includes(state[1])) return ok({ fact: "state", is: state[1] });
    return fault(`"${state[1]}" is not a state; states: ${listed(names.states)}`, piece);
  }
  const scrolled =
    /^(?:the\s+)?page\s+is\s+scrolled\s+to\s+(\d+(?:\.\d+)?)\s*(?:px)?(?:\s+within\s+(\d+(?:\.\d+)?)\s*(?:px)?)?$/.exec(
      piece.text,
    );
  if (scrolled)
    return ok({ fact: "scroll", is: Number(scrolled[1]), ...(scrolled[2] ? { within: Number(scrolled[2]) } : {}) });
  const about = /^(\S+)\s+(is|has|takes|does)\b\s*(.*)$/s.exec(piece.text);
  if (!about) return fault(`a fact is one of: ${factForms.join(", ")}`, piece);
  const [, part, verb, rest] = about;
  if (!names.parts.includes(part)) {
    return fault(`"${part}" is not a part; parts: ${listed(names.parts)}`, {
      from: piece.from,
      to: piece.from + part.length,
    });
  }
  const there = { from: piece.to - rest.length, to: piece.to };
  if (verb === "takes" || verb === "does") {
    const is = verb === "takes";
    if ((is ? /^(the\s+)?pointer$/ : /^not\s+take\s+(the\s+)?pointer$/).test(rest))
      return ok({ fact: "takes pointer", part, is });
    return fault("write takes the pointer, or does not take the pointer", there);
  }
  if (verb === "is") {
    const not = /^not\s+/.exec(rest);
    const fact = own(partWords, rest.slice(not?.[0].length ?? 0).toLowerCase());
    return fact ? ok({ fact, part, is: !not }) : fault(`a part is: ${Object.keys(partWords).join(", ")}`, there);
  }
  return has(part, rest, there);
}

function has(part: string, rest: string, there: { from: number; to: number }): Parsed<Expectation> {
  const said = /^(text|name|role)\s+(.*)$/s.exec(rest);
  if (said) {
    const value = textBetween(said[2]);
    if (value === null) return fault(`put the ${said[1]} in quotes`, there);
    return { ok: true, value: { fact: said[1] as TextFact, part, is: value } };
  }
  const opacity = /^opacity\s+(0|1|0?\.\d+|1\.0+)(?:\s+within\s+(\d*\.?\d+))?$/.exec(rest);
  if (opacity) {
    const within = opacity[2] === undefined ? {} : { within: Number(opacity[2]) };
    return { ok: true, value: { fact: "opacity", part, is: Number(opacity[1]), ...within } };
  }
  const style = /^style\s+(-{0,2}[A-Za-z][\w-]*)\s+(.*)$/s.exec(rest);
  if (style) {
    const value = textBetween(style[2]);
    if (value === null) return fault("put the value in quotes", there);
    return { ok: true, value: { fact: "style", part, property: style[1], is: value } };
  }
  const none = /^no\s+([\w:-]+)$/.exec(rest);
  if (none) return { ok: true, value: { fact: "attribute", part, attribute: none[1], is: null } };
  const one = /^([\w:-]+)\s*=\s*(["“].*["”])$/s.exec(rest);
  const is = one && textBetween(one[2]);
  if (one && is !== null && isName(one[1].replaceAll(":", "-")))
    return { ok: true, value: { fact: "attribute", part, attribute: one[1], is } };
  return fault(
    'write has text “…”, has name “…”, has role “…”, has aria-expanded="true", has no aria-busy, has opacity 0.5 or has style color “…”',
    there,
  );
}

/** A fact with its span: `panel is visible within 200 ms`, `… for 1 s`, `… until trigger is focused`. */
export const parseExpected = (text: string, names: Names): Parsed<Expected> =>
  storable(expectedSchema, readExpected(text, names), text);

function readExpected(text: string, names: Names): Parsed<Expected> {
  const timed = /^(.*\S)\s+(within|for)\s+(\d+(?:\.\d+)?)\s*(ms|s)\s*$/s.exec(text);
  if (timed) {
    const that = parseFact(timed[1], names);
    if (!that.ok) return that;
    const ms = Number(timed[3]) * (timed[4] === "s" ? 1000 : 1);
    return { ok: true, value: { that: that.value, over: timed[2] === "within" ? { within: ms } : { for: ms } } };
  }
  const whole = parseFact(text, names);
  if (whole.ok) return whole;
  let problem: Parsed<Expected> = whole;
  // A text in quotes may have the word in it.
  for (const at of text.matchAll(/\suntil\s/g)) {
    const that = parseFact(text.slice(0, at.index), names);
    if (!that.ok) {
      if (problem === whole) problem = that;
      continue;
    }
    const start = at.index + at[0].length;
    const until = parseFact(text.slice(start), names);
    if (until.ok) return { ok: true, value: { that: that.value, over: { until: until.value } } };
    problem = fault(until.message, { from: until.from + start, to: until.to + start });
  }
  return problem;
}
