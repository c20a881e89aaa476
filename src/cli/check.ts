import { readFileSync, statSync } from "node:fs";
import { allHolds, reportText } from "../core/exchange";
import { type Loaded, MAX_FILE, type Problem, readComponent } from "../core/model";
import { type Proof, proveNow } from "../core/proof";

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
    const read = readFile(file);
    const loaded: Loaded = typeof read === "string" ? readComponent(read) : { ok: false, problems: [read] };
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

function readFile(file: string): string | Problem {
  try {
    const { size } = statSync(file);
    // Bytes are at least as many as characters; the loader counts those.
    if (size > MAX_FILE * 4)
      return { path: "the file", message: `is ${(size / 1e6).toFixed(0)} MB; at most ${MAX_FILE / 1e6} MB is read` };
    return readFileSync(file, "utf8");
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException;
    const why =
      code === "ENOENT" ? "there is no such file" : code === "EISDIR" ? "is a folder" : `cannot be read (${code})`;
    return { path: "the file", message: why };
  }
}
