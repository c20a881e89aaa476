/**
 * Functions that are left and entered again: what comes after an `await` is done when what it waits for is there, what comes
 * after a `yield` when it is asked for (ECMA-262 §27.5, §27.7).
 */
import type * as acorn from "acorn";
import { closing, iteratorOf, nextOf, promised, settle, waiting as waitFor } from "../../builtins";
import type { Context } from "../../context";
import {
  isTrue,
  type Js,
  type JsPromise,
  list,
  NotUnderstood,
  type Scope,
  same,
  Thrown,
  type Waiting,
} from "../../values";
import { hoist } from "../classes";
import { evaluate } from "../expressions";
import { bindLoop, type End, namesOfLoop } from "../loops";
import { declare } from "../patterns";
import { type Pause, waits } from "./awaits";
import { lifted } from "./lifted";

/** How it goes on: after the last statement, after a return, after something was thrown, out of a loop. */
interface Then {
  next(): void;
  ret(value: Js): void;
  fail(thrown: Thrown): void;
  leave(end: { is: "break" | "continue"; label?: string }): void;
}
export type One = (r: Context, node: acorn.Statement, scope: Scope) => End;
/** Where it is left, and how it is entered again. */
export interface Pauses {
  /** What its caller keeps of it meanwhile. */
  holds: readonly Js[];
  /** What is put off until later, since it would be too deep in itself. */
  soon(does: () => void): void;
  yields?(value: Js, w: Waiting, whole: boolean): void;
}

/** @param one does a statement that waits for nothing */
export function runAsync(r: Context, body: readonly acorn.Statement[], scope: Scope, one: One): JsPromise {
  const result = promised();
  new Run(r, one, { holds: [result], soon: (does) => r.soon(does) }).statements(body, 0, scope, {
    next: () => settle(r, result, "kept", undefined),
    ret: (v) => settle(r, result, "kept", v),
    fail: (e) => settle(r, result, "broken", e.value),
    leave: () => {},
  });
  return result;
}

/** Rounds of a loop that wait for nothing are not made one inside the other. */
const ROUNDS = 20;

