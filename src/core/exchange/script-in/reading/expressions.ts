/** Expressions, one kind at a time (ECMA-262 §13). */
import type * as acorn from "acorn";
import type { Context } from "./context";
import { ACTIVE, elementGet, elementSet, fetched, hostGet, methodOf, promiseGet, styleSet } from "./host";
import { madeAnew } from "./made-anew";
import { elementOf, isTrue, type Js, joined, list, NotUnderstood, native, type Scope, same, textOf } from "./values";

export function evaluate(
  r: Context,
  node: acorn.Expression | acorn.SpreadElement | acorn.Super | acorn.PrivateIdentifier,
  scope: Scope,
): Js {
  r.tick(node);
  switch (node.type) {
    case "Literal":
      if (node.regex || node.bigint) throw new NotUnderstood(r.line(node), "a pattern");
      return node.value as Js;
    case "Identifier":
      return r.get(node.name, scope);
    case "ThisExpression":
      return r.get("this", scope);
    case "TemplateLiteral":
      return joined(
        node.quasis.flatMap((q, i) => [
          q.value.cooked ?? "",
          node.expressions[i] ? textOf(evaluate(r, node.expressions[i], scope)) : "",
        ]),
      );
    case "ArrowFunctionExpression":
    case "FunctionExpression":
      return { is: "function", node, scope, self: undefined };
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
    case "ChainExpression":
    case "CallExpression":
      return chain(r, node, scope).value;
    case "ConditionalExpression":
      return evaluate(r, isTrue(evaluate(r, node.test, scope)) ? node.consequent : node.alternate, scope);
    case "LogicalExpression": {
      const left = evaluate(r, node.left, scope);
      const decided =
        node.operator === "&&"
          ? !isTrue(left)
          : node.operator === "||"
            ? isTrue(left)
            : left !== null && left !== undefined;
      return decided ? left : evaluate(r, node.right, scope);
    }
    case "UnaryExpression":
      return unary(node.operator, evaluate(r, node.argument, scope));
    case "BinaryExpression": {
      const [a, b] = [evaluate(r, node.left, scope), evaluate(r, node.right, scope)];
      if (/^[<>]=?$/.test(node.operator)) r.compared(a, b);
      return binary(node.operator, a, b);
    }
    case "AwaitExpression":
      throw new NotUnderstood(r.line(node), "how this waits");
    case "NewExpression":
      return madeAnew(
        r,
        node,
        node.arguments.map((a) => evaluate(r, a, scope)),
      );
    case "AssignmentExpression":
      return assign(r, node, scope);
    case "UpdateExpression": {
      const before = Number(evaluate(r, node.argument, scope) as number);
      const after = node.operator === "++" ? before + 1 : before - 1;
      assignTo(r, node.argument, after, scope);
      return node.prefix ? after : before;
    }
    case "SequenceExpression":
      return node.expressions.map((e) => evaluate(r, e, scope)).at(-1);
    default:
      throw new NotUnderstood(
        r.line(node),
        `an expression of the kind ${node.type.replace("Expression", "").toLowerCase()}`,
      );
  }
}

function objectOf(r: Context, node: acorn.ObjectExpression, scope: Scope): Js {
  const of = new Map<string, Js>();
  for (const p of node.properties) {
    if (p.type === "SpreadElement") throw new NotUnderstood(r.line(p), "an object spread out");
    const name =
      p.key.type === "Identifier" && !p.computed ? p.key.name : textOf(evaluate(r, p.key as acorn.Expression, scope));
    of.set(name, evaluate(r, p.value as acorn.Expression, scope));
  }
  return { is: "object", of };
}

