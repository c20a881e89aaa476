/** Functions and classes: what they make, and what stands behind it (ECMA-262 §10.2, §15.7). */
import type * as acorn from "acorn";
import type { Context } from "../context";
import { builtBy } from "../host";
import {
  type FunctionNode,
  functionOf,
  inherited,
  isA,
  type Js,
  type JsFunction,
  type JsObject,
  NotUnderstood,
  object,
  type Scope,
  textOf,
} from "../values";
import { got, prototypeOf } from "./members";
import type { Evaluate } from "./patterns";

/** Names in scopes that no script can write. */
const HOME = "<home>";
const MAKING = "<making>";

/** Functions are there from the beginning of what they stand in (§10.2.11). */
export function hoist(body: readonly acorn.Node[], scope: Scope): void {
  for (const node of body)
    if (node.type === "FunctionDeclaration") {
      const fn = node as acorn.FunctionDeclaration;
      scope.values.set(fn.id.name, functionOf(fn, scope));
    }
}

/** A constructor that says nothing. */
const silent = (node: acorn.Node): FunctionNode => ({
  type: "FunctionExpression",
  start: node.start,
  end: node.end,
  loc: node.loc,
  params: [],
  generator: false,
  expression: false,
  async: false,
  body: { type: "BlockStatement", body: [], start: node.end, end: node.end },
});

export function classOf(
  r: Context,
  node: acorn.ClassDeclaration | acorn.ClassExpression,
  outer: Scope,
  evaluate: Evaluate,
): JsFunction {
  const scope = r.scope(outer);
  const parent = node.superClass ? evaluate(r, node.superClass, outer) : undefined;
  const { body } = node.body;
  const built = body.find((m) => m.type === "MethodDefinition" && m.kind === "constructor");
  const written = built?.type === "MethodDefinition" ? (built.value as FunctionNode) : null;
  const prototype = object({}, isA(parent, "function") ? prototypeOf(parent) : null);
  const made = functionOf(written ?? silent(node), scope, {
    home: prototype,
    made: { node, parent, hasConstructor: written !== null },
    own: object({ prototype }, isA(parent, "function") ? parent.own : null),
  });
  prototype.of.set("constructor", made);
  if (node.id) scope.values.set(node.id.name, made);
  for (const m of body) {
    if (m.type === "StaticBlock") {
      const block = functionOf({ ...silent(m), body: { ...m, type: "BlockStatement" } as acorn.BlockStatement }, scope);
      r.call(block, [], made);
    } else if (m.type === "MethodDefinition" && m.kind !== "constructor") {
      const home = m.static ? made.own : prototype;
      const fn = functionOf(m.value as FunctionNode, scope, { home });
      const name = nameOf(r, m, scope, evaluate);
      const known = home.of.get(name);
      const both = isA(known, "accessor") ? known : { is: "accessor" as const, get: null, set: null };
      home.of.set(name, m.kind === "method" ? fn : { ...both, [m.kind]: fn });
    } else if (m.type === "PropertyDefinition" && m.static)
      made.own.of.set(nameOf(r, m, scope, evaluate), fieldValue(r, m, made, scope, made.own, evaluate));
  }
  return made;
}

const nameOf = (
  r: Context,
  m: acorn.MethodDefinition | acorn.PropertyDefinition,
  scope: Scope,
  evaluate: Evaluate,
): string =>
  m.key.type === "PrivateIdentifier"
    ? `#${m.key.name}`
    : m.key.type === "Identifier" && !m.computed
      ? m.key.name
      : textOf(evaluate(r, m.key as acorn.Expression, scope));

function fieldValue(
  r: Context,
  m: acorn.PropertyDefinition,
  self: Js,
  outer: Scope,
  home: JsObject,
  evaluate: Evaluate,
): Js {
  const scope = r.scope(outer);
  scope.values.set("this", self);
  scope.values.set(HOME, home);
  return m.value ? evaluate(r, m.value, scope) : undefined;
}

/** Fields of a class, as what it makes is made. */
function fields(r: Context, fn: JsFunction, self: Js, evaluate: Evaluate): void {
  for (const m of fn.made?.node.body.body ?? [])
    if (m.type === "PropertyDefinition" && !m.static) {
      const name = nameOf(r, m, fn.scope, evaluate);
      r.assign(self, name, fieldValue(r, m, self, fn.scope, prototypeOf(fn), evaluate));
    }
}

/** What a call finds in its scope besides its parameters. */
export function enter(fn: JsFunction, scope: Scope, self: Js): void {
  if (fn.node.type === "ArrowFunctionExpression") return;
  scope.values.set("this", self);
  if (fn.home) scope.values.set(HOME, fn.home);
}

/**
 * `new fn(…args)`.
 * @param prototype of what is made, where a class further down makes it
 */
export function construct(
  r: Context,
  fn: Js,
  args: Js[],
  node: acorn.Node,
  evaluate: Evaluate,
  prototype?: JsObject,
): Js {
  if (isA(fn, "native")) return builtBy(r, fn.name, args, node, prototype);
  if (!isA(fn, "function") || fn.node.type === "ArrowFunctionExpression")
    throw new NotUnderstood(r.line(node), "what is made here");
  const stands = prototype ?? prototypeOf(fn);
  const { parent } = fn.made ?? {};
  if (fn.made && parent !== undefined && parent !== null) {
    if (!fn.made.hasConstructor) {
      const self = construct(r, parent, args, node, evaluate, stands);
      fields(r, fn, self, evaluate);
      return self;
    }
    const making = object({ fn, prototype: stands });
    const scope = r.scope(fn.scope);
    scope.values.set(MAKING, making);
    r.call({ ...fn, scope }, args, undefined);
    const self = making.of.get("self");
    if (self === undefined) throw new NotUnderstood(r.line(node), "a class that makes nothing");
    return self;
  }
  const self = object({}, stands);
  if (fn.made) fields(r, fn, self, evaluate);
  const said = r.call(fn, args, self);
  return typeof said === "object" && said !== null ? said : self;
}

const lookUp = (scope: Scope, name: string): { scope: Scope; value: Js } | null => {
  for (let s: Scope | null = scope; s; s = s.parent)
    if (s.values.has(name)) return { scope: s, value: s.values.get(name) };
  return null;
};

/** `super(…)` (§13.3.7): what is around makes `this`. */
export function superCall(r: Context, args: Js[], scope: Scope, node: acorn.Node, evaluate: Evaluate): void {
  const making = lookUp(scope, MAKING)?.value;
  const fn = isA(making, "object") ? making.of.get("fn") : undefined;
  const prototype = isA(making, "object") ? making.of.get("prototype") : undefined;
  if (!isA(making, "object") || !isA(fn, "function") || !isA(prototype, "object"))
    throw new NotUnderstood(r.line(node), "super");
  const self = construct(r, fn.made!.parent, args, node, evaluate, prototype);
  making.of.set("self", self);
  const at = lookUp(scope, "this")?.scope;
  if (at) at.values.set("this", self);
  fields(r, fn, self, evaluate);
}

/** `super.name`: what stands behind the place that a method is written in. */
export function superMember(r: Context, name: string, scope: Scope): Js {
  const home = lookUp(scope, HOME)?.value;
  if (!isA(home, "object") || !home.proto) {
    // Behind what the browser has there is nothing to be done.
    if (/Callback$/.test(name)) return undefined;
    throw new NotUnderstood(null, `super.${name}`);
  }
  const self = lookUp(scope, "this")?.value;
  const found = inherited(home.proto, name);
  return found ? got(r, found.value, self) : undefined;
}
