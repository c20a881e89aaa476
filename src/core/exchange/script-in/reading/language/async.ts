/** Functions that wait: what comes after an `await` is done when what it waits for is there (ECMA-262 §27.7). */
import type * as acorn from "acorn";
import { promised, settle, waiting as waitFor } from "../builtins";
import type { Context } from "../context";
import { isTrue, type Js, type JsPromise, NotUnderstood, type Scope, Thrown } from "../values";
import { lifted, waits } from "./awaits";
import { hoist } from "./classes";
import { evaluate } from "./expressions";
import { bindLoop, type End } from "./loops";
import { declare } from "./patterns";

/** How it goes on: after the last statement, after a return, after something was thrown, out of a loop. */
interface Then {
  next(): void;
  ret(value: Js): void;
  fail(thrown: Thrown): void;
  leave(end: { is: "break" | "continue"; label?: string }): void;
}
type One = (r: Context, node: acorn.Statement, scope: Scope) => End;

/** @param one does a statement that waits for nothing */
export function runAsync(r: Context, body: readonly acorn.Statement[], scope: Scope, one: One): JsPromise {
  const result = promised();
  new Run(r, one, result).statements(body, 0, scope, {
    next: () => settle(r, result, "kept", undefined),
    ret: (v) => settle(r, result, "kept", v),
    fail: (e) => settle(r, result, "broken", e.value),
    leave: () => {},
  });
  return result;
}

/** Rounds of a loop that wait for nothing are not made one inside the other. */
const ROUNDS = 20;

class Run {
  private rounds = 0;
  constructor(
    private readonly r: Context,
    private readonly one: One,
    private readonly result: JsPromise,
  ) {}

  statements(body: readonly acorn.Statement[], from: number, scope: Scope, then: Then): void {
    if (from === 0) hoist(body, scope);
    for (let i = from; i < body.length; i++) {
      const node = body[i];
      const rest = (): void => this.statements(body, i + 1, scope, then);
      try {
        if (waits(node)) return this.waiting(node, scope, { ...then, next: rest });
        const end = this.one(this.r, node, scope);
        if (end?.is === "return") return then.ret(end.value);
        if (end) return then.leave(end);
      } catch (error) {
        if (error instanceof Thrown) return then.fail(error);
        this.r.unsure = true;
        this.r.note(error, node);
      }
    }
    then.next();
  }

  /** A statement with an `await` in it. */
  private waiting(node: acorn.Statement, scope: Scope, then: Then): void {
    const awaited = awaitOf(node);
    if (awaited) return this.suspend(node, awaited, scope, then);
    switch (node.type) {
      case "BlockStatement":
        return this.statements(node.body, 0, this.r.scope(scope), then);
      case "TryStatement":
        return this.attempt(node, scope, then);
      case "LabeledStatement":
        return this.statements([node.body], 0, scope, {
          ...then,
          leave: (end) => (end.label === node.label.name && end.is === "break" ? then.next() : then.leave(end)),
        });
      case "IfStatement":
        if (waits(node.test)) break;
        return this.statements(branchOf(node, isTrue(evaluate(this.r, node.test, scope))), 0, scope, then);
      case "ForOfStatement": {
        if (waits(node.right)) break;
        const items = [...this.r.items(evaluate(this.r, node.right, scope))];
        return this.loop(node.body, scope, then, (n, inner) => {
          if (n >= items.length) return false;
          bindLoop(this.r, node, items[n], inner, evaluate);
          return true;
        });
      }
      case "WhileStatement":
      case "DoWhileStatement":
        if (waits(node.test)) break;
        return this.loop(
          node.body,
          scope,
          then,
          (n) => (node.type === "DoWhileStatement" && n === 0) || isTrue(evaluate(this.r, node.test, scope)),
        );
      case "ForStatement": {
        if ([node.init, node.test, node.update].some((e) => e && waits(e))) break;
        const inner = this.r.scope(scope);
        if (node.init?.type === "VariableDeclaration") this.one(this.r, node.init, inner);
        else if (node.init) evaluate(this.r, node.init, inner);
        return this.loop(node.body, inner, then, (n) => {
          if (n > 0 && node.update) evaluate(this.r, node.update, inner);
          return node.test ? isTrue(evaluate(this.r, node.test, inner)) : true;
        });
      }
    }
    const apart = lifted(node);
    if (!apart) throw new NotUnderstood(this.r.line(node), "how this waits");
    this.statements(apart, 0, scope, then);
  }

