/** Statements, one kind at a time (ECMA-262 §14). */
import type * as acorn from "acorn";
import { iterate } from "../builtins";
import type { Context } from "../context";
import { isTrue, type Js, type JsFunction, list, NotUnderstood, type Scope, same, Thrown } from "../values";
import { classOf, construct as constructBy, enter, hoist } from "./classes";
import { evaluate } from "./expressions";
import { bindLoop, type End, emptied, goesOn, namesOfLoop, outOf } from "./loops";
import { declare } from "./patterns";
import { generatorOf, runAsync } from "./pausing";

/** A list of statements; one that is not understood is noted and passed over. */
export function execute(r: Context, body: readonly acorn.Node[], scope: Scope): End {
  hoist(body, scope);
  for (const node of body) {
    try {
      const end = one(r, node as acorn.Statement, scope);
      if (end) return end;
    } catch (error) {
      if (error instanceof Thrown) throw error;
      r.unsure = true;
      r.note(error, node);
      // What decides about the rest cannot be passed over.
      if (/^(If|Return|Throw|For|While|DoWhile|Switch)/.test(node.type) && !r.building)
        return { is: "return", value: undefined };
    }
  }
  return null;
}

/** @param labels its own */
export function one(
  r: Context,
  node: acorn.Statement | acorn.ModuleDeclaration,
  scope: Scope,
  labels: readonly string[] = [],
): End {
  r.tick(node);
  switch (node.type) {
    case "ExpressionStatement":
      evaluate(r, node.expression, scope);
      return null;
    case "VariableDeclaration":
      for (const d of node.declarations) {
        const at = node.kind === "var" ? functionScope(scope) : scope;
        if (d.init || !(node.kind === "var" && d.id.type === "Identifier" && at.values.has(d.id.name)))
          declare(r, d.id, d.init ? evaluate(r, d.init, scope) : undefined, at, evaluate);
      }
      return null;
    case "ClassDeclaration":
      r.heap.touch(scope);
      scope.values.set(node.id.name, classOf(r, node, scope, evaluate));
      return null;
    case "ExportNamedDeclaration":
      return node.declaration ? one(r, node.declaration, scope) : null;
    case "ExportDefaultDeclaration":
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
    case "ForInStatement":
      return each(r, node, scope, labels);
    case "ForStatement":
      return loop(r, node, scope, labels);
    case "WhileStatement":
    case "DoWhileStatement":
      return repeat(r, node, scope, labels);
    case "LabeledStatement":
      return labelled(one(r, node.body, scope, [...labels, node.label.name]), node.label.name);
    case "SwitchStatement":
      return choose(r, node, scope);
    case "ThrowStatement":
      throw new Thrown(evaluate(r, node.argument, scope));
    case "TryStatement":
      return attempt(r, node, scope);
    case "BreakStatement":
    case "ContinueStatement": {
      const label = node.label ? { label: node.label.name } : {};
      return { is: node.type === "BreakStatement" ? "break" : "continue", ...label };
    }
    default:
      throw new NotUnderstood(
        r.line(node),
        `a statement of the kind ${node.type.replace(/Statement|Declaration/, "").toLowerCase()}`,
      );
  }
}

/** A name made with `var` is one of the whole function. */
function functionScope(scope: Scope): Scope {
  let s = scope;
  while (s.parent && !s.values.has("arguments")) s = s.parent;
  return s;
}
const labelled = (end: End, label: string): End => (end && "label" in end && end.label === label ? null : end);

function attempt(r: Context, node: acorn.TryStatement, scope: Scope): End {
  let end: End = null;
  try {
    end = execute(r, node.block.body, r.scope(scope));
  } catch (error) {
    if (!(error instanceof Thrown) || !node.handler) throw error;
    const inner = r.scope(scope);
    if (node.handler.param) declare(r, node.handler.param, error.value, inner, evaluate);
    end = execute(r, node.handler.body.body, inner);
  } finally {
    if (node.finalizer) {
      const last = execute(r, node.finalizer.body, r.scope(scope));
      if (last) end = last;
    }
  }
  return end;
}

