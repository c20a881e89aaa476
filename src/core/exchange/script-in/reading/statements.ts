/** Statements, one kind at a time (ECMA-262 §14). */
import type * as acorn from "acorn";
import { runAsync, waits } from "./async";
import type { Context } from "./context";
import { assignTo, declare, evaluate } from "./expressions";
import { isTrue, type Js, type JsFunction, list, NotUnderstood, type Scope, Thrown } from "./values";

type End = { is: "return"; value: Js } | { is: "break" } | { is: "continue" } | null;

/** A list of statements; one that is not understood is noted and passed over. */
export function execute(r: Context, body: readonly acorn.Node[], scope: Scope): End {
  // Functions are there from the beginning of what they stand in (§10.2.11).
  for (const node of body)
    if (node.type === "FunctionDeclaration") {
      const fn = node as acorn.FunctionDeclaration;
      scope.values.set(fn.id.name, { is: "function", node: fn, scope, self: undefined });
    }
  for (const node of body) {
    try {
      const end = one(r, node as acorn.Statement, scope);
      if (end) return end;
    } catch (error) {
      if (error instanceof Thrown) throw error;
      r.unsure = true;
      r.note(error, node);
      // What decides about the rest cannot be passed over.
      if (/^(If|Return|Throw|For|While|Switch)/.test(node.type) && !r.building)
        return { is: "return", value: undefined };
    }
  }
  return null;
}

function one(r: Context, node: acorn.Statement, scope: Scope): End {
  r.tick(node);
  switch (node.type) {
    case "ExpressionStatement":
      evaluate(r, node.expression, scope);
      return null;
    case "VariableDeclaration":
      for (const d of node.declarations) declare(r, d.id, d.init ? evaluate(r, d.init, scope) : undefined, scope);
      return null;
    case "FunctionDeclaration":
    case "EmptyStatement":
      return null;
    case "ReturnStatement":
      return { is: "return", value: node.argument ? evaluate(r, node.argument, scope) : undefined };
    case "BlockStatement":
      return execute(r, node.body, r.scope(scope));
    case "IfStatement": {
      const branch = isTrue(evaluate(r, node.test, scope)) ? node.consequent : node.alternate;
      return branch ? one(r, branch, scope) : null;
    }
    case "ForOfStatement":
      for (const item of r.items(evaluate(r, node.right, scope))) {
        const inner = r.scope(scope);
        if (node.left.type === "VariableDeclaration") declare(r, node.left.declarations[0].id, item, inner);
        else assignTo(r, node.left as acorn.Expression, item, inner);
        const end = one(r, node.body, inner);
        if (end?.is === "break") break;
        if (end?.is === "return") return end;
      }
      return null;
    case "ForStatement":
      return loop(r, node, scope);
    case "WhileStatement":
      while (isTrue(evaluate(r, node.test, scope))) {
        r.tick(node);
        const end = one(r, node.body, scope);
        if (end?.is === "break") break;
        if (end?.is === "return") return end;
      }
      return null;
    case "SwitchStatement":
      return choose(r, node, scope);
    case "ThrowStatement":
      throw new Thrown(evaluate(r, node.argument, scope));
    case "TryStatement":
      return attempt(r, node, scope);
    case "BreakStatement":
      return { is: "break" };
    case "ContinueStatement":
      return { is: "continue" };
    default:
      throw new NotUnderstood(
        r.line(node),
        `a statement of the kind ${node.type.replace(/Statement|Declaration/, "").toLowerCase()}`,
      );
  }
}

function attempt(r: Context, node: acorn.TryStatement, scope: Scope): End {
  let end: End = null;
  try {
    end = execute(r, node.block.body, r.scope(scope));
  } catch (error) {
    if (!(error instanceof Thrown) || !node.handler) throw error;
    const inner = r.scope(scope);
    if (node.handler.param) declare(r, node.handler.param, error.value, inner);
    end = execute(r, node.handler.body.body, inner);
  } finally {
    if (node.finalizer) {
      const last = execute(r, node.finalizer.body, r.scope(scope));
      if (last) end = last;
    }
  }
  return end;
}

function loop(r: Context, node: acorn.ForStatement, scope: Scope): End {
  const inner = r.scope(scope);
  if (node.init?.type === "VariableDeclaration") one(r, node.init, inner);
  else if (node.init) evaluate(r, node.init, inner);
  while (node.test ? isTrue(evaluate(r, node.test, inner)) : true) {
    r.tick(node);
    // Each round has a binding of its own (§14.7.4.4).
    const round = r.scope(inner);
    for (const [name, value] of inner.values) round.values.set(name, r.get(name, inner) ?? value);
    const end = one(r, node.body, round);
    for (const name of inner.values.keys()) inner.values.set(name, round.values.get(name));
    if (end?.is === "break") break;
    if (end?.is === "return") return end;
    if (node.update) evaluate(r, node.update, inner);
  }
  return null;
}

function choose(r: Context, node: acorn.SwitchStatement, scope: Scope): End {
  const value = evaluate(r, node.discriminant, scope);
  let at = node.cases.findIndex((c) => c.test && evaluate(r, c.test, scope) === value);
  if (at < 0) at = node.cases.findIndex((c) => !c.test);
  if (at < 0) return null;
  const inner = r.scope(scope);
  for (const c of node.cases.slice(at)) {
    const end = execute(r, c.consequent, inner);
    if (end?.is === "break") return null;
    if (end) return end;
  }
  return null;
}

export function evaluateCall(r: Context, fn: JsFunction, args: Js[]): Js {
  const scope = r.scope(fn.scope);
  if (fn.node.type !== "ArrowFunctionExpression") {
    scope.values.set("this", fn.self ?? currentOf(r));
    scope.values.set("arguments", list(args));
  }
  fn.node.params.forEach((p, i) => {
    if (p.type === "RestElement") declare(r, p.argument, list(args.slice(i)), scope);
    else declare(r, p, args[i], scope);
  });
  if (fn.node.generator) throw new NotUnderstood(r.line(fn.node), "a function that is left and entered again");
  if (fn.node.async && waits(fn.node.body)) {
    const { body } = fn.node;
    if (body.type !== "BlockStatement") throw new NotUnderstood(r.line(fn.node), "how this waits");
    for (const node of body.body) if (node.type === "FunctionDeclaration") execute(r, [node], scope);
    runAsync(r, body.body, scope, one);
    return undefined;
  }
  if (fn.node.body.type !== "BlockStatement") return evaluate(r, fn.node.body, scope);
  const end = execute(r, fn.node.body.body, scope);
  return end?.is === "return" ? end.value : undefined;
}

/** In a listener `this` is what it listens at. */
function currentOf(r: Context): Js {
  const at = r.event?.current;
  return at && typeof at === "object" ? { is: "element", element: at } : undefined;
}
