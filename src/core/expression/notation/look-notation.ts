/**
 * Look cells as text: a word for how the part is, then flags, a text in quotes, attributes as in HTML, classes after a dot
 * and declarations as in CSS, separated by `;` — `shown; inert; "Close"; aria-expanded="true"; opacity: 0.42; transition: opacity 240ms`.
 * A condition in square brackets opens a further look that holds only with it: `shown; [n == 0] disabled; "None left"`.
 */

import { parseTransition, printTransition } from "../../measure";
import {
  type ConditionalLook,
  type FocusRule,
  focusRuleSchema,
  isClassName,
  type Look,
  lookSchema,
  type Motion,
  own,
  type Presence,
  presences,
} from "../../model";
import { attributeNameProblem, valueProblem } from "../../safety";
import { compileExpression } from "../expression";
import { measureFault } from "../measured";
import type { Names } from "../names";
import { fault, faultAt, listed, type Parsed, storable } from "../parsed";
import { endOfQuote, findTop, type Piece, quote, splitTop, trimmed, unquote } from "../scan";
import { compileStyleTemplate, compileTemplate, isStyleTemplate } from "../template";
import { parseFocusTarget, printFocusTarget } from "./action-notation";

type Flag = "pointer" | "inert" | "disabled" | "exposed";
/** Each flag's word for true and for false. */
export const flagWords: Record<Flag, [yes: string, no: string]> = {
  pointer: ["pointer", "no pointer"],
  inert: ["inert", "not inert"],
  disabled: ["disabled", "enabled"],
  exposed: ["exposed", "not exposed"],
};
const flags = Object.entries(flagWords).flatMap(([flag, words]) =>
  words.map((word, i) => ({ word, flag: flag as Flag, value: i === 0 })),
);

/** The words that can open a look or stand alone in it. */
export const lookWords: readonly string[] = [...presences, ...flags.map((f) => f.word)];

export function printLook(look: Look): string {
  const out: string[] = [];
  if (look.as) out.push(look.as);
  for (const [flag, words] of Object.entries(flagWords)) {
    const value = look[flag as Flag];
    if (value !== undefined) out.push(words[value ? 0 : 1]);
  }
  if (look.text !== undefined) out.push(quote(look.text));
  for (const [name, value] of Object.entries(look.attributes ?? {})) {
    out.push(value === null ? `no ${name}` : `${name}=${quote(value)}`);
  }
  for (const [name, on] of Object.entries(look.classes ?? {})) out.push(on ? `.${name}` : `no .${name}`);
  for (const [property, value] of Object.entries(look.css ?? {})) out.push(`${property}: ${value}`);
  if (look.motion) out.push(`transition: ${printTransition(look.motion) || "none"}`);
  for (const { when, ...more } of look.and ?? []) out.push(`[${when}] ${printLook(more)}`);
  return out.join("; ");
}

/** Says whether a browser knows a declaration; where no browser is at hand, everything passes. */
export type Supports = (property: string, value: string) => boolean;

/** @returns the look, undefined for an empty text, or one error with its place. */
export const parseLook = (text: string, names: Names, supports: Supports = () => true): Parsed<Look | undefined> =>
  storable(lookSchema, readLook(text, names, supports), text);

function readLook(text: string, names: Names, supports: Supports = () => true): Parsed<Look | undefined> {
  const look: Look = {};
  const further: ConditionalLook[] = [];
  let into: Look = look;
  let any = false;
  for (let piece of splitTop(text, ";·")) {
    if (!piece.text) continue;
    any = true;
    if (piece.text.startsWith("[")) {
      const condition = readCondition(text, piece, names);
      if (!condition.ok) return condition;
      const next: ConditionalLook = { when: condition.value.when };
      further.push(next);
      into = next;
      piece = condition.value.rest;
    }
    const error = readPiece(text, piece, into, names, supports);
    if (error) return error;
  }
  if (further.length) look.and = further;
  return { ok: true, value: any ? look : undefined };
}

