/** Where a function is left: at an `await` or a `yield`. */
import type * as acorn from "acorn";

const known = new WeakMap<acorn.Node, boolean>();
export type Pause = acorn.AwaitExpression | acorn.YieldExpression;
export const isPause = (node: acorn.Node): node is Pause =>
  node.type === "AwaitExpression" || node.type === "YieldExpression";

/** An `await` or a `yield` stands in it, not in a function inside. */
export function waits(node: acorn.Node): boolean {
  let found = known.get(node);
  if (found === undefined) {
    const own = isPause(node) || (node.type === "ForOfStatement" && (node as acorn.ForOfStatement).await);
    found = own || (!/Function|Class/.test(node.type) && inner(node).some(waits));
    known.set(node, found);
  }
  return found;
}
export const isNode = (n: unknown): n is acorn.Node => typeof (n as acorn.Node | null)?.type === "string";
/** The nodes that stand directly in one. */
export const inner = (node: acorn.Node): acorn.Node[] =>
  Object.entries(node).flatMap(([key, v]) => (key === "loc" ? [] : [v].flat().filter(isNode)));
