/** A module taken apart into its declarations, each with the names that it has from elsewhere. */
import { type ModuleDeclaration, parse, type Statement } from "acorn";

/** A declaration of a module with what is said about it. */
interface Piece {
  name: string;
  /** It stands right under the one before. */
  joined: boolean;
  text: string;
  /** The names that it has from elsewhere. */
  free: ReadonlySet<string>;
}

/** What the module says of itself, and its declarations. @throws Error for a statement that declares nothing */
export function piecesOf(name: string, text: string): { about: string; pieces: Piece[] } {
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
    return {
      name: declared(node, name),
      joined,
      text: `${own}${text.slice(node.start, node.end)}`.trim(),
      free: freeIn({ ...node }),
    };
  });
  return { about, pieces };
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