function readCondition(text: string, piece: Piece, names: Names): Parsed<{ when: string; rest: Piece }> {
  const end = findTop(text, "]", piece.from + 1, piece.to);
  if (end < 0) return fault("this [ has no ]", piece);
  const when = trimmed(text, piece.from + 1, end);
  const compiled = compileExpression(when.text, names, "boolean");
  if (!compiled.ok) return faultAt(compiled, when.from);
  const rest = trimmed(text, end + 1, piece.to);
  if (!rest.text) return fault("say how the part is under this condition", piece);
  return { ok: true, value: { when: when.text, rest } };
}

function readPiece(text: string, piece: Piece, look: Look, names: Names, supports: Supports) {
  const twice = (what: string) => fault(`${what} is said twice in this cell`, piece);
  const word = piece.text.replace(/\s+/g, " ");
  if ((presences as readonly string[]).includes(word)) {
    if (look.as) return twice("how the part is");
    look.as = word as Presence;
    return null;
  }
  const flag = flags.find((f) => f.word === word);
  if (flag) {
    if (look[flag.flag] !== undefined) return twice(flag.flag);
    look[flag.flag] = flag.value;
    return null;
  }
  if (/^["']/.test(piece.text)) {
    const value = quotedAt(text, piece.from, piece.to);
    if (!value) return fault("this text has no closing quote", piece);
    if (value.end !== piece.to) return fault("a ; belongs after the text", { from: value.end, to: piece.to });
    if (look.text !== undefined) return twice("the text");
    const template = compileTemplate(value.text, names);
    if (!template.ok) return faultAt(template, piece.from + 1);
    look.text = value.text;
    return null;
  }
  if (/^(no )?\./.test(word)) return readClass(piece, word, look);
  const attribute = /^([A-Za-z_][\w:.-]*)\s*=\s*/.exec(piece.text);
  if (attribute) return readAttribute(text, piece, attribute, look, names);
  const gone = /^no ([A-Za-z_][\w:.-]*)$/.exec(word);
  if (gone && !attributeNameProblem(gone[1])) {
    look.attributes = { ...look.attributes, [gone[1].toLowerCase()]: null };
    return null;
  }
  const colon = piece.text.indexOf(":");
  if (colon > 0) return readDeclaration(text, piece, colon, look, names, supports);
  return fault(
    `not a word for a look; words: ${lookWords.join(", ")} — or a text in quotes, .class, name="…", property: value`,
    piece,
  );
}

/** `.open` gives the part a class, `no .open` takes it away. */
function readClass(piece: Piece, word: string, look: Look) {
  const on = !word.startsWith("no ");
  const name = word.slice(on ? 1 : 4);
  if (!isClassName(name)) return fault("a class follows the dot, such as .open; one class at a time", piece);
  if (own(look.classes, name) !== undefined) return fault(`.${name} is said twice in this cell`, piece);
  look.classes = { ...look.classes, [name]: on };
  return null;
}

function readAttribute(text: string, piece: Piece, found: RegExpExecArray, look: Look, names: Names) {
  const name = found[1].toLowerCase();
  const valueFrom = piece.from + found[0].length;
  if (name === "style") return fault("write its declarations here as property: value", piece);
  const refused = attributeNameProblem(name);
  if (refused) return fault(refused, { from: piece.from, to: valueFrom });
  const value = quotedAt(text, valueFrom, piece.to);
  if (!value || value.end !== piece.to) {
    return fault(`an attribute's value is in quotes: ${name}="…"`, { from: valueFrom, to: piece.to });
  }
  if (own(look.attributes, name) !== undefined) return fault(`${name} is said twice in this cell`, piece);
  const template = compileTemplate(value.text, names);
  if (!template.ok) return faultAt(template, valueFrom + 1);
  look.attributes = { ...look.attributes, [name]: value.text };
  return null;
}

function readDeclaration(text: string, piece: Piece, colon: number, look: Look, names: Names, supports: Supports) {
  const property = trimmed(text, piece.from, piece.from + colon);
  const value = trimmed(text, piece.from + colon + 1, piece.to);
  const name = property.text.startsWith("--") ? property.text : property.text.toLowerCase();
  if (!/^-{0,2}[A-Za-z][\w-]*$/.test(name)) return fault("not the name of a CSS property", property);
  if (!value.text) return fault("a value is missing after the colon", { from: value.from, to: piece.to });
  let sample = value.text;
  if (isStyleTemplate(value.text) && name !== "transition") {
    const template = compileStyleTemplate(name, value.text, names);
    if (!template.ok) return faultAt(template, value.from);
    sample = template.sample;
  }
  const wrong = valueProblem(sample);
  if (wrong) return fault(wrong, value);
  if (name === "transition") {
    const motion = parseTransition(value.text);
    if (!motion.ok) return faultAt(motion, value.from);
    for (const m of Object.values(motion.value)) {
      const times = [
        m.duration,
        m.delay,
        ...(m.reduced && m.reduced !== "none" ? [m.reduced.duration, m.reduced.delay] : []),
      ];
      for (const time of times) {
        if (time === undefined) continue;
        const from = value.from + value.text.indexOf(time);
        const wrong = measureFault(time, "time", names, { from, to: from + time.length });
        if (wrong) return wrong;
      }
    }
    look.motion = { ...look.motion, ...motion.value } as Record<string, Motion>;
    return null;
  }
  if (name === "display" && value.text === "none") {
    return fault("say not displayed instead", { from: property.from, to: value.to });
  }
  if (own(look.css, name) !== undefined) return fault(`${name} is said twice in this cell`, piece);
  if (!supports(name, sample)) {
    const known = supports(name, "inherit");
    return known ? fault(`${name} does not take this value`, value) : fault("no such CSS property", property);
  }
  look.css = { ...look.css, [name]: value.text };
  return null;
}

function quotedAt(text: string, from: number, end: number): { text: string; end: number } | null {
  if (text[from] !== '"' && text[from] !== "'") return null;
  const close = endOfQuote(text, from, end);
  if (close >= end) return null;
  return { text: unquote(text.slice(from, close + 1)), end: close + 1 };
}

// Focus cells

/** `→ close; held in dialog`, typed `-> close` or just `close`: where the focus goes on entering the state, and what holds it while it lasts. */
export function printFocusRule(rule: FocusRule): string {
  const out: string[] = [];
  if (rule.to) out.push(`→ ${printFocusTarget(rule.to)}`);
  if (rule.within) out.push(`held in ${rule.within}`);
  return out.join("; ");
}

export const parseFocusRule = (text: string, names: Names): Parsed<FocusRule | undefined> =>
  storable(focusRuleSchema, readFocusRule(text, names), text);

function readFocusRule(text: string, names: Names): Parsed<FocusRule | undefined> {
  const rule: FocusRule = {};
  for (const piece of splitTop(text, ";·")) {
    if (!piece.text) continue;
    const arrow = /^(?:→|->)\s*/.exec(piece.text)?.[0] ?? "";
    const held = /^held\s+in\s*/.exec(piece.text);
    if (!held) {
      if (rule.to) return fault("the focus can go to one place only", piece);
      const where = trimmed(text, piece.from + arrow.length, piece.to);
      if (!where.text) return fault("write -> part, -> first in part, -> back, or held in part", piece);
      // The name alone says it as well: the arrow is on no keyboard.
      const target = parseFocusTarget(where, names);
      if (!target.ok) return target;
      rule.to = target.value;
    } else {
      const name = trimmed(text, piece.from + held[0].length, piece.to);
      if (!names.parts.includes(name.text)) {
        return fault(`"${name.text}" is not a part; parts: ${listed(names.parts)}`, name);
      }
      rule.within = name.text;
    }
  }
  return { ok: true, value: rule.to || rule.within ? rule : undefined };
}
