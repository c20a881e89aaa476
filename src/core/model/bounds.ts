/** What a document of any kind must keep to before its shape is looked at: depth, size, characters. */
import type { Problem } from "./schema";

export const bounds = { depth: 300, values: 2_000_000 };

/** XML 1.0 §2.2 and HTML §13.1.3 have no way to write these; a lone surrogate is no character at all. */
const unwritable =
  // biome-ignore lint/suspicious/noControlCharactersInRegex: they are what is looked for
  /[\0-\x08\x0b\x0c\x0e-\x1f\x7f\ufffe\uffff]|[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/;

export const withoutUnwritable = (text: string): string =>
  unwritable.test(text) ? text.replace(new RegExp(unwritable, "g"), "") : text;

type Path = { key: string | number; up: Path } | null;
const printed = (path: Path): string => {
  const keys: (string | number)[] = [];
  for (let p = path; p; p = p.up) keys.unshift(p.key);
  return keys.map((k, i) => (typeof k === "number" ? `[${k}]` : i ? `.${k}` : k)).join("") || "the file";
};

/** The first thing in a parsed value that no document may hold, with its place; null where there is none. */
export function boundsProblem(value: unknown): Problem | null {
  let count = 0;
  const problem = (path: Path, message: string): Problem => ({ path: printed(path).slice(0, 300), message });
  const visit = (v: unknown, path: Path, depth: number): Problem | null => {
    if (++count > bounds.values) return problem(path, `there are more than ${bounds.values} values in this file`);
    if (typeof v === "string") {
      const found = unwritable.exec(v);
      if (!found) return null;
      const code = found[0].charCodeAt(0).toString(16).toUpperCase().padStart(4, "0");
      return problem(path, `character ${found.index + 1} is U+${code}, which neither HTML nor XML can write`);
    }
    if (typeof v !== "object" || v === null) return null;
    if (depth >= bounds.depth) return problem(path, `is nested more than ${bounds.depth} deep`);
    if (Array.isArray(v)) {
      for (let i = 0; i < v.length; i++) {
        const found = visit(v[i], { key: i, up: path }, depth + 1);
        if (found) return found;
      }
      return null;
    }
    for (const key of Object.keys(v)) {
      if (key === "__proto__") return problem(path, "__proto__ is not a name that can be used here");
      const found = visit((v as Record<string, unknown>)[key], { key, up: path }, depth + 1);
      if (found) return found;
      if (unwritable.test(key)) return problem(path, "a name here has a character that cannot be written");
    }
    return null;
  };
  return visit(value, null, 0);
}