export class Run {
  private rounds = 0;
  constructor(
    private readonly r: Context,
    private readonly one: One,
    private readonly pauses: Pauses,
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

  /** A statement with an `await` or a `yield` in it. @param labels its own */
  private waiting(node: acorn.Statement, scope: Scope, then: Then, labels: readonly string[] = []): void {
    const pause = pauseOf(node);
    if (pause) return this.suspend(node, pause, scope, then);
    switch (node.type) {
      case "BlockStatement":
        return this.statements(node.body, 0, this.r.scope(scope), then);
      case "TryStatement":
        return this.attempt(node, scope, then);
      case "LabeledStatement": {
        const { name } = node.label;
        const leave: Then["leave"] = (end) => (end.label === name ? then.next() : then.leave(end));
        return this.waiting(node.body, scope, { ...then, leave }, [...labels, name]);
      }
      case "IfStatement":
        if (waits(node.test)) break;
        return this.statements(branchOf(node, isTrue(evaluate(this.r, node.test, scope))), 0, scope, then);
      case "SwitchStatement":
        if (waits(node.discriminant)) break;
        return this.choose(node, scope, then);
      default:
        if (this.loops(node, scope, then, labels)) return;
    }
    const apart = lifted(node);
    if (!apart) throw new NotUnderstood(this.r.line(node), "how this waits");
    // What is taken out comes first; a label is that of the statement itself, which is the last.
    this.statements(apart.slice(0, -1), 0, scope, {
      ...then,
      next: () => {
        const last = apart.at(-1)!;
        if (waits(last)) this.waiting(last, scope, then, labels);
        else this.statements([last], 0, scope, then);
      },
    });
  }

  private choose(node: acorn.SwitchStatement, scope: Scope, then: Then): void {
    if (node.cases.some((c) => c.test && waits(c.test))) throw new NotUnderstood(this.r.line(node), "how this waits");
    const value = evaluate(this.r, node.discriminant, scope);
    const found = node.cases.findIndex((c) => c.test && same(evaluate(this.r, c.test, scope), value));
    const at = found < 0 ? node.cases.findIndex((c) => !c.test) : found;
    if (at < 0) return then.next();
    const body = node.cases.slice(at).flatMap((c) => c.consequent);
    this.statements(body, 0, this.r.scope(scope), {
      ...then,
      leave: (end) => (end.is === "break" && !end.label ? then.next() : then.leave(end)),
    });
  }

  /** @returns whether it is a loop whose head waits for nothing */
  private loops(node: acorn.Statement, scope: Scope, then: Then, labels: readonly string[]): boolean {
    const { r } = this;
    switch (node.type) {
      case "ForOfStatement":
      case "ForInStatement": {
        if (waits(node.right) || ("await" in node && node.await)) return false;
        const over = evaluate(r, node.right, scope);
        const names = node.type === "ForInStatement" ? list(namesOfLoop(over)) : over;
        const { around, goesOn, iterator } = this.each(node, names, scope);
        const out: Then = {
          next: () => closing(r, iterator, then.next)(undefined),
          ret: closing(r, iterator, then.ret),
          fail: closing(r, iterator, then.fail),
          leave: closing(r, iterator, then.leave),
        };
        this.loop(node.body, around, out, labels, goesOn, then.next);
        return true;
      }
      case "WhileStatement":
      case "DoWhileStatement":
        if (waits(node.test)) return false;
        this.loop(
          node.body,
          scope,
          then,
          labels,
          (n) => (node.type === "DoWhileStatement" && n === 0) || isTrue(evaluate(r, node.test, scope)),
        );
        return true;
      case "ForStatement": {
        if ([node.init, node.test, node.update].some((e) => e && waits(e))) return false;
        const first = r.scope(scope);
        if (node.init?.type === "VariableDeclaration") this.one(r, node.init, first);
        else if (node.init) evaluate(r, node.init, first);
        this.loop(node.body, scope, then, labels, (n, round, before) => {
          // Each round has a binding of its own (§14.7.4.4).
          for (const [name, value] of (before ?? first).values) round.values.set(name, value);
          if (n > 0 && node.update) evaluate(r, node.update, round);
          return node.test ? isTrue(evaluate(r, node.test, round)) : true;
        });
        return true;
      }
    }
    return false;
  }
  private each(node: acorn.ForOfStatement | acorn.ForInStatement, over: Js, scope: Scope) {
    const { r } = this;
    const iterator = iteratorOf(r, over);
    // Where it is by now tells two ways to be apart, though no name of the script's has it.
    const around = r.scope(scope);
    r.heap.touch(around);
    around.values.set("<of>", iterator);
    return {
      around,
      iterator,
      goesOn: (_n: number, inner: Scope): boolean => {
        const item = nextOf(r, iterator);
        if (!item) return false;
        bindLoop(r, node, item.value, inner, evaluate);
        return true;
      },
    };
  }

  /** `await value` or `yield value`, alone, given to names, or returned. */
  private suspend(node: acorn.Statement, pause: Pause, scope: Scope, then: Then): void {
    const on = (does: (v: Js) => void) => (v: Js) => {
      this.rounds = 0;
      try {
        does(v);
      } catch (error) {
        if (!(error instanceof Thrown)) throw error;
        then.fail(error);
      }
    };
    const w: Waiting = {
      kept: on((v) => {
        if (node.type === "ReturnStatement") return then.ret(v);
        if (node.type === "VariableDeclaration") declare(this.r, node.declarations[0].id, v, scope, evaluate);
        then.next();
      }),
      broken: on((v) => then.fail(new Thrown(v))),
      left: on((v) => then.ret(v)),
      at: pause.start,
      scope,
      holds: this.pauses.holds,
    };
    const value = pause.argument ? evaluate(this.r, pause.argument, scope) : undefined;
    if (pause.type === "AwaitExpression") return waitFor(this.r, value, w);
    if (!this.pauses.yields) throw new NotUnderstood(this.r.line(node), "how this waits");
    this.pauses.yields(value, w, pause.delegate);
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

  /** @param goesOn prepares a round, and says whether there is one @param through goes on where there is none any more */
  private loop(
    body: acorn.Statement,
    scope: Scope,
    then: Then,
    labels: readonly string[],
    goesOn: (n: number, inner: Scope, before: Scope | null) => boolean,
    through: () => void = then.next,
  ): void {
    const round = (n: number, before: Scope | null): void => {
      this.r.tick(body);
      const inner = this.r.scope(scope);
      try {
        if (!goesOn(n, inner, before)) return through();
      } catch (error) {
        if (error instanceof Thrown) return then.fail(error);
        throw error;
      }
      const next = (): void => {
        if (++this.rounds < ROUNDS) return round(n + 1, inner);
        this.rounds = 0;
        this.pauses.soon(() => round(n + 1, inner));
      };
      this.statements([body], 0, inner, {
        ...then,
        next,
        leave: (end) => {
          if (end.label && !labels.includes(end.label)) return then.leave(end);
          if (end.is === "break") then.next();
          else next();
        },
      });
    };
    round(0, null);
  }
}

const branchOf = (node: acorn.IfStatement, is: boolean): acorn.Statement[] =>
  is ? [node.consequent] : node.alternate ? [node.alternate] : [];

/** Of a statement that is nothing but a wait, or a name given to what comes of one. */
function pauseOf(node: acorn.Statement): Pause | null {
  const is = (e: acorn.Expression | null | undefined): Pause | null =>
    (e?.type === "AwaitExpression" || e?.type === "YieldExpression") && !(e.argument && waits(e.argument))
      ? (e as Pause)
      : null;
  if (node.type === "ExpressionStatement") return is(node.expression);
  if (node.type === "ReturnStatement") return is(node.argument);
  if (node.type === "VariableDeclaration" && node.declarations.length === 1) return is(node.declarations[0].init);
  return null;
}
