/** Runs, as the Deliver view and docs/deliver.md tell them: the last of each form and engine. */
import { readFileSync, writeFileSync } from "node:fs";
import type { Acted } from "../../src/app/deliver/acted";
import { writeTable } from "../table";

const FILE = "src/app/deliver/acted-out.json";

export const today = (): string => new Date().toISOString().slice(0, 10);

/** What is not said of a form and an engine stays as it was. */
export function record(acted: Acted): void {
  const before = JSON.parse(readFileSync(FILE, "utf8")) as Acted[];
  const isThis = (r: Acted): boolean => r.target === acted.target && r.engine === acted.engine;
  const all = [...before.filter((r) => !isThis(r)), { ...before.find(isThis), ...acted }].toSorted((a, b) =>
    `${a.target} ${a.engine}`.localeCompare(`${b.target} ${b.engine}`),
  );
  writeFileSync(FILE, `${JSON.stringify(all, null, 2)}\n`);
  const rows = all.map(({ target, engine, specifications: s, components: c }) => {
    const random = s ? `${s.agreed} of ${s.of} | ${s.seed} | ${s.on}` : " |  | ";
    const whole = c ? `${c.agreed} of ${c.of} of ${c.components} components | ${c.on}` : " | ";
    return `| ${target} | ${engine} | ${random} | ${whole} |`;
  });
  const head = ["form", "engine", "random specifications", "first seed", "day", "scenarios and reactions", "day"];
  writeTable("docs/deliver.md", "runs", head, rows);
}
