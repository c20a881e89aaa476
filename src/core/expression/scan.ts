/** Splitting notation at separators, without being misled by quotes and brackets. */
import { own } from "../model";

export interface Piece {
  text: string;
  /** Place of the first character in the whole text. */
  from: number;
  to: number;
}

const closing: Record<string, string> = { "(": ")", "[": "]", "{": "}" };

/**
 * The place of the first character of `wanted` at the top level at or after `from`; -1 when there is none.
 * Inside quotes and inside brackets nothing counts.
 */
export function findTop(text: string, wanted: string, from = 0, end = text.length): number {
  const stack: string[] = [];
  for (let i = from; i < end; i++) {
    const c = text[i];
    if (c === '"' || c === "'" || c === "`") {
      i = endOfQuote(text, i, end);
      continue;
    }
    if (!stack.length && wanted.includes(c)) return i;
    const close = own(closing, c);
    if (close) stack.push(close);
    else if (stack.length && c === stack[stack.length - 1]) stack.pop();
  }
  return -1;
}

/** The place of the quote that ends the one at `at`; the end of the text when it is left open. */
export function endOfQuote(text: string, at: number, end = text.length): number {
  const quote = text[at];
  for (let i = at + 1; i < end; i++) {
    if (text[i] === "\\") i++;
    else if (text[i] === quote) return i;
  }
  return end;
}

/** The pieces between the separators, trimmed, with their places. Empty pieces are kept. */
export function splitTop(text: string, separators: string, from = 0, end = text.length): Piece[] {
  const out: Piece[] = [];
  let start = from;
  for (;;) {
    const at = findTop(text, separators, start, end);
    out.push(trimmed(text, start, at < 0 ? end : at));
    if (at < 0) return out;
    start = at + 1;
  }
}

export function trimmed(text: string, from: number, to: number): Piece {
  while (from < to && /\s/.test(text[from])) from++;
  while (to > from && /\s/.test(text[to - 1])) to--;
  return { text: text.slice(from, to), from, to };
}

/** A text in double quotes, as the notation writes it. */
export const quote = (text: string): string =>
  `"${text.replaceAll("\\", "\\\\").replaceAll('"', '\\"').replaceAll("\n", "\\n")}"`;

/** The text between quotes, with its escapes resolved. */
export const unquote = (quoted: string): string =>
  quoted.slice(1, -1).replace(/\\(.)/g, (_all, c: string) => (c === "n" ? "\n" : c));
