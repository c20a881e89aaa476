/** Text templates: plain text with `${expression}` in it; `\\${` stands for those two characters themselves. */

import { valueProblem } from "../safety";
import { partArgument } from "./argument";
import { compileExpression, type DoingCall, type Env, type Located, type Scope } from "./expression";
import { mentions } from "./mentions";
import { findTop } from "./scan";

export interface Template {
  /** True when the text is the same whatever the data are. */
  constant: boolean;
  reads: string[];
  /** What a person does that its expressions ask about. */
  asks: readonly DoingCall[];
  run(env: Env): string;
}
export type CompiledTemplate = { ok: true; template: Template } | ({ ok: false } & Located);

interface Hole {
  from: number;
  to: number;
}

/** The places of the expressions between `${` and `}`; a hole that is never closed runs to the end. */
function holesOf(text: string): { holes: Hole[]; open: number } {
  const holes: Hole[] = [];
  let at = text.indexOf("${");
  while (at >= 0) {
    const end = text[at - 1] === "\\" ? at : findTop(text, "}", at + 2);
    if (end < 0) return { holes, open: at };
    if (end > at) holes.push({ from: at + 2, to: end });
    at = text.indexOf("${", end + 1);
  }
  return { holes, open: -1 };
}

const plain = (text: string): string => text.replaceAll("\\${", "${");

/** The places of the expressions in a template. */
export const templateHoles = (text: string): { from: number; to: number }[] => holesOf(text).holes;

export function compileTemplate(text: string, scope: Scope): CompiledTemplate {
  const { holes, open } = holesOf(text);
  if (open >= 0) return { ok: false, message: "this ${ has no }", from: open, to: text.length };
  const pieces: ((env: Env) => string)[] = [];
  const reads: string[] = [];
  const asks: DoingCall[] = [];
  let start = 0;
  for (const hole of holes) {
    const fixed = plain(text.slice(start, hole.from - 2));
    const inner = compileExpression(text.slice(hole.from, hole.to), scope);
    if (!inner.ok) return { ...inner, from: inner.from + hole.from, to: inner.to + hole.from };
    pieces.push((env) => fixed + String(inner.run(env)));
    reads.push(...inner.reads);
    asks.push(...inner.asks);
    start = hole.to + 1;
  }
  const rest = plain(text.slice(start));
  const constant = holes.length === 0;
  const run = constant ? () => rest : (env: Env) => pieces.map((p) => p(env)).join("") + rest;
  return { ok: true, template: { constant, reads, asks, run } };
}

/** What says by itself how a part is there: a condition says it, not a value with data in it. */
const saysPresence = new Set(["display", "visibility", "pointer-events"]);

/** Whether a value of a look's style has data in it. */
export const isStyleTemplate = (value: string): boolean => value.includes("${");

/**
 * A style value with data in it, such as `${part * 10}%`. What stands in a hole is a number, or a datum whose words are
 * given, so that no value can leave its declaration or name an address.
 * @returns the template and one value that it can have, or one error with its place
 */
export function compileStyleTemplate(
  property: string,
  text: string,
  scope: Scope,
): { ok: true; template: Template; sample: string } | ({ ok: false } & Located) {
  const compiled = compileTemplate(text, scope);
  if (!compiled.ok) return compiled;
  const all = { ok: false as const, from: 0, to: text.length };
  if (saysPresence.has(property))
    return { ...all, message: `say ${property} under a condition instead, as in [n > 0] …` };
  const words: string[] = [];
  for (const hole of holesOf(text).holes) {
    const source = text.slice(hole.from, hole.to);
    const inner = compileExpression(source, scope);
    const datum = scope.data.find((d) => d.name === source.trim());
    if (datum?.type === "one of") words.push(datum.values[0] ?? "");
    else if (inner.ok && inner.type === "number") words.push("1");
    else {
      const message = "a number is needed here, or a datum that is one of some words; for others use a condition";
      return { ok: false, message, ...hole };
    }
    const wrong = datum?.type === "one of" ? datum.values.map(valueProblem).find((p) => p !== null) : null;
    if (wrong) return { ok: false, message: wrong, ...hole };
  }
  const sample = filled(text, words);
  const wrong = valueProblem(sample);
  return wrong ? { ...all, message: wrong } : { ok: true, template: compiled.template, sample };
}

/** The template with words in its holes. */
function filled(text: string, words: readonly string[]): string {
  let out = "";
  let start = 0;
  holesOf(text).holes.forEach((hole, i) => {
    out += plain(text.slice(start, hole.from - 2)) + words[i];
    start = hole.to + 1;
  });
  return out + plain(text.slice(start));
}

/** A rename inside the expressions of a template. */
export function renameInTemplate(text: string, rename: (expression: string) => string): string {
  let out = "";
  let start = 0;
  for (const hole of holesOf(text).holes) {
    out += text.slice(start, hole.from) + rename(text.slice(hole.from, hole.to));
    start = hole.to;
  }
  return out + text.slice(start);
}

/** A rename of a datum, a state or a part inside an expression; everything else stays to the letter. */
export function renameInExpression(text: string, kind: "data" | "state" | "part", from: string, to: string): string {
  let out = "";
  let start = 0;
  for (const m of mentions(text)) {
    if (m.kind !== kind || m.name !== from) continue;
    out += text.slice(start, m.from) + (kind === "part" ? partArgument(to) : to);
    start = m.to;
  }
  return out + text.slice(start);
}
