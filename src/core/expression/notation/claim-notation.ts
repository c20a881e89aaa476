/**
 * Claims as text: `always close is focused or dialog is not visible`, `whenever state is open, dialog is focused within
 * 200ms`, `after click send, send has aria-busy="true" for at least 1s`, `from everywhere, state is closed can be reached again`.
 */
import { type Claim, type Condition, claimSchema } from "../../model";
import { compileExpression } from "../expression";
import { measureFault } from "../measured";
import type { Names } from "../names";
import { fault, faultAt, type Parsed, storable } from "../parsed";
import { type Piece, trimmed } from "../scan";
import { parseEvent, printEvent } from "./event-notation";
import { parseFact, printFact } from "./fact-notation";

/** The forms of a claim; errors and completion list them. */
export const claimForms: readonly string[] = [
  "always …",
  "never …",
  "whenever …, … at once",
  "whenever …, … within 200ms",
  "after click part, … for at least 1s",
  "… until …",
  "from everywhere, … can be reached again",
];

export function printCondition(c: Condition, inside: "all" | "any" | null = null): string {
  if ("fact" in c) return printFact(c);
  if ("when" in c) return `[${c.when}]`;
  if ("not" in c) return `not (${printCondition(c.not)})`;
  const kind = "all" in c ? "all" : "any";
  const list = "all" in c ? c.all : c.any;
  const text = list.map((i) => printCondition(i, kind)).join(kind === "all" ? " and " : " or ");
  return inside ? `(${text})` : text;
}

export function printClaim(c: Claim): string {
  const that = printCondition(c.that);
  switch (c.claim) {
    case "always":
    case "never":
      return `${c.claim} ${that}`;
    case "whenever":
      return `whenever ${printCondition(c.when)}, ${that} ${c.within === undefined ? "at once" : `within ${c.within}`}`;
    case "after":
      return `after ${printEvent(c.event)}, ${that} for at least ${c.for}`;
    case "until":
      return `${that} until ${printCondition(c.until)}`;
    case "again":
      return `from everywhere, ${that} can be reached again`;
  }
}

const brackets = new Map([
  ["(", ")"],
  ["[", "]"],
]);
const quotes = new Map([
  ["“", "”"],
  ['"', '"'],
]);

/** The place after the text or the brackets that begin at `i`; where a backslash takes the meaning from what follows. */
function after(text: string, i: number, to: number): number {
  const quote = quotes.get(text[i]) ?? (text[i] === "'" ? "'" : undefined);
  if (quote) {
    for (i++; i < to && text[i] !== quote; i++) if (text[i] === "\\") i++;
    return Math.min(to, i + 1);
  }
  const close = brackets.get(text[i])!;
  for (i++; i < to && text[i] !== close; ) {
    // What stands in square brackets is an expression, with texts of its own.
    const opens = brackets.has(text[i]) || quotes.has(text[i]) || (close === "]" && text[i] === "'");
    i = opens ? after(text, i, to) : i + 1;
  }
  return Math.min(to, i + 1);
}

/** The place of the first match of a word at the top level: not inside quotes and brackets. */
function topMatch(text: string, wanted: RegExp, from: number, to: number): { from: number; to: number } | null {
  for (let i = from; i < to; i++) {
    if (brackets.has(text[i]) || quotes.has(text[i])) {
      i = after(text, i, to) - 1;
      continue;
    }
    wanted.lastIndex = i;
    const found = wanted.exec(text.slice(0, to));
    if (found && found.index === i) return { from: i, to: i + found[0].length };
  }
  return null;
}

function lastMatch(text: string, wanted: RegExp, from: number, to: number): { from: number; to: number } | null {
  let last: { from: number; to: number } | null = null;
  for (let at = topMatch(text, wanted, from, to); at; at = topMatch(text, wanted, at.to, to)) last = at;
  return last;
}

function split(text: string, word: RegExp, { from, to }: { from: number; to: number }): Piece[] {
  const out: Piece[] = [];
  let start = from;
  for (;;) {
    const at = topMatch(text, word, start, to);
    out.push(trimmed(text, start, at ? at.from : to));
    if (!at) return out;
    start = at.to;
  }
}

const OR = /\s+or\s+/y;
const AND = /\s+and\s+/y;

/** Of `text` the piece from `from` to `to`; places in errors are those of the whole text. */
export function parseCondition(
  text: string,
  names: Names,
  place: { from: number; to: number } = { from: 0, to: text.length },
): Parsed<Condition> {
  for (const [word, make] of [
    [OR, (any: Condition[]): Condition => ({ any })],
    [AND, (all: Condition[]): Condition => ({ all })],
  ] as const) {
    const pieces = split(text, word, place);
    if (pieces.length < 2) continue;
    const read: Condition[] = [];
    for (const piece of pieces) {
      const one = parseCondition(text, names, piece);
      if (!one.ok) return one;
      read.push(one.value);
    }
    return { ok: true, value: make(read) };
  }
  const piece = trimmed(text, place.from, place.to);
  if (!piece.text) return fault("say what holds here, such as panel is visible", piece);
  const not = /^not\s+/.exec(piece.text);
  if (not) {
    const inner = parseCondition(text, names, { from: piece.from + not[0].length, to: piece.to });
    return inner.ok ? { ok: true, value: { not: inner.value } } : inner;
  }
  if (piece.text.startsWith("(") && piece.text.endsWith(")"))
    return parseCondition(text, names, { from: piece.from + 1, to: piece.to - 1 });
  if (piece.text.startsWith("[") && piece.text.endsWith("]")) {
    const when = trimmed(text, piece.from + 1, piece.to - 1);
    const compiled = compileExpression(when.text, names, "boolean");
    return compiled.ok ? { ok: true, value: { when: when.text } } : faultAt(compiled, when.from);
  }
  const fact = parseFact(piece.text, names);
  return fact.ok ? fact : faultAt(fact, piece.from);
}