/** A way of members and calls; `gone` once `?.` met nothing. */
function chain(r: Context, node: acorn.Node, scope: Scope): { value: Js; gone: boolean } {
  if (node.type === "ChainExpression")
    return { value: chain(r, (node as acorn.ChainExpression).expression, scope).value, gone: false };
  if (node.type === "MemberExpression") {
    const m = node as acorn.MemberExpression;
    const object = chain(r, m.object, scope);
    if (object.gone || (m.optional && (object.value === null || object.value === undefined)))
      return { value: undefined, gone: true };
    return { value: located(r, m, () => r.member(object.value, propertyOf(r, m, scope))), gone: false };
  }
  if (node.type === "CallExpression") {
    const c = node as acorn.CallExpression;
    const callee = chain(r, c.callee, scope);
    if (callee.gone || (c.optional && (callee.value === null || callee.value === undefined)))
      return { value: undefined, gone: true };
    const args = c.arguments.flatMap((a) =>
      a.type === "SpreadElement" ? r.items(evaluate(r, a.argument, scope)) : [evaluate(r, a, scope)],
    );
    const { value } = callee;
    // A request is known by where it is made.
    if (typeof value === "object" && value?.is === "native" && value.name === "fetch")
      return { value: located(r, c, () => fetched(r, args, c)), gone: false };
    return { value: located(r, c, () => r.call(value, args)), gone: false };
  }
  return { value: evaluate(r, node as acorn.Expression, scope), gone: false };
}

/** What is not understood in it is told with its line and its words. */
function located<T>(r: Context, node: acorn.Node, what: () => T): T {
  try {
    return what();
  } catch (error) {
    if (error instanceof NotUnderstood && error.line === null)
      throw new NotUnderstood(r.line(node), r.source.slice(node.start, node.end).replace(/\s+/g, " ").slice(0, 80));
    throw error;
  }
}

const propertyOf = (r: Context, m: acorn.MemberExpression, scope: Scope): string =>
  m.computed ? textOf(evaluate(r, m.property as acorn.Expression, scope)) : (m.property as acorn.Identifier).name;

export function memberOf(r: Context, value: Js, name: string): Js {
  if (value === null || value === undefined) throw new NotUnderstood(null, name);
  if (typeof value !== "object") return methodOf(r, value, name);
  switch (value.is) {
    case "element":
      return elementGet(r, value.element, name);
    case "promise":
      return promiseGet(r, value, name);
    case "list":
      return /^\d+$/.test(name) ? value.items[Number(name)] : methodOf(r, value, name);
    case "object":
      return value.of.get(name);
    case "native":
      return value.name === "event" ? eventGet(r, name) : hostGet(r, value.name, name);
    default:
      throw new NotUnderstood(null, name);
  }
}

function eventGet(r: Context, name: string): Js {
  const { event } = r;
  if (!event) throw new NotUnderstood(null, name);
  switch (name) {
    case "target":
      return elementOf(event.target);
    case "currentTarget":
      return typeof event.current === "object" ? elementOf(event.current) : native(event.current);
    case "key":
      return event.key;
    case "code":
      return event.key === " " ? "Space" : event.key.length === 1 ? `Key${event.key.toUpperCase()}` : event.key;
    case "type":
      return event.type;
    case "shiftKey":
    case "ctrlKey":
    case "altKey":
    case "metaKey":
    case "repeat":
    case "defaultPrevented":
      return false;
    case "preventDefault":
      return native(name, () => {
        event.prevented = true;
        return undefined;
      });
    case "stopPropagation":
    case "stopImmediatePropagation":
      return native(name, () => {
        event.stopped = true;
        event.stoppedNow ||= name !== "stopPropagation";
        return undefined;
      });
  }
  throw new NotUnderstood(null, `event.${name}`);
}

function unary(operator: string, v: Js): Js {
  if (operator === "!") return !isTrue(v);
  if (operator === "-") return -Number(v as number);
  if (operator === "+") return Number(v as number);
  if (operator === "void") return undefined;
  if (operator === "typeof")
    return typeof v === "object" && v !== null ? (v.is === "function" ? "function" : "object") : typeof v;
  throw new NotUnderstood(null, operator);
}

