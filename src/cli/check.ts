import { allHolds, reportText } from "../core/exchange";
import type { Problem } from "../core/model";
import { type Proof, proveNow } from "../core/proof";
import { readDocument } from "./files";

export interface Output {
  out(text: string): void;
  err(text: string): void;
}

type Checked = { file: string; ok: boolean; problems: Problem[]; name?: string; proof?: Proof };

/**
 * Checks component files and reports on all of them, bad ones included.
 * @returns the exit code: 0 all hold, 1 something does not, 2 something could not be read
 */
export function check(files: readonly string[], json: boolean, output: Output): 0 | 1 | 2 {
  const results: Checked[] = [];
  for (const file of files) {
    const loaded = readDocument(file);
    if (!loaded.ok) {
      results.push({ file, ok: false, problems: loaded.problems });
      if (!json) for (const p of loaded.problems) output.err(`${file}: ${p.path}: ${p.message}`);
      continue;
    }
    const proof = proveNow(loaded.doc);
    results.push({ file, ok: allHolds(proof), problems: [], name: loaded.doc.name, proof });
    if (!json) output.out(reportText(loaded.doc, proof));
  }
  if (json) output.out(JSON.stringify({ ok: results.every((r) => r.ok), files: results }, null, 2));
  if (results.some((r) => !r.proof)) return 2;
  return results.every((r) => r.ok) ? 0 : 1;
}
