/** Functions that wait: what comes after an `await` is done when the answer is there (ECMA-262 §27.7). */
import type * as acorn from "acorn";
import type { Context } from "./context";
import { assignTo, declare, evaluate } from "./expressions";
import { isPromise } from "./host";
import { isTrue, type Js, NotUnderstood, type Scope, Thrown } from "./values";

/** How it goes on: after the last statement, after a return, after something was thrown. */
interface Then {
  next(): void;
  ret(value: Js): void;
  fail(thrown: Thrown): void;
}
type One = (r: Context, node: acorn.Statement, scope: Scope) => { is: string; value?: Js } | null;

/** @param one does a statement that waits for nothing */
export function runAsync(r: Context, body: readonly acorn.Statement[], scope: Scope, one: One): void {
  const over = (): void => {};
  // What nobody catches is the browser's to tell.
  statements(r, body, 0, scope, { next: over, ret: over, fail: over }, one);
}

function statements(
  r: Context,
  body: readonly acorn.Statement[],
  from: number,
  scope: Scope,
  then: Then,
  one: One,
): void {
  for (let i = from; i < body.length; i++) {
    const node = body[i];
    const rest = (): void => statements(r, body, i + 1, scope, then, one);
    try {
      if (waits(node)) {
        waiting(r, node, scope, { ...then, next: rest }, one);
        return;
      }
      const end = one(r, node, scope);
      if (end?.is === "return") return then.ret(end.value);
    } catch (error) {
      if (error instanceof Thrown) return then.fail(error);
      r.unsure = true;
      r.note(error, node);
    }
  }
  then.next();
}

/** A statement with an `await` in it. */
function waiting(r: Context, node: acorn.Statement, scope: Scope, then: Then, one: One): void {
  if (node.type === "BlockStatement") return statements(r, node.body, 0, r.scope(scope), then, one);
  if (node.type === "IfStatement" && !waits(node.test)) {
    const branch = isTrue(evaluate(r, node.test, scope)) ? node.consequent : node.alternate;
    return branch ? statements(r, [branch], 0, scope, then, one) : then.next();
  }
  if (node.type === "TryStatement") {
    const last = (go: () => void): void => {
      if (!node.finalizer) return go();
      statements(r, node.finalizer.body, 0, r.scope(scope), { ...then, next: go }, one);
    };
    const ends: Then = {
      next: () => last(then.next),
      ret: (v) => last(() => then.ret(v)),
      fail: (e) => last(() => then.fail(e)),
    };
    const { handler } = node;
    const caught = (e: Thrown): void => {
      if (!handler) return ends.fail(e);
      const inner = r.scope(scope);
      if (handler.param) declare(r, handler.param, e.value, inner);
      statements(r, handler.body.body, 0, inner, ends, one);
    };
    return statements(r, node.block.body, 0, r.scope(scope), { ...ends, fail: caught }, one);
  }
  const { awaited, use } = formOf(r, node, scope, then);
  const value = evaluate(r, awaited.argument, scope);
  if (!isPromise(value)) return use(value);
  const go = (does: () => void): undefined => {
    try {
      does();
    } catch (error) {
      if (!(error instanceof Thrown)) throw error;
      then.fail(error);
    }
  };
  value.steps.push(
    { on: "then", run: (v) => go(() => use(v)) },
    { on: "catch", run: (v) => go(() => then.fail(new Thrown(v))) },
  );
}

/** What is waited for, and what is done with it. */
function formOf(
  r: Context,
  node: acorn.Statement,
  scope: Scope,
  then: Then,
): { awaited: acorn.AwaitExpression; use(v: Js): void } {
  if (node.type === "ExpressionStatement") {
    const e = node.expression;
    if (e.type === "AwaitExpression") return { awaited: e, use: () => then.next() };
    if (e.type === "AssignmentExpression" && e.operator === "=" && e.right.type === "AwaitExpression")
      return {
        awaited: e.right,
        use: (v) => {
          assignTo(r, e.left as acorn.Expression, v, scope);
          then.next();
        },
      };
  }
  if (node.type === "VariableDeclaration" && node.declarations.length === 1) {
    const [{ id, init }] = node.declarations;
    if (init?.type === "AwaitExpression")
      return {
        awaited: init,
        use: (v) => {
          declare(r, id, v, scope);
          then.next();
        },
      };
  }
  if (node.type === "ReturnStatement" && node.argument?.type === "AwaitExpression")
    return { awaited: node.argument, use: (v) => then.ret(v) };
  throw new NotUnderstood(r.line(node), "how this waits");
}

const known = new WeakMap<acorn.Node, boolean>();
/** An `await` stands in it, not in a function inside. */
export function waits(node: acorn.Node): boolean {
  let found = known.get(node);
  if (found === undefined) {
    found = node.type === "AwaitExpression" || (!/Function/.test(node.type) && inner(node).some(waits));
    known.set(node, found);
  }
  return found;
}
const inner = (node: acorn.Node): acorn.Node[] =>
  Object.entries(node).flatMap(([key, v]) =>
    key === "loc" ? [] : [v].flat().filter((n): n is acorn.Node => typeof n?.type === "string"),
  );
