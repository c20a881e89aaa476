/** Names given to values and to pieces of them (ECMA-262 §14.3.3), and assignments (§13.15). */
import type * as acorn from "acorn";
import { firstOf } from "../builtins";
import type { Context } from "../context";
import { nameMade } from "../made";
import { isA, type Js, list, NotUnderstood, object, type Scope, textOf } from "../values";

export type Evaluate = (r: Context, node: acorn.Expression, scope: Scope) => Js;
type Give = (target: acorn.Node, value: Js) => void;

/** Goes through a pattern; every name or place in it is given its value. */
function taken(r: Context, pattern: acorn.Node, value: Js, scope: Scope, evaluate: Evaluate, give: Give): void {
  const inner = (p: acorn.Node, v: Js): void => taken(r, p, v, scope, evaluate, give);
  switch (pattern.type) {
    case "AssignmentPattern": {
      const { left, right } = pattern as acorn.AssignmentPattern;
      return inner(left, value === undefined ? evaluate(r, right, scope) : value);
    }
    case "ArrayPattern": {
      const { elements } = pattern as acorn.ArrayPattern;
      const rest = elements.at(-1)?.type === "RestElement";
      const items = rest ? r.items(value) : firstOf(r, value, elements.length);
      elements.forEach((p, i) => {
        if (p?.type === "RestElement") inner(p.argument, list(items.slice(i)));
        else if (p) inner(p, items[i]);
      });
      return;
    }
    case "ObjectPattern": {
      if (value === null || value === undefined)
        throw new NotUnderstood(r.line(pattern), "names given to parts of this");
      const named = new Set<string>();
      for (const p of (pattern as acorn.ObjectPattern).properties) {
        if (p.type === "RestElement") {
          if (!isA(value, "object")) throw new NotUnderstood(r.line(p), "the rest of this");
          inner(p.argument, object(new Map([...value.of].filter(([name]) => !named.has(name)))));
          continue;
        }
        const name =
          p.key.type === "Identifier" && !p.computed
            ? p.key.name
            : textOf(evaluate(r, p.key as acorn.Expression, scope));
        named.add(name);
        inner(p.value, r.member(value, name));
      }
      return;
    }
    default:
      give(pattern, value);
  }
}

/** Gives names to a value. */
export function declare(r: Context, pattern: acorn.Node, value: Js, scope: Scope, evaluate: Evaluate): void {
  taken(r, pattern, value, scope, evaluate, (target, v) => {
    if (target.type !== "Identifier") throw new NotUnderstood(r.line(target), "names given to parts of this");
    const { name } = target as acorn.Identifier;
    // Later it is known by the name that it has got.
    if (isA(v, "element") && (r.building || r.madeNow.has(v.element))) nameMade(r, v.element, name);
    r.heap.touch(scope);
    scope.values.set(name, v);
  });
}

/** Assigns to names and places that are there. */
export function assignTo(r: Context, pattern: acorn.Node, value: Js, scope: Scope, evaluate: Evaluate): void {
  taken(r, pattern, value, scope, evaluate, (target, v) => {
    if (target.type === "Identifier") r.set((target as acorn.Identifier).name, v, scope);
    else if (target.type === "MemberExpression") {
      const m = target as acorn.MemberExpression;
      located(r, m, () =>
        r.assign(evaluate(r, m.object as acorn.Expression, scope), propertyOf(r, m, scope, evaluate), v),
      );
    } else throw new NotUnderstood(r.line(target), "what this is assigned to");
  });
}

export const propertyOf = (r: Context, m: acorn.MemberExpression, scope: Scope, evaluate: Evaluate): string =>
  m.property.type === "PrivateIdentifier"
    ? `#${m.property.name}`
    : m.computed
      ? textOf(evaluate(r, m.property as acorn.Expression, scope))
      : (m.property as acorn.Identifier).name;

/** What is not understood in it is told with its line and its words. */
export function located<T>(r: Context, node: acorn.Node, what: () => T): T {
  try {
    return what();
  } catch (error) {
    if (error instanceof NotUnderstood && error.line === null)
      throw new NotUnderstood(r.line(node), error.whole ? error.what : wordsOf(r, node), false, error.whole);
    throw error;
  }
}
export const wordsOf = (r: Context, node: acorn.Node): string =>
  r.source.slice(node.start, node.end).replace(/\s+/g, " ").slice(0, 80);
