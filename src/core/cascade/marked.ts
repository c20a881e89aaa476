/** A sheet whose pseudo-classes are drawn by marks instead of by the browser: so a page can be shown as it was. */
import { tokenize, tokenTypes } from "css-tree/tokenizer";

/**
 * @param names pseudo-classes, without the colon
 * @param attribute a list of those that hold; an attribute weighs as much as a pseudo-class (Selectors 4 §17)
 */
export function withMarks(text: string, names: ReadonlySet<string>, attribute: string): string {
  if (!names.size) return text;
  const found: { from: number; to: number; name: string }[] = [];
  /** What stands before the next `{` is a selector, unless it began with an at-word; before `;` or `}` it is none. */
  let piece: typeof found = [];
  let isAtRule: boolean | null = null;
  let colon = -1;
  let depth = 0;
  tokenize(text, (type, from, to) => {
    const isBlank = type === tokenTypes.WhiteSpace || type === tokenTypes.Comment;
    const closes = type === tokenTypes.LeftCurlyBracket || type === tokenTypes.RightCurlyBracket;
    if (closes || (type === tokenTypes.Semicolon && depth === 0)) {
      if (type === tokenTypes.LeftCurlyBracket && !isAtRule) found.push(...piece);
      piece = [];
      isAtRule = null;
      depth = 0;
    } else if (!isBlank) isAtRule ??= type === tokenTypes.AtKeyword;
    if (type === tokenTypes.LeftParenthesis || type === tokenTypes.Function) depth++;
    else if (type === tokenTypes.RightParenthesis) depth--;
    if (type === tokenTypes.Ident && colon === from) {
      const name = text.slice(from, to).toLowerCase();
      if (names.has(name) && text[from - 2] !== ":") piece.push({ from: from - 1, to, name });
    }
    colon = type === tokenTypes.Colon ? to : -1;
  });
  let out = "";
  let at = 0;
  for (const { from, to, name } of found) {
    out += `${text.slice(at, from)}[${attribute}~="${name}"]`;
    at = to;
  }
  return out + text.slice(at);
}
