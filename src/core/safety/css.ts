/** Style: what may stand as a property, a value or a sheet, and how a sheet is written into a page. */
import { tokenize, tokenTypes as types } from "css-tree/tokenizer";

interface Token {
  type: number;
  text: string;
}

function tokens(text: string): Token[] {
  const out: Token[] = [];
  tokenize(text, (type, from, to) => void out.push({ type, text: text.slice(from, to) }));
  return out;
}

const closes = new Map([
  [types.LeftParenthesis, types.RightParenthesis],
  [types.Function, types.RightParenthesis],
  [types.LeftSquareBracket, types.RightSquareBracket],
  [types.LeftCurlyBracket, types.RightCurlyBracket],
]);
const closers = new Set(closes.values());

export const isPropertyName = (name: string): boolean =>
  name.length <= 200 && (/^--[\w\u0080-\uffff-]+$/.test(name) || /^-?[A-Za-z][A-Za-z-]*$/.test(name));

/** A last token that goes on past the end of the text would take in what follows it (CSS Syntax 3 §4.3). */
function isOpen({ type, text }: Token): boolean {
  if (type === types.String)
    return text.length < 2 || text.at(-1) !== text[0] || /(?:^|[^\\])(?:\\\\)*\\.$/s.test(text);
  if (type === types.Url) return !text.endsWith(")") || /(?:^|[^\\])(?:\\\\)*\\\)$/.test(text);
  if (type === types.Comment) return text.length < 4 || !text.endsWith("*/");
  return /(?:^|[^\\])(?:\\\\)*\\$/.test(text);
}

/** @param braces whether blocks and declarations may stand in it, as in a sheet */
function problemIn(list: readonly Token[], braces: boolean): string | null {
  const open: number[] = [];
  for (const t of list) {
    if (t.type === types.BadString || t.type === types.BadUrl) return `“${t.text.slice(0, 40)}” is not closed`;
    if (
      !braces &&
      (t.type === types.Semicolon || t.type === types.LeftCurlyBracket || t.type === types.RightCurlyBracket)
    )
      return `“${t.text}” cannot stand in a value`;
    const close = closes.get(t.type);
    if (close !== undefined) open.push(close);
    else if (closers.has(t.type) && open.pop() !== t.type) return `“${t.text}” closes nothing`;
  }
  const last = list.at(-1);
  if (last && isOpen(last)) return `“${last.text.slice(0, 40)}” is not closed`;
  return open.length ? "a bracket is not closed" : null;
}

/** Only of these: nothing that could leave its place. */
const harmless = /^[\w\s.,#%*+-]*$/;

/** Why a text cannot be the value of a property; null where it can. */
export const valueProblem = (text: string): string | null =>
  harmless.test(text) ? null : problemIn(tokens(text), false);

const name = (atKeyword: string): string =>
  atKeyword
    .slice(1)
    .replace(/\\([0-9a-f]{1,6})\s?|\\(.)/gi, (_all, hex, other) =>
      hex ? String.fromCodePoint(Number.parseInt(hex, 16)) : other,
    )
    .toLowerCase();

/** Why a text cannot be the page's style sheet; null where it can. */
export function sheetProblem(text: string): string | null {
  const list = tokens(text);
  const loads = list.some((t) => t.type === types.AtKeyword && name(t.text) === "import");
  return loads ? "@import loads from elsewhere; put the rules here" : problemIn(list, true);
}

/**
 * A sheet as the content of a `<style>` element: it means the same, and `</style` does not occur in it (HTML §13.2.5.14
 * ends the element at those letters, wherever in the CSS they stand).
 */
export function cssInHtml(sheet: string): string {
  if (!sheet.includes("<")) return sheet;
  const list = tokens(sheet);
  return list
    .map((t, i) => {
      if (!t.text.includes("<")) return t.text;
      if (t.type === types.Comment) return t.text.replaceAll("<", "");
      if (t.type === types.Delim) return list[i + 1]?.text.startsWith("/") ? "< " : "<";
      return t.type === types.CDO ? "" : t.text.replaceAll("<", "\\3c ");
    })
    .join("");
}
