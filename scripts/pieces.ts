/** A module taken apart into its declarations, each with the names that it has from elsewhere. */
import { type Comment, type ModuleDeclaration, parse, type Statement } from "acorn";
import { FROM, OUT, only, UNTIL } from "../src/core/deliver/page/kernel/only";

/** A declaration of a module with what is said about it. */
interface Piece {
  name: string;
  /** It stands right under the one before. */
  joined: boolean;
  /** What only some components need stands between marks (see `only`). */
  text: string;
  /** The names that it has from elsewhere, whatever the component has. */
  free: ReadonlySet<string>;
  /** Those that it has where a component has all of these, each of them one of several by "or". */
  more: { with: string[]; free: ReadonlySet<string> }[];
}

/** What the module says of itself, and its declarations. @throws Error for a statement that declares nothing */
export function piecesOf(name: string, whole: string): { about: string; pieces: Piece[] } {
  const text = marked(whole, name);
  let at = 0;
  let about = "";
  const pieces = parse(text, { ecmaVersion: "latest" }).body.map((node, i): Piece => {
    const before = text.slice(at, node.start);
    const paragraphs = before.split(/\n{2,}/);
    const own = paragraphs.pop() ?? "";
    if (i === 0) about = paragraphs.join("\n\n").trim();
    else if (paragraphs.join("").trim()) throw new Error(`${name}: a comment that belongs to nothing: ${before}`);
    at = node.end;
    const joined = i > 0 && !/\n\n/.test(before);
    const piece = `${own}${text.slice(node.start, node.end)}`.trim();
    return {
      name: declared(node, name),
      joined,
      text: piece,
      free: freeNames(only(piece, () => false)),
      more: chainsIn(piece).map((chain) => ({ with: chain, free: freeNames(only(piece, (w) => chain.includes(w))) })),
    };
  });
  return { about, pieces };
}

const TAG = /^(tried )?only with (.+)$/;
/** What can stand under a word of its own: a statement, a member of a class or an object, a case. */
const standing = /Statement$|Declaration$|^(MethodDefinition|PropertyDefinition|Property|SwitchCase)$/;

/**
 * The text with marks around each node that a comment says is only for some; of one that is tried only with some, around
 * what stands before and after its block. @throws Error for a comment over nothing
 */
function marked(text: string, module: string): string {
  const comments: Comment[] = [];
  const tree = parse(text, { ecmaVersion: "latest", onComment: comments });
  const nodes = nodesIn({ ...tree }).filter((n) => standing.test(String(n.type)));
  const before = new Map<number, string[]>();
  const after = new Map<number, string[]>();
  const lineOf = (at: number): number => text.slice(0, at).split("\n").length - 1;
  const mark = (from: string, first: number, last: number): void => {
    before.set(first, [...(before.get(first) ?? []), from]);
    after.set(last, [...(after.get(last) ?? []), UNTIL]);
  };
  const tags = new Set<number>();
  for (const c of comments) {
    const [, tried, words] = TAG.exec(c.value.trim()) ?? [];
    if (c.type !== "Line" || words === undefined) continue;
    const next = nodes.filter((n) => Number(n.start) >= c.end).sort((a, b) => Number(a.start) - Number(b.start))[0];
    const node = nodes.filter((n) => n.start === next?.start).sort((a, b) => Number(b.end) - Number(a.end))[0];
    if (!node || text.slice(c.end, Number(node.start)).includes("\n\n") || (tried && node.type !== "TryStatement"))
      throw new Error(`${module}: over nothing: ${c.value}`);
    const first = lineOf(c.start);
    const last = lineOf(Number(node.end));
    tags.add(first);
    if (!tried) {
      mark(`${FROM}${words}`, first, last);
      continue;
    }
    const shuts = lineOf((node.block as Fields & { end: number }).end);
    mark(`${FROM}${words}`, first, lineOf(Number(node.start)));
    mark(`${OUT}${words}`, lineOf(Number(node.start)) + 1, shuts - 1);
    mark(`${FROM}${words}`, shuts, last);
  }
  const lines = text.split("\n").flatMap((line, i) => {
    const own = tags.has(i) ? [] : [line];
    return [...(before.get(i) ?? []), ...own, ...(after.get(i) ?? [])];
  });
  return lines.join("\n");
}
const nodesIn = (node: Fields): Fields[] => [node, ...childrenOf(node).flatMap(nodesIn)];

/** What the marks of a text say. */
export const wordsIn = (text: string): string[] => [...new Set(chainsIn(text).flat())];

/** Which words stand over one another in the marks of a text: each chain from outside to inside. */
function chainsIn(text: string): string[][] {
  const open: string[] = [];
  const chains = new Map<string, string[]>();
  for (const line of text.split("\n").map((l) => l.trim())) {
    if (line.startsWith(FROM)) {
      open.push(line.slice(FROM.length));
      chains.set(open.join(), [...open]);
    } else if (line.startsWith(OUT)) open.push("");
    else if (line === UNTIL) open.pop();
  }
  return [...chains.values()].map((chain) => chain.filter(Boolean));
}

function declared(node: Statement | ModuleDeclaration, module: string): string {
  if (node.type === "FunctionDeclaration" || node.type === "ClassDeclaration") return node.id!.name;
  if (
    node.type === "VariableDeclaration" &&
    node.declarations.length === 1 &&
    node.declarations[0].id.type === "Identifier"
  )
    return node.declarations[0].id.name;
  throw new Error(`${module}: ${node.type} declares no one name`);
}

type Fields = Readonly<Record<string, unknown>>;
const isNode = (value: unknown): value is Fields => typeof value === "object" && value !== null && "type" in value;
const childrenOf = (node: Fields): Fields[] => Object.values(node).flat().filter(isNode);

/** The names that a pattern gives. */
function given(pattern: Fields): string[] {
  if (pattern.type === "Identifier") return [String(pattern.name)];
  const inside =
    pattern.type === "Property"
      ? [pattern.value]
      : pattern.type === "AssignmentPattern"
        ? [pattern.left]
        : childrenOf(pattern);
  return inside.filter(isNode).flatMap(given);
}
/** The names that are declared in a node for what is inside. */
function locals(node: Fields): string[] {
  const declaring = [node.body, node.init, node.left, node.consequent].flat().filter(isNode);
  const declarations = declaring.flatMap((d) =>
    d.type === "VariableDeclaration" ? childrenOf(d) : /^(Function|Class)Declaration$/.test(String(d.type)) ? [d] : [],
  );
  const patterns = [...declarations.map((d) => d.id), node.params, node.param].flat();
  return patterns.filter(isNode).flatMap(given);
}

/** The names that a script has from elsewhere. */
export const freeNames = (script: string): ReadonlySet<string> =>
  freeIn({ ...parse(script, { ecmaVersion: "latest" }) });

/** The free variables of ECMAScript: no names behind a dot, of properties, of labels. */
function freeIn(node: Fields): Set<string> {
  if (node.type === "Identifier") return new Set([String(node.name)]);
  const named = node.computed || node.shorthand ? null : node.type === "MemberExpression" ? node.property : node.key;
  const out = new Set(
    childrenOf(node)
      .filter((c) => c !== named && c !== node.label)
      .flatMap((c) => [...freeIn(c)]),
  );
  for (const name of locals(node)) out.delete(name);
  return out;
}
