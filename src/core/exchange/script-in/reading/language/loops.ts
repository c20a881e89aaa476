/** What loops go through, and how they end (ECMA-262 §14.7). */
import type * as acorn from "acorn";
import { namesOf } from "../builtins";
import type { Context } from "../context";
import { isA, type Js, NotUnderstood, type Scope } from "../values";
import { assignTo, declare, type Evaluate } from "./patterns";

export type End = { is: "return"; value: Js } | { is: "break" | "continue"; label?: string } | null;

/** The next round comes. @param labels of the loop */
export const goesOn = (end: End, labels: readonly string[]): boolean =>
  end === null || (end.is === "continue" && (end.label === undefined || labels.includes(end.label)));
/** What an end of a round means to what is around the loop. */
export const outOf = (end: End): End => (end?.is === "break" && end.label === undefined ? null : end);

/** What `for … in` goes through. */
export function namesOfLoop(over: Js): string[] {
  if (isA(over, "object")) return [...over.of.keys()].filter((name) => !name.startsWith("#"));
  if (isA(over, "list")) return over.items.map((_v, i) => String(i));
  if (isA(over, "native")) return namesOf(over);
  if (over === null || over === undefined) return [];
  throw new NotUnderstood(null, "going through this");
}

export function bindLoop(
  r: Context,
  { left }: acorn.ForOfStatement | acorn.ForInStatement,
  item: Js,
  scope: Scope,
  evaluate: Evaluate,
): void {
  if (left.type === "VariableDeclaration") declare(r, left.declarations[0].id, item, scope, evaluate);
  else assignTo(r, left, item, scope, evaluate);
}

/**
 * What a loop takes everything out of, node by node: how many there are, white space among them, nobody knows here, and
 * nobody has to. @returns the expression before the first dot, null for any other loop
 */
export function emptied(source: string, node: acorn.WhileStatement): acorn.Expression | null {
  const { test } = node;
  const text = source.slice(node.start, node.end).replace(/\s/g, "");
  const asks =
    /^while\(([\w.$#[\]"']+)\.(?:(?:first|last)(?:Element)?Child|hasChildNodes\(\)|children\.length|childNodes\.length|childElementCount)(?:!==?null|>0)?\)/.exec(
      text,
    );
  if (!asks) return null;
  const [whole, of] = asks;
  const rest = text
    .slice(whole.length)
    .replace(/^\{(.*)\}$/, "$1")
    .replace(/;$/, "");
  const child = ["firstChild", "lastChild"].map((c) => `${of}.${c}`);
  const takes = child.some(
    (c) => rest === `${of}.removeChild(${c})` || rest === `${c}.remove()` || rest === `${c}?.remove()`,
  );
  if (!takes) return null;
  let at: acorn.Expression = test;
  // Down to what all this is asked of.
  while (source.slice(at.start, at.end).replace(/\s/g, "") !== of) {
    if (at.type === "BinaryExpression") at = at.left as acorn.Expression;
    else if (at.type === "CallExpression") at = at.callee as acorn.Expression;
    else if (at.type === "MemberExpression") at = at.object as acorn.Expression;
    else return null;
  }
  return at;
}
