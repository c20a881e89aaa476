/** Pieces of a script that both its forms begin with. */
import type { Program } from "../../program";
import { key, remark, table, text } from "./code";

export function partsTable(program: Program, used: ReadonlySet<string>): string {
  const names = program.parts.map((p) => p.name).filter((n) => used.has(n));
  const find = 'const part = (name) => root.querySelector(`[data-part="${name}"]`);\n';
  return (
    (names.length ? find : "") +
    table(
      "parts",
      names.map((n) => `${key(n)}: part(${text(n)})`),
    )
  );
}

export function dataTable(program: Program): string {
  if (!program.data.length) return "";
  const note = (d: (typeof program.data)[number]): string =>
    d.type === "integer"
      ? ` // ${d.min} to ${d.max}`
      : d.type === "one of"
        ? ` // ${remark(d.values.join(" or "))}`
        : "";
  const data = program.data.map(
    (d) => `  ${key(d.name)}: ${typeof d.initial === "string" ? text(d.initial) : d.initial},${note(d)}`,
  );
  return `const data = {\n${data.join("\n")}\n};`;
}
