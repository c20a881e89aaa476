/** The document as Markdown (GFM tables), for a pull request. */
import { plainMarkdown } from "../../exchange";
import type { Component } from "../../model";
import type { Proof } from "../../proof";
import { verified } from "../page/deliver";
import { type Section, statesOf, type Table } from "./sections";

/** Between backticks nothing is read but backticks themselves; a table's cell ends at a bar all the same. */
function code(text: string): string {
  const flat = text.replace(/\s+/g, " ").replaceAll("|", "\\|");
  if (flat === "") return "";
  const longest = Math.max(0, ...(flat.match(/`+/g) ?? []).map((run) => run.length));
  const fence = "`".repeat(longest + 1);
  const room = flat.startsWith("`") || flat.endsWith("`") ? " " : "";
  return `${fence}${room}${flat}${room}${fence}`;
}

function table({ head, rows, code: asCode }: Table): string[] {
  const line = (cells: readonly string[]): string => `| ${cells.join(" | ")} |`;
  return [
    line(head),
    line(head.map(() => "---")),
    ...rows.map((r) => line(r.map((c, i) => (asCode.includes(i) ? code(c) : plainMarkdown(c))))),
  ];
}

export function documentMarkdown(doc: Component, proof: Proof | null, sections: readonly Section[]): string {
  const lines = [
    `# ${plainMarkdown(doc.name)}`,
    "",
    ...verified(doc, proof).slice(1).map(plainMarkdown),
    "",
    "## States",
    "",
  ];
  for (const { name, depth, kind, does } of statesOf(doc))
    lines.push(
      `${"  ".repeat(depth)}- ${code(name)}${kind ? ` ${kind}` : ""}${does.length ? `: ${does.map(code).join("; ")}` : ""}`,
    );
  for (const s of sections) {
    lines.push("", `## ${s.title}`, "");
    if (s.table) lines.push(...table(s.table));
    for (const { text, lines: more } of s.items) {
      lines.push(`- ${plainMarkdown(text)}`);
      for (const m of more) lines.push(`  - ${code(m)}`);
    }
  }
  return `${lines.join("\n")}\n`;
}
