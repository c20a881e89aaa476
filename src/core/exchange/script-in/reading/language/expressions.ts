/** Expressions, one kind at a time (ECMA-262 §13). */
import type * as acorn from "acorn";
import { textFor } from "../builtins";
import type { Context } from "../context";
import {
  functionOf,
  inherited,
  isA,
  isTrue,
  type Js,
  joined,
  list,
  NotUnderstood,
  numberOf,
  object,
  type Scope,
  textOf,
} from "../values";
import { classOf, construct, superCall, superMember } from "./classes";
import { removeMember } from "./members";
import { binary, unary } from "./operators";
import { assignTo, located, propertyOf, wordsOf } from "./patterns";

export function evaluate(
  r: Context,
  node: acorn.Expression | acorn.SpreadElement | acorn.Super | acorn.PrivateIdentifier,
  scope: Scope,
): Js {
  r.tick(node);
  switch (node.type) {
    case "Literal":
      if (node.regex) return { is: "pattern", source: node.regex.pattern, flags: node.regex.flags };
      if (node.bigint) throw new NotUnderstood(r.line(node), "a whole number of any size");
      return node.value as Js;
    case "Identifier":
      return located(r, node, () => r.get(node.name, scope));
    case "ThisExpression":
      return r.get("this", scope);
    case "TemplateLiteral":
      return joined(
        node.quasis.flatMap((q, i) => [
          q.value.cooked ?? "",
          node.expressions[i] ? textFor(r, evaluate(r, node.expressions[i], scope)) : "",
        ]),
      );
    case "ArrowFunctionExpression":
    case "FunctionExpression":
      return functionOf(node, scope);
    case "ClassExpression":
      return classOf(r, node, scope, evaluate);
    case "ArrayExpression":
      return list(
        node.elements.flatMap((e) =>
          e === null
            ? [undefined]
            : e.type === "SpreadElement"
              ? r.items(evaluate(r, e.argument, scope))
              : [evaluate(r, e, scope)],
        ),
      );
    case "ObjectExpression":
      return objectOf(r, node, scope);
    case "MemberExpression":
    case "TaggedTemplateExpression":
    case "ChainExpression":
    case "CallExpression":
      return chain(r, node, scope).value;
    case "ConditionalExpression":
      return evaluate(r, isTrue(evaluate(r, node.test, scope)) ? node.consequent : node.alternate, scope);
    case "LogicalExpression": {
      const left = evaluate(r, node.left, scope);
      return decides(node.operator, left) ? left : evaluate(r, node.right, scope);
    }
    case "UnaryExpression":
      return unaryOf(r, node, scope);
    case "BinaryExpression":
      return binaryOf(r, node, scope);
    case "AwaitExpression":
      throw new NotUnderstood(r.line(node), "how this waits");
    case "NewExpression":
      return located(r, node, () =>
        construct(r, evaluate(r, node.callee, scope), argumentsOf(r, node, scope), node, evaluate),
      );
    case "AssignmentExpression":
      return assign(r, node, scope);
    case "UpdateExpression": {
      const before = numberOf(evaluate(r, node.argument, scope));
      const after = node.operator === "++" ? before + 1 : before - 1;
      assignTo(r, node.argument, after, scope, evaluate);
      return node.prefix ? after : before;
    }
    case "SequenceExpression":
      return node.expressions.map((e) => evaluate(r, e, scope)).at(-1);
    case "ParenthesizedExpression":
      return evaluate(r, node.expression, scope);
    default:
      throw new NotUnderstood(
        r.line(node),
        `an expression of the kind ${node.type.replace("Expression", "").toLowerCase()}`,
      );
  }
}

const decides = (operator: acorn.LogicalOperator, left: Js): boolean =>
  operator === "&&" ? !isTrue(left) : operator === "||" ? isTrue(left) : left !== null && left !== undefined;

const argumentsOf = (r: Context, node: acorn.CallExpression | acorn.NewExpression, scope: Scope): Js[] =>
  node.arguments.flatMap((a) =>
    a.type === "SpreadElement" ? r.items(evaluate(r, a.argument, scope)) : [evaluate(r, a, scope)],
  );

function objectOf(r: Context, node: acorn.ObjectExpression, scope: Scope): Js {
  const made = object();
  for (const p of node.properties) {
    if (p.type === "SpreadElement") {
      const from = evaluate(r, p.argument, scope);
      if (isA(from, "native") && from.host?.names)
        for (const name of from.host.names()) made.of.set(name, r.member(from, name));
      else if (isA(from, "object")) for (const name of from.of.keys()) made.of.set(name, r.member(from, name));
      else if (isA(from, "list")) for (const [i, v] of from.items.entries()) made.of.set(String(i), v);
      else if (typeof from === "object" && from !== null) throw new NotUnderstood(r.line(p), wordsOf(r, p));
      continue;
    }
    const name =
      p.key.type === "Identifier" && !p.computed ? p.key.name : textOf(evaluate(r, p.key as acorn.Expression, scope));
    const value = evaluate(r, p.value as acorn.Expression, scope);
    if (isA(value, "function") && (p.method || p.kind !== "init")) value.home = made;
    if (p.kind === "init") made.of.set(name, value);
    else {
      const known = made.of.get(name);
      const both = isA(known, "accessor") ? known : { is: "accessor" as const, get: null, set: null };
      made.of.set(name, { ...both, [p.kind]: value });
    }
  }
  return made;
}

