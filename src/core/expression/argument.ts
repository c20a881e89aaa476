/** Parts as arguments of expressions, `focusWithin(panel)`. */
import type { Expression, Node } from "acorn";
import { showIn, syntaxOf } from "./syntax";

/** A part as an argument is written: in quotes only where it needs them. */
export const partArgument = (name: string): string => (isIdentifier(name) ? name : `"${name}"`);
function isIdentifier(name: string): boolean {
  if (!/^[A-Za-z_$][\w$]*$/.test(name)) return false;
  try {
    return syntaxOf(name).type === "Identifier";
  } catch {
    // A word of the language.
    return false;
  }
}
/** The part that an argument names; null where it names none. */
export const partNamed = (argument: Node): string | null => {
  const a = argument as Expression;
  if (a.type === "Identifier") return showIn(a.name);
  // A name with a hyphen looks like a difference, which no part is.
  if (a.type === "BinaryExpression" && a.operator === "-") {
    const [left, right] = [a.left, a.right].map((side) =>
      side.type === "Literal" && typeof side.value === "number" ? side.raw : partNamed(side),
    );
    return left && right ? `${left}-${right}` : null;
  }
  return a.type === "Literal" && typeof a.value === "string" ? showIn(a.value) : null;
};
