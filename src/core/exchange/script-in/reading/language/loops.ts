/** What loops go through, and how they end (ECMA-262 §14.7). */
import type * as acorn from "acorn";
import type { Context } from "../context";
import { isA, type Js, NotUnderstood, type Scope } from "../values";
import { assignTo, declare, type Evaluate } from "./patterns";

export type End = { is: "return"; value: Js } | { is: "break" | "continue"; label?: string } | null;

/** The loop ends by it, or one further out goes on. */
export const isOver = (end: End): boolean =>
  end !== null && (end.is === "return" || end.is === "break" || "label" in end);

/** What `for … in` goes through. */
export function namesOfLoop(over: Js): string[] {
  if (isA(over, "object")) return [...over.of.keys()];
  if (isA(over, "list")) return over.items.map((_v, i) => String(i));
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