/** A way of members and calls; `gone` once `?.` met nothing; `self` is what a member was found at. */
function chain(r: Context, node: acorn.Node, scope: Scope): { value: Js; gone: boolean; self?: Js } {
  if (node.type === "ChainExpression")
    return { value: chain(r, (node as acorn.ChainExpression).expression, scope).value, gone: false };
  if (node.type === "MemberExpression") {
    const m = node as acorn.MemberExpression;
    if (m.object.type === "Super")
      return {
        value: located(r, m, () => superMember(r, propertyOf(r, m, scope, evaluate), scope)),
        gone: false,
        self: r.get("this", scope),
      };
    const on = chain(r, m.object, scope);
    if (on.gone || (m.optional && (on.value === null || on.value === undefined)))
      return { value: undefined, gone: true };
    const value = located(r, m, () => r.member(on.value, propertyOf(r, m, scope, evaluate)));
    return { value, gone: false, self: on.value };
  }
  if (node.type === "CallExpression") {
    const c = node as acorn.CallExpression;
    if (c.callee.type === "Super") {
      superCall(r, argumentsOf(r, c, scope), scope, c, evaluate);
      return { value: undefined, gone: false };
    }
    const callee = chain(r, c.callee, scope);
    if (callee.gone || (c.optional && (callee.value === null || callee.value === undefined)))
      return { value: undefined, gone: true };
    const args = argumentsOf(r, c, scope);
    r.calling = c;
    return { value: located(r, c, () => r.call(callee.value, args, callee.self)), gone: false };
  }
  if (node.type === "TaggedTemplateExpression") {
    const t = node as acorn.TaggedTemplateExpression;
    const tag = chain(r, t.tag, scope);
    const values = t.quasi.expressions.map((e) => evaluate(r, e, scope));
    const raw = list(t.quasi.quasis.map((q) => q.value.raw));
    const strings: Js = {
      ...list(t.quasi.quasis.map((q) => q.value.cooked ?? undefined)),
      more: new Map([["raw", raw]]),
    };
    r.calling = t;
    return { value: located(r, t, () => r.call(tag.value, [strings, ...values], tag.self)), gone: false };
  }
  return { value: evaluate(r, node as acorn.Expression, scope), gone: false };
}

function unaryOf(r: Context, node: acorn.UnaryExpression, scope: Scope): Js {
  const { argument, operator } = node;
  if (operator === "delete") {
    const m = argument.type === "ChainExpression" ? argument.expression : argument;
    if (m.type !== "MemberExpression") throw new NotUnderstood(r.line(node), wordsOf(r, node));
    return located(r, node, () => removeMember(r, evaluate(r, m.object, scope), propertyOf(r, m, scope, evaluate)));
  }
  if (operator === "typeof" && argument.type === "Identifier") {
    // What is not there has no type; nobody throws.
    try {
      return unary(operator, r.get(argument.name, scope));
    } catch (error) {
      if (error instanceof NotUnderstood && !error.whole) return "undefined";
      throw error;
    }
  }
  return located(r, node, () => unary(operator, evaluate(r, argument, scope)));
}

function binaryOf(r: Context, node: acorn.BinaryExpression, scope: Scope): Js {
  if (node.left.type === "PrivateIdentifier") {
    const of = evaluate(r, node.right, scope);
    return isA(of, "object") && inherited(of, `#${node.left.name}`) !== null;
  }
  const [a, b] = [evaluate(r, node.left, scope), evaluate(r, node.right, scope)];
  if (/^[<>]=?$/.test(node.operator)) r.compared(a, b);
  if (node.operator === "instanceof") return located(r, node, () => isInstance(a, b));
  return located(r, node, () => binary(r, node.operator, a, b));
}

function isInstance(a: Js, b: Js): boolean {
  if (isA(b, "function")) {
    const wanted = b.own.of.get("prototype");
    for (let o = isA(a, "object") ? a.proto : null; o; o = o.proto) if (o === wanted) return true;
    return false;
  }
  if (isA(b, "native")) {
    if (/^(HTML\w*Element|Element|Node|EventTarget)$/.test(b.name)) {
      if (!isA(a, "element")) return false;
      const own = /^HTML(\w+)Element$/.exec(b.name)?.[1].toLowerCase();
      return own === undefined || a.element.tag === (own === "anchor" ? "a" : own);
    }
    if (b.name === "Array") return isA(a, "list");
    if (/Error$/.test(b.name))
      return isA(a, "object") && a.of.has("message") && (b.name === "Error" || a.of.get("name") === b.name);
    if (b.name === "Promise") return isA(a, "promise");
    if (b.name === "Map" || b.name === "Set") return isA(a, "pairs") && a.kind === b.name;
  }
  throw new NotUnderstood(null, "what this is made by");
}

function assign(r: Context, node: acorn.AssignmentExpression, scope: Scope): Js {
  const { operator } = node;
  const read = (): Js => evaluate(r, node.left as acorn.Expression, scope);
  let value: Js;
  if (operator === "=") value = evaluate(r, node.right, scope);
  else if (operator === "||=" || operator === "&&=" || operator === "??=") {
    const before = read();
    if (decides(operator.slice(0, -1) as acorn.LogicalOperator, before)) return before;
    value = evaluate(r, node.right, scope);
  } else {
    const [before, by] = [read(), evaluate(r, node.right, scope)];
    value = located(r, node, () => binary(r, operator.slice(0, -1), before, by));
  }
  assignTo(r, node.left, value, scope, evaluate);
  return value;
}
