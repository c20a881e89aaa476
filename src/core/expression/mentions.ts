/** What an expression mentions, with places. */
import { type Expression, parseExpressionAt } from "acorn";
import { isName } from "../model";
import { partNamed } from "./argument";
import { isDoingCall, isInCall } from "./expression";
import { hideIn, syntaxOf } from "./syntax";

export interface Mention {
  /** `event` is `_event.name`, `page` what it asks of the page, such as `page.width`, `doing` the call with a part. */
  kind: "data" | "state" | "in" | "event" | "page" | "doing" | "part";
  name: string;
  from: number;
  to: number;
}

/** What an expression reads, with its places; for renaming and for code. */
export function mentions(text: string): Mention[] {
  const out: Mention[] = [];
  const visit = (value: unknown): void => {
    if (Array.isArray(value)) {
      for (const item of value) visit(item);
      return;
    }
    if (typeof value !== "object" || value === null) return;
    const n = value as Expression;
    if (n.type === "CallExpression" && n.callee.type === "Identifier" && isInCall(n.callee.name)) {
      const [a] = n.arguments;
      out.push({ kind: "in", name: "in", from: n.callee.start, to: n.callee.end });
      if (a?.type === "Literal") out.push({ kind: "state", name: String(a.value), from: a.start + 1, to: a.end - 1 });
      return;
    }
    if (n.type === "CallExpression" && n.callee.type === "Identifier" && isDoingCall(n.callee.name)) {
      const [a] = n.arguments;
      const part = a ? partNamed(a) : null;
      out.push({ kind: "doing", name: n.callee.name, from: n.callee.start, to: n.callee.end });
      if (part !== null) out.push({ kind: "part", name: part, from: a.start, to: a.end });
      return;
    }
    if (n.type === "MemberExpression") {
      const { object: of } = n;
      const kind =
        of.type !== "Identifier" ? null : of.name === "page" ? "page" : of.name === "_event" ? "event" : null;
      if (kind) out.push({ kind, name: text.slice(n.start, n.end), from: n.start, to: n.end });
      return;
    }
    if (n.type === "Identifier") out.push({ kind: "data", name: n.name, from: n.start, to: n.end });
    for (const [key, child] of Object.entries(n)) if (key !== "type") visit(child);
  };
  try {
    visit(syntaxOf(hideIn(text)));
  } catch {
    return [];
  }
  return out.sort((a, b) => a.from - b.from);
}

/** True for a name by which expressions can ask for a datum: no hyphen, which is a minus, and no word of the language. */
export function isDatumName(text: string): boolean {
  const [only, ...more] = isName(text) ? mentions(text) : [];
  return only?.kind === "data" && only.name === text && !more.length;
}
export const datumNameRule = "a letter or _, then letters, digits or _, and no word such as true or in";

/** The operands of an expression that is `!a`, `a && b` or `a || b`; null for any other. */
export function logicalParts(text: string): { not: boolean; operator: string; operands: string[] } | null {
  let node: Expression;
  try {
    node = parseExpressionAt(hideIn(text), 0, { ecmaVersion: 2023 });
  } catch {
    return null;
  }
  const source = (n: { start: number; end: number }): string => text.slice(n.start, n.end);
  if (node.type === "UnaryExpression" && node.operator === "!") {
    return { not: true, operator: "!", operands: [source(node.argument)] };
  }
  if (node.type === "LogicalExpression" && node.operator !== "??") {
    return { not: false, operator: node.operator, operands: [source(node.left), source(node.right)] };
  }
  return null;
}