  /** `await value`, alone, given to names, or returned. */
  private suspend(node: acorn.Statement, awaited: acorn.AwaitExpression, scope: Scope, then: Then): void {
    const value = evaluate(this.r, awaited.argument, scope);
    const on = (does: (v: Js) => void) => (v: Js) => {
      this.rounds = 0;
      try {
        does(v);
      } catch (error) {
        if (!(error instanceof Thrown)) throw error;
        then.fail(error);
      }
    };
    waitFor(this.r, value, {
      kept: on((v) => {
        if (node.type === "ReturnStatement") return then.ret(v);
        if (node.type === "VariableDeclaration") declare(this.r, node.declarations[0].id, v, scope, evaluate);
        then.next();
      }),
      broken: on((v) => then.fail(new Thrown(v))),
      at: awaited.start,
      scope,
      holds: [this.result],
    });
  }

  private attempt(node: acorn.TryStatement, scope: Scope, then: Then): void {
    const last = (go: () => void): void => {
      if (!node.finalizer) return go();
      this.statements(node.finalizer.body, 0, this.r.scope(scope), { ...then, next: go });
    };
    const ends: Then = {
      next: () => last(then.next),
      ret: (v) => last(() => then.ret(v)),
      fail: (e) => last(() => then.fail(e)),
      leave: (end) => last(() => then.leave(end)),
    };
    const { handler } = node;
    const caught = (e: Thrown): void => {
      if (!handler) return ends.fail(e);
      const inner = this.r.scope(scope);
      if (handler.param) declare(this.r, handler.param, e.value, inner, evaluate);
      this.statements(handler.body.body, 0, inner, ends);
    };
    this.statements(node.block.body, 0, this.r.scope(scope), { ...ends, fail: caught });
  }

  /** @param goesOn prepares a round, and says whether there is one */
  private loop(body: acorn.Statement, scope: Scope, then: Then, goesOn: (n: number, inner: Scope) => boolean): void {
    const round = (n: number): void => {
      this.r.tick(body);
      const inner = this.r.scope(scope);
      try {
        if (!goesOn(n, inner)) return then.next();
      } catch (error) {
        if (error instanceof Thrown) return then.fail(error);
        throw error;
      }
      const next = (): void => {
        if (++this.rounds < ROUNDS) return round(n + 1);
        this.rounds = 0;
        this.r.soon(() => round(n + 1));
      };
      this.statements([body], 0, inner, {
        ...then,
        next,
        leave: (end) => (end.label ? then.leave(end) : end.is === "break" ? then.next() : next()),
      });
    };
    round(0);
  }
}

const branchOf = (node: acorn.IfStatement, is: boolean): acorn.Statement[] =>
  is ? [node.consequent] : node.alternate ? [node.alternate] : [];

/** Of a statement that is nothing but a wait, or a name given to what comes of one. */
function awaitOf(node: acorn.Statement): acorn.AwaitExpression | null {
  const is = (e: acorn.Expression | null | undefined): acorn.AwaitExpression | null =>
    e?.type === "AwaitExpression" && !waits(e.argument) ? e : null;
  if (node.type === "ExpressionStatement") return is(node.expression);
  if (node.type === "ReturnStatement") return is(node.argument);
  if (node.type === "VariableDeclaration" && node.declarations.length === 1) return is(node.declarations[0].init);
  return null;
}
