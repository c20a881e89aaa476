/** What tells one function from another that is written the same. */
import type * as acorn from "acorn";
import { type JsFunction, type Scope, textOf } from "./values";

/** What a function keeps from the call that it was made in, as far as it speaks of it. */
export function captured(fn: JsFunction): string {
  const own = fn.node.type === "ArrowFunctionExpression";
  const said = namesIn(fn.node);
  const out: string[] = [];
  for (let s: Scope | null = fn.scope; s && s.id === null; s = s.parent)
    for (const [name, value] of s.values) {
      // A function has a `this` of its own, an arrow that of what is around it.
      if (name === "arguments" || !(name === "this" ? own && said.has(name) : said.has(name))) continue;
      out.push(
        `${name}=${typeof value === "object" && value !== null ? (value.is === "element" ? value.element.name : value.is) : textOf(value)}`,
      );
    }
  for (let s: Scope | null = fn.scope; s; s = s.parent) if (s.id !== null) out.push(String(s.id));
  return out.join(";");
}

const named = new WeakMap<acorn.Node, ReadonlySet<string>>();
/** Names that stand anywhere in it. */
function namesIn(node: acorn.Node): ReadonlySet<string> {
  const known = named.get(node);
  if (known) return known;
  const out = new Set<string>();
  const walk = (n: unknown): void => {
    if (Array.isArray(n)) n.forEach(walk);
    else if (typeof n === "object" && n !== null) {
      const { type, name } = n as { type?: string; name?: string };
      if (type === "Identifier" && name) out.add(name);
      else if (type === "ThisExpression") out.add("this");
      for (const [key, value] of Object.entries(n)) if (key !== "loc") walk(value);
    }
  };
  walk(node);
  named.set(node, out);
  return out;
}
