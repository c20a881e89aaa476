/**
 * Variables that are counted and never looked at: how often something was done, to be written to the console at most. Nobody
 * can tell their values apart, and there is no end to them.
 */
import type * as acorn from "acorn";
import { inner } from "./pausing";

interface Uses {
  declared: number;
  /** It is declared in another way than by a `let` or a `var` of its own. */
  otherwise: boolean;
  read: boolean;
  counts: acorn.Statement[];
}

type Node = acorn.Node & Record<string, unknown>;
const isNode = (n: unknown): n is Node => typeof (n as Node | null)?.type === "string";
const nameOf = (n: unknown): string | null => (isNode(n) && n.type === "Identifier" ? String(n.name) : null);

/** Takes the statements out that only count such a variable. @param others code that is not among the programs */
export function withoutUnread(programs: readonly acorn.Program[], others: string): void {
  const uses = new Map<string, Uses>();
  const of = (name: string): Uses => {
    const known = uses.get(name) ?? { declared: 0, otherwise: false, read: false, counts: [] };
    uses.set(name, known);
    return known;
  };
  for (const p of programs) walk(p as unknown as Node, of);
  for (const [name, { declared, otherwise, read, counts }] of uses) {
    if (declared !== 1 || otherwise || read || isNamedIn(others, name)) continue;
    for (const c of counts) (c as acorn.Node).type = "EmptyStatement";
  }
}

const isNamedIn = (code: string, name: string): boolean => code.split(/[^\w$]+/).includes(name);

function walk(node: Node, of: (name: string) => Uses): void {
  if (node.type === "VariableDeclaration") {
    for (const d of node.declarations as Node[]) {
      const name = nameOf(d.id);
      if (name !== null && node.kind !== "const") of(name).declared++;
      else inside(d.id as Node, (n) => otherwise(n, of));
      if (isNode(d.init)) walk(d.init, of);
    }
    return;
  }
  const counted = node.type === "ExpressionStatement" ? countedBy(node.expression as Node) : null;
  if (counted !== null) return void of(counted).counts.push(node as unknown as acorn.Statement);
  // To the console it is no look: nothing comes of it on the page.
  if (isToConsole(node)) return;
  if (node.type === "Identifier") {
    of(String(node.name)).read = true;
    return;
  }
  for (const [key, value] of Object.entries(node)) {
    if (key === "loc") continue;
    const isName = (key === "property" || key === "key") && !node.computed && !node.shorthand;
    for (const child of Array.isArray(value) ? value : [value]) {
      if (!isNode(child) || (isName && child.type === "Identifier")) continue;
      if (/Function|Class|CatchClause|Import/.test(node.type) && /^(id|params?|local)$/.test(key))
        inside(child, (n) => otherwise(n, of));
      walk(child, of);
    }
  }
}

const otherwise = (name: string, of: (name: string) => Uses): void => {
  of(name).otherwise = true;
};

/** `n++`, `n += 1`, `n = n + 1`, `n = 0`: what is counted so is not looked at. */
function countedBy(e: Node): string | null {
  if (e.type === "UpdateExpression") return nameOf(e.argument);
  if (e.type !== "AssignmentExpression") return null;
  const name = nameOf(e.left);
  return name !== null && isPlain(e.right as Node, name) ? name : null;
}
const isPlain = (e: Node, name: string): boolean =>
  e.type === "Literal" ||
  nameOf(e) === name ||
  (/^(Binary|Unary)Expression$/.test(e.type) &&
    [e.left, e.right, e.argument].every((n) => !isNode(n) || isPlain(n, name)));

function isToConsole(node: Node): boolean {
  if (node.type !== "CallExpression") return false;
  const { callee } = node as { callee?: Node };
  return (
    callee?.type === "MemberExpression" &&
    nameOf(callee.object) === "console" &&
    (node.arguments as Node[]).every(isQuiet)
  );
}
/** Nothing is called by looking at it. */
const isQuiet = (e: acorn.Node): boolean =>
  /^(Identifier|Literal|TemplateElement)$/.test(e.type) ||
  (/^(TemplateLiteral|BinaryExpression)$/.test(e.type) && inner(e).every(isQuiet));

function inside(node: acorn.Node, found: (name: string) => void): void {
  const name = nameOf(node);
  if (name !== null) found(name);
  else for (const n of inner(node)) inside(n, found);
}
