import { writeFileSync } from "node:fs";
import { allHolds, junitReport, markdownReport, mutationText, type Proved, reportText } from "../core/exchange";
import type { Problem } from "../core/model";
import { type Mutation, type Proof, scoreOf, shareOf } from "../core/proof";
import { type Apart, proversFor } from "./apart";
import type { Asked } from "./check-file";

export interface Output {
  out(text: string): void;
  err(text: string): void;
}

export interface Wishes extends Asked {
  /** One JSON object instead of a report. */
  json?: boolean;
  /** Files to write a report to. */
  junit?: string;
  markdown?: string;
  /** Share of the reactions, in percent, that the scenarios of each component have to take. */
  minCoverage?: number;
  /** Only every N-th file, from the I-th on, to share the work. */
  shard?: { index: number; of: number };
}

type Checked = {
  file: string;
  ok: boolean;
  problems: readonly Problem[];
  name?: string;
  proof?: Proof;
  mutation?: Mutation;
};

/**
 * Checks component files and reports on all of them, bad ones included.
 * @param prover by whom they are proved; by processes of their own where nothing is said
 * @returns the exit code: 0 all hold, 1 something does not, 2 something could not be read or proved
 */
export async function check(
  files: readonly string[],
  wishes: Wishes,
  output: Output,
  prover: Apart = proversFor(files),
): Promise<0 | 1 | 2> {
  try {
    return await checkAll(files, wishes, output, prover);
  } finally {
    prover.close();
  }
}

async function checkAll(files: readonly string[], wishes: Wishes, output: Output, prover: Apart): Promise<0 | 1 | 2> {
  const { json, shard, minCoverage = 0, minMutation, situations, tag } = wishes;
  const results: Checked[] = [];
  const proved: Proved[] = [];
  const mine = shard ? files.filter((_f, i) => i % shard.of === shard.index - 1) : files;
  const proofs = mine.map((file) => prover.prove(file, { minMutation, situations, tag }));
  for (const [i, file] of mine.entries()) {
    const loaded = await proofs[i];
    if (!loaded.ok) {
      results.push({ file, ok: false, problems: loaded.problems });
      if (!json) for (const p of loaded.problems) output.err(`${file}: ${p.path}: ${p.message}`);
      continue;
    }
    const { doc, proof, mutation } = loaded;
    const { covered, of } = shareOf(proof.coverage.branches);
    const lacking = of > 0 && (100 * covered) / of < minCoverage;
    const unnoticed = mutation !== undefined && (mutation.refused !== null || scoreOf(mutation) < (minMutation ?? 0));
    proved.push({ file, doc, proof });
    results.push({
      file,
      ok: allHolds(proof) && !lacking && !unnoticed,
      problems: [],
      name: doc.name,
      proof,
      mutation,
    });
    if (json) continue;
    output.out(reportText(doc, proof));
    if (mutation) output.out(mutationText(mutation));
    if (unnoticed) output.out(`  LACKING    ${minMutation} % of the faults are asked to be noticed`);
    if (lacking)
      output.out(
        `  LACKING    ${((100 * covered) / of).toFixed(0)} % of the reactions covered, ${minCoverage} % asked`,
      );
  }
  if (json) output.out(JSON.stringify({ ok: results.every((r) => r.ok), files: results }, null, 2));
  try {
    if (wishes.junit) writeFileSync(wishes.junit, junitReport(proved));
    if (wishes.markdown) writeFileSync(wishes.markdown, markdownReport(proved));
  } catch (error) {
    output.err(`The report cannot be written: ${error instanceof Error ? error.message : String(error)}`);
    return 2;
  }
  if (results.some((r) => !r.proof)) return 2;
  return results.every((r) => r.ok) ? 0 : 1;
}
