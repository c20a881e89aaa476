/** Runs, as the Deliver view and docs/deliver.md tell them: the last of each form and engine. */
import { readFileSync, writeFileSync } from "node:fs";
import { writeTable } from "../table";

export interface Run {
  target: string;
  engine: string;
  specifications: number;
  agreed: number;
  /** The day, ISO 8601. */
  on: string;
  seed: number;
}
const FILE = "src/app/deliver/acted-out.json";

export function record(run: Run): void {
  const before = JSON.parse(readFileSync(FILE, "utf8")) as Run[];
  const others = before.filter((r) => r.target !== run.target || r.engine !== run.engine);
  const all = [...others, run].toSorted((a, b) => `${a.target} ${a.engine}`.localeCompare(`${b.target} ${b.engine}`));
  writeFileSync(FILE, `${JSON.stringify(all, null, 2)}\n`);
  const rows = all.map(
    (r) => `| ${r.target} | ${r.engine} | ${r.agreed} of ${r.specifications} | ${r.seed} | ${r.on} |`,
  );
  writeTable("docs/deliver.md", "runs", ["form", "engine", "did the same", "first seed", "day"], rows);
}
