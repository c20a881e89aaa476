import { writeFileSync } from "node:fs";
import { allHolds, junitReport, markdownReport, mutationText, type Proved, reportText } from "../core/exchange";
import type { Component, Problem } from "../core/model";
import { defaultBounds, type Mutation, mutateNow, type Proof, proveNow, scoreOf, shareOf } from "../core/proof";
import { readDocument } from "./files";

export interface Output {
  out(text: string): void;
  err(text: string): void;
}

export interface Wishes {
  /** One JSON object instead of a report. */
  json?: boolean;
  /** Files to write a report to. */
  junit?: string;
  markdown?: string;
  /** Share of the reactions, in percent, that the scenarios of each component have to take. */
  minCoverage?: number;
  /** Share of the small faults put in that they have to notice. Asked for only where it is given: it takes its time. */
  minMutation?: number;
  /** Situations after which the exploration of a component stops and says so. */
  situations?: number;
  /** Only scenarios with that tag run. */
  tag?: string;
  /** Only every N-th file, from the I-th on, to share the work. */
  shard?: { index: number; of: number };
}

type Checked = { file: string; ok: boolean; problems: Problem[]; name?: string; proof?: Proof; mutation?: Mutation };

/**
 * Checks component files and reports on all of them, bad ones included.
 * @returns the exit code: 0 all hold, 1 something does not, 2 something could not be read
 */
export function check(files: readonly string[], wishes: Wishes, output: Output): 0 | 1 | 2 {
  const { json, shard, minCoverage = 0, minMutation, situations = defaultBounds.situations } = wishes;
  const results: Checked[] = [];
  const proved: Proved[] = [];
  const mine = shard ? files.filter((_f, i) => i % shard.of === shard.index - 1) : files;
  for (const file of mine) {
    const loaded = readDocument(file);
    if (!loaded.ok) {
      results.push({ file, ok: false, problems: loaded.problems });
      if (!json) for (const p of loaded.problems) output.err(`${file}: ${p.path}: ${p.message}`);
      continue;
    }
    const doc = tagged(loaded.doc, wishes.tag);
    const proof = proveNow(doc, { situations });
    const { covered, of } = shareOf(proof.coverage.branches);
    const lacking = of > 0 && (100 * covered) / of < minCoverage;
    const mutation = minMutation === undefined ? undefined : mutateNow(doc);
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

/** With only the scenarios of a tag; all of them where none is asked for. */
const tagged = (doc: Component, tag: string | undefined): Component =>
  tag === undefined ? doc : { ...doc, scenarios: doc.scenarios.filter((s) => s.tags?.includes(tag)) };