function binary(operator: string, a: Js, b: Js): Js {
  if ([a, b].some((v) => typeof v === "object" && v?.is === "native" && v.name === ACTIVE))
    throw new NotUnderstood(null, "asking what has the focus");
  if (operator === "===" || operator === "==") return same(a, b) || (operator === "==" && (a ?? null) === (b ?? null));
  if (operator === "!==" || operator === "!=")
    return !(same(a, b) || (operator === "!=" && (a ?? null) === (b ?? null)));
  if (typeof a === "object" || typeof b === "object") {
    if (operator === "+" && (typeof a === "string" || typeof b === "string")) return joined([textOf(a), textOf(b)]);
    throw new NotUnderstood(null, `${operator} of these`);
  }
  const [x, y] = [a as number, b as number];
  switch (operator) {
    case "+":
      return typeof a === "string" || typeof b === "string" ? joined([textOf(a), textOf(b)]) : x + y;
    case "-":
      return x - y;
    case "*":
      return x * y;
    case "/":
      return x / y;
    case "%":
      return x % y;
    case "**":
      return x ** y;
    case "<":
      return x < y;
    case "<=":
      return x <= y;
    case ">":
      return x > y;
    case ">=":
      return x >= y;
  }
  throw new NotUnderstood(null, operator);
}

function assign(r: Context, node: acorn.AssignmentExpression, scope: Scope): Js {
  const { operator } = node;
  const read = (): Js => evaluate(r, node.left as acorn.Expression, scope);
  let value: Js;
  if (operator === "=") value = evaluate(r, node.right, scope);
  else if (operator === "||=" || operator === "&&=" || operator === "??=") {
    const before = read();
    const stays =
      operator === "||="
        ? isTrue(before)
        : operator === "&&="
          ? !isTrue(before)
          : before !== null && before !== undefined;
    if (stays) return before;
    value = evaluate(r, node.right, scope);
  } else value = binary(operator.slice(0, -1), read(), evaluate(r, node.right, scope));
  if (/Pattern$/.test(node.left.type)) declare(r, node.left as acorn.Pattern, value, scope);
  else assignTo(r, node.left as acorn.Expression, value, scope);
  return value;
}

export function assignTo(r: Context, target: acorn.Node, value: Js, scope: Scope): void {
  if (target.type === "Identifier") {
    r.set((target as acorn.Identifier).name, value, scope);
    return;
  }
  if (target.type !== "MemberExpression") throw new NotUnderstood(r.line(target), "what this is assigned to");
  const m = target as acorn.MemberExpression;
  located(r, m, () => {
    const object = evaluate(r, m.object, scope);
    const name = propertyOf(r, m, scope);
    if (typeof object !== "object" || object === null) throw new NotUnderstood(null, name);
    if (object.is === "element") elementSet(r, object.element, name, value);
    else if (object.is === "native" && object.name.startsWith("style "))
      styleSet(r, r.page.named(object.name.slice(6))!, name, value);
    else if (object.is === "native" && object.name.startsWith("dataset ")) {
      const kebab = name.replace(/[A-Z]/g, (c) => `-${c.toLowerCase()}`);
      r.write(`attribute ${object.name.slice(8)} data-${kebab}`, textOf(value));
    } else if (object.is === "native" && /^(window|document)$/.test(object.name) && /^on[a-z]+$/.test(name))
      r.listen(object.name as "window", name.slice(2), value);
    else if (object.is === "object" && r.building) object.of.set(name, value);
    else throw new NotUnderstood(null, name);
  });
}

/** Gives names to a value (§14.3.3). */
export function declare(r: Context, pattern: acorn.Pattern, value: Js, scope: Scope): void {
  if (pattern.type === "Identifier") scope.values.set(pattern.name, value);
  else if (pattern.type === "AssignmentPattern")
    declare(r, pattern.left, value === undefined ? evaluate(r, pattern.right, scope) : value, scope);
  else if (pattern.type === "ArrayPattern") {
    const items = r.items(value);
    pattern.elements.forEach((p, i) => {
      if (p?.type === "RestElement") declare(r, p.argument, list(items.slice(i)), scope);
      else if (p) declare(r, p, items[i], scope);
    });
  } else if (pattern.type === "ObjectPattern" && typeof value === "object" && value?.is === "object") {
    for (const p of pattern.properties)
      if (p.type === "Property" && p.key.type === "Identifier") declare(r, p.value, value.of.get(p.key.name), scope);
  } else if (pattern.type === "ObjectPattern" && typeof value === "object" && value !== null) {
    for (const p of pattern.properties)
      if (p.type === "Property" && p.key.type === "Identifier")
        declare(r, p.value, memberOf(r, value, p.key.name), scope);
  } else throw new NotUnderstood(null, "names given to parts of this");
}