const WITHIN = /\s+(at\s+once|within\s+)/y;
const FOR = /\s+for(\s+at\s+least)?\s+(?=\S)/y;
const COMMA = /\s*,\s*/y;
const UNTIL = /\s+until\s+/y;

export const parseClaim = (text: string, names: Names): Parsed<Claim> =>
  storable(claimSchema, readClaim(text, names), text);

function readClaim(text: string, names: Names): Parsed<Claim> {
  const whole = trimmed(text, 0, text.length);
  const word = /^(always|never|whenever|after|from\s+everywhere)(?=[\s,]|$)/.exec(whole.text)?.[1].replace(/\s+/, " ");
  const rest = { from: whole.from + (word ? whole.text.indexOf(word.split(" ").at(-1)!) : 0), to: whole.to };
  if (word) rest.from += word.split(" ").at(-1)!.length;
  switch (word) {
    case "always":
    case "never": {
      const that = parseCondition(text, names, rest);
      return that.ok ? { ok: true, value: { claim: word, that: that.value } } : that;
    }
    case "whenever":
      return whenever(text, names, rest);
    case "after":
      return afterEvent(text, names, rest);
    case "from everywhere": {
      const start = /^\s*,?\s*/.exec(text.slice(rest.from))![0].length + rest.from;
      const end = /\s+can\s+be\s+reached\s+again\s*$/.exec(text.slice(start, rest.to));
      if (!end) return fault("end with: can be reached again", rest);
      const that = parseCondition(text, names, { from: start, to: start + end.index });
      return that.ok ? { ok: true, value: { claim: "again", that: that.value } } : that;
    }
    default: {
      const at = topMatch(text, UNTIL, whole.from, whole.to);
      if (!at) return fault(`a claim is one of: ${claimForms.join(" · ")}`, whole);
      const that = parseCondition(text, names, { from: whole.from, to: at.from });
      if (!that.ok) return that;
      const until = parseCondition(text, names, { from: at.to, to: whole.to });
      return until.ok ? { ok: true, value: { claim: "until", that: that.value, until: until.value } } : until;
    }
  }
}

interface Place {
  from: number;
  to: number;
}

/** A time at the end, as a CSS time: `within 200 ms` is read as `within 200ms`. */
function timeAt(text: string, names: Names, place: Place): Parsed<string> {
  const piece = trimmed(text, place.from, place.to);
  const time = piece.text.replace(/^(\d+\.?\d*|\.\d+)\s+(ms|s)$/, "$1$2");
  if (!/^(\d+\.?\d*|\.\d+)(ms|s)$/.test(time) && !time.includes("("))
    return fault("give a time with its unit, such as 200ms or var(--fade)", piece);
  return measureFault(time, "time", names, piece) ?? { ok: true, value: time };
}

function whenever(text: string, names: Names, rest: Place): Parsed<Claim> {
  const comma = topMatch(text, COMMA, rest.from, rest.to);
  if (!comma) return fault("put a comma between the two: whenever …, … at once", rest);
  const when = parseCondition(text, names, { from: rest.from, to: comma.from });
  if (!when.ok) return when;
  const end = lastMatch(text, WITHIN, comma.to, rest.to);
  const once = end !== null && /once$/.test(text.slice(end.from, end.to));
  if (!end || (once && end.to !== rest.to))
    return fault("end with: at once, or within and a time", { from: comma.to, to: rest.to });
  const that = parseCondition(text, names, { from: comma.to, to: end.from });
  if (!that.ok) return that;
  const claim = { claim: "whenever", when: when.value, that: that.value } as const;
  if (once) return { ok: true, value: claim };
  const within = timeAt(text, names, { from: end.to, to: rest.to });
  return within.ok ? { ok: true, value: { ...claim, within: within.value } } : within;
}

function afterEvent(text: string, names: Names, rest: Place): Parsed<Claim> {
  const comma = topMatch(text, COMMA, rest.from, rest.to);
  if (!comma) return fault("put a comma after the event: after click part, … for at least 1s", rest);
  const said = trimmed(text, rest.from, comma.from);
  const event = parseEvent(said.text, names);
  if (!event.ok) return faultAt(event, said.from);
  const end = lastMatch(text, FOR, comma.to, rest.to);
  if (!end) return fault("end with: for at least and a time", { from: comma.to, to: rest.to });
  const that = parseCondition(text, names, { from: comma.to, to: end.from });
  if (!that.ok) return that;
  const time = timeAt(text, names, { from: end.to, to: rest.to });
  if (!time.ok) return time;
  return { ok: true, value: { claim: "after", event: event.value, that: that.value, for: time.value } };
}
