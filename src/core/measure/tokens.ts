/** The tokens of a document: what each is, and what is wrong with it. */
import type { Component, Problem } from "../model";
import { compute, type Kind, type MeasureEnv } from "./math";

/** What measures of the document are computed with, at a viewport size in px. */
export function measureEnv(
  doc: Pick<Component, "tokens" | "page">,
  page: { width: number; height: number } = doc.page,
): MeasureEnv {
  const tokens = new Map((doc.tokens ?? []).map((t) => [t.name, t.value]));
  return { width: page.width, height: page.height, token: (name) => tokens.get(name) };
}

/** Nothing that looks like a measure: a colour, a font, a shadow. */
const isOther = (text: string): boolean =>
  !/^\s*[-+.\d]/.test(text) &&
  !/^\s*(?:var|calc|min|max|clamp|round|mod|rem|a?sin|a?cos|a?tan2?|pow|sqrt|hypot|log|exp|abs|sign)\(/i.test(text);

export interface TokenValue {
  name: string;
  /** As written. */
  value: string;
  /** Null for what is no measure: then it is used as it is written. */
  kind: Kind | null;
  /** The computed value; the text itself where it is no measure. */
  computed: string;
  problem: { message: string; from: number; to: number } | null;
}

export function tokenValues(
  doc: Pick<Component, "tokens" | "page">,
  page?: { width: number; height: number },
): TokenValue[] {
  const env = measureEnv(doc, page);
  return (doc.tokens ?? []).map(({ name, value }) => {
    if (isOther(value)) return { name, value, kind: null, computed: value, problem: null };
    const found = compute(`var(${name})`, env);
    if (found.ok) return { name, value, kind: found.kind, computed: found.text, problem: null };
    const own = compute(value, env);
    const problem = own.ok ? { message: found.message, from: 0, to: value.length } : own;
    return {
      name,
      value,
      kind: null,
      computed: value,
      problem: { message: problem.message, from: problem.from, to: problem.to },
    };
  });
}

export const tokenProblems = (doc: Component): Problem[] =>
  tokenValues(doc).flatMap((t) => (t.problem ? [{ path: `tokens.${t.name}`, ...t.problem }] : []));