type Labels = readonly string[];
function each(r: Context, node: acorn.ForOfStatement | acorn.ForInStatement, scope: Scope, labels: Labels): End {
  const over = evaluate(r, node.right, scope);
  for (const item of node.type === "ForOfStatement" ? iterate(r, over) : namesOfLoop(over)) {
    const inner = r.scope(scope);
    bindLoop(r, node, item, inner, evaluate);
    const end = one(r, node.body, inner);
    if (!goesOn(end, labels)) return outOf(end);
  }
  return null;
}

function repeat(r: Context, node: acorn.WhileStatement | acorn.DoWhileStatement, scope: Scope, labels: Labels): End {
  const of = node.type === "WhileStatement" ? emptied(r.source, node) : null;
  if (of) {
    const value = evaluate(r, of, scope);
    r.calling = null;
    r.call(r.member(value, "replaceChildren"), [], value);
    return null;
  }
  for (let first = node.type === "DoWhileStatement"; first || isTrue(evaluate(r, node.test, scope)); first = false) {
    r.tick(node);
    const end = one(r, node.body, scope);
    if (!goesOn(end, labels)) return outOf(end);
  }
  return null;
}

function loop(r: Context, node: acorn.ForStatement, scope: Scope, labels: Labels): End {
  const inner = r.scope(scope);
  if (node.init?.type === "VariableDeclaration") one(r, node.init, inner);
  else if (node.init) evaluate(r, node.init, inner);
  while (node.test ? isTrue(evaluate(r, node.test, inner)) : true) {
    r.tick(node);
    // Each round has a binding of its own (§14.7.4.4).
    const round = r.scope(inner);
    for (const [name, value] of inner.values) round.values.set(name, value);
    const end = one(r, node.body, round);
    for (const name of inner.values.keys()) inner.values.set(name, round.values.get(name));
    if (!goesOn(end, labels)) return outOf(end);
    if (node.update) evaluate(r, node.update, inner);
  }
  return null;
}

function choose(r: Context, node: acorn.SwitchStatement, scope: Scope): End {
  const value = evaluate(r, node.discriminant, scope);
  let at = node.cases.findIndex((c) => c.test && same(evaluate(r, c.test, scope), value));
  if (at < 0) at = node.cases.findIndex((c) => !c.test);
  if (at < 0) return null;
  const inner = r.scope(scope);
  for (const c of node.cases.slice(at)) {
    const end = execute(r, c.consequent, inner);
    if (end?.is === "break" && !("label" in end)) return null;
    if (end) return end;
  }
  return null;
}

export function evaluateCall(r: Context, fn: JsFunction, args: Js[], self?: Js): Js {
  const scope = r.scope(fn.scope);
  enter(fn, scope, self ?? fn.self);
  scope.values.set("arguments", list(args));
  // A function expression can call itself by its name.
  if (fn.node.type === "FunctionExpression" && fn.node.id && !scope.values.has(fn.node.id.name))
    scope.values.set(fn.node.id.name, fn);
  fn.node.params.forEach((p, i) => {
    if (p.type === "RestElement") declare(r, p.argument, list(args.slice(i)), scope, evaluate);
    else declare(r, p, args[i], scope, evaluate);
  });
  const { body } = fn.node;
  if (fn.node.generator && body.type === "BlockStatement")
    return generatorOf(r, { statements: body.body, scope, one, isAsync: fn.node.async });
  if (fn.node.async)
    return runAsync(
      r,
      body.type === "BlockStatement" ? body.body : [{ ...body, type: "ReturnStatement", argument: body }],
      scope,
      one,
    );
  if (body.type !== "BlockStatement") return evaluate(r, body, scope);
  const end = execute(r, body.body, scope);
  return end?.is === "return" ? end.value : undefined;
}

export const construct = (r: Context, fn: Js, args: Js[], node: acorn.Node): Js =>
  constructBy(r, fn, args, node, evaluate);
