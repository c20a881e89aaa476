/** The tokens of a document: what each is, and what is wrong with it. */
import { allParts, allStates, type Component, type Problem } from "../model";
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

/** Where a token is used, in words a person can go to. Each place once. */
export function usesOf(doc: Component, token: string): string[] {
  const out = new Set<string>();
  const mention = new RegExp(`var\\(\\s*${token.replace(/-/g, "\\-")}(?![\\w-])`);
  const mentions = (value: unknown): boolean => mention.test(JSON.stringify(value ?? ""));
  for (const t of doc.tokens ?? []) if (mentions(t.value)) out.add(t.name);
  for (const { part } of allParts(doc)) {
    const { content: _content, ...own } = part;
    if (mentions(own)) out.add(part.name);
  }
  for (const row of doc.looks) {
    for (const [state, look] of Object.entries(row.in)) if (mentions(look)) out.add(`${row.part} in ${state}`);
  }
  for (const row of doc.reactions) {
    if (mentions(row.event)) out.add(row.event.on);
    for (const [state, cell] of Object.entries(row.in)) if (mentions(cell)) out.add(`${row.event.on} in ${state}`);
  }
  for (const { state } of allStates(doc)) if (mentions([state.entry, state.exit])) out.add(state.name);
  if (mentions(doc.page)) out.add("the page");
  if (mentions(doc.requests)) out.add("requests");
  return [...out];
}

/** The document with a token under another name, wherever it is used. The caller checks that the name is free. */
export function renameToken(doc: Component, from: string, to: string): Component {
  const name = from.replace(/-/g, "\\-");
  const mention = new RegExp(`(var\\(\\s*)${name}(?![\\w-])`, "g");
  const walk = (value: unknown): unknown => {
    if (typeof value === "string") return value.replace(mention, `$1${to}`);
    if (Array.isArray(value)) return value.map(walk);
    if (typeof value !== "object" || value === null) return value;
    return Object.fromEntries(Object.entries(value).map(([k, v]) => [k, walk(v)]));
  };
  const next = walk(doc) as Component;
  return { ...next, tokens: next.tokens?.map((t) => (t.name === from ? { ...t, name: to } : t)) };
}
