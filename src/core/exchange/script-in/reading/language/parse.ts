/** Code as a tree. */
import * as acorn from "acorn";

/** As a script, or where it is none, as a module. */
export function parse(source: string): { program: acorn.Program } | { error: unknown } {
  const options = { ecmaVersion: "latest" as const, locations: true };
  try {
    return { program: acorn.parse(source, { ...options, sourceType: "script" }) };
  } catch (error) {
    try {
      return { program: acorn.parse(source, { ...options, sourceType: "module" }) };
    } catch {
      return { error };
    }
  }
}

/** Places in it come behind others. */
export function shift(node: unknown, by: number): void {
  if (Array.isArray(node)) for (const n of node) shift(n, by);
  else if (typeof node === "object" && node !== null && "type" in node) {
    const n = node as unknown as { start: number; end: number };
    n.start += by;
    n.end += by;
    for (const [key, value] of Object.entries(node)) if (key !== "loc") shift(value, by);
  }
}
