/** The syntax of expressions: ECMAScript's, but for `in(…)`, which asks for a state. */
import { type Expression, parseExpressionAt } from "acorn";

/** `in` is a keyword to the parser; two letters that nobody types stand in for it, so that places stay right. */
export const IN = "ꙮꙮ";
export const hideIn = (text: string): string => text.replace(/\bin(?=\s*\()/g, IN);
export const showIn = (text: string): string => text.replaceAll(IN, "in");

/** A document is compiled after every edit, and most of its expressions are those of before. */
const MOST = 20_000;
/** Characters; a longer one is read anew each time. */
const LONG = 200;
const known = new Map<string, Expression>();

/**
 * @param source with `in(` hidden; the tree is shared and not to be changed
 * @throws SyntaxError with `pos` where it begins with no expression; what follows one is the caller's to judge
 */
export function syntaxOf(source: string): Expression {
  let tree = known.get(source);
  if (!tree) {
    tree = parseExpressionAt(source, 0, { ecmaVersion: 2023, preserveParens: true });
    if (known.size >= MOST) known.clear();
    if (source.length <= LONG) known.set(source, tree);
  }
  return tree;
}
