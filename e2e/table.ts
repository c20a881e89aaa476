/** Tables in docs that a run makes. */
import { readFileSync, writeFileSync } from "node:fs";

/**
 * Writes a table into a page of the docs, between `<!-- mark -->` and `<!-- /mark -->`.
 * @throws where the page has no such place
 */
export function writeTable(docs: string, mark: string, head: readonly string[], rows: readonly string[]): void {
  const text = readFileSync(docs, "utf8");
  const begin = `<!-- ${mark} -->`;
  const [from, to] = [text.indexOf(begin), text.indexOf(`<!-- /${mark} -->`)];
  if (from < 0 || to < from) throw new Error(`${docs} has no place for ${mark}`);
  const table = [`| ${head.join(" | ")} |`, `| ${head.map(() => "---").join(" | ")} |`, ...rows].join("\n");
  writeFileSync(docs, `${text.slice(0, from + begin.length)}\n${table}\n${text.slice(to)}`);
}
