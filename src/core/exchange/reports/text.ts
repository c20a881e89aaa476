/** A proof as text for a terminal. */
import type { Component } from "../../model";
import {
  expectationText,
  type Mutation,
  type Proof,
  ruleTitles,
  type ScenarioResult,
  scoreOf,
  shareOf,
  stepText,
} from "../../proof";

export function reportText(doc: Component, proof: Proof): string {
  const lines = [doc.name];
  for (const p of proof.problems) lines.push(`  problem    ${p.path}: ${p.message}`);
  for (const s of proof.scenarios) {
    lines.push(`  ${s.skipped ? "skipped   " : s.ok ? "holds     " : "FAILS     "} ${s.name}`);
    for (const c of s.cases ?? []) lines.push(`             ${c.ok ? "holds" : "FAILS"} with ${c.text}`);
    for (const why of failuresOf(doc, s)) lines.push(`             ${why}`);
  }
  for (const f of proof.findings) {
    lines.push(`  ${f.severity.padEnd(10)} ${f.rule} ${ruleTitles[f.rule]}: ${f.text}`);
    if (f.run?.steps.length) lines.push(`             ${f.run.steps.map(stepText).join(" → ")}`);
    if (f.mend) lines.push(`             mend: ${f.mend.text}`);
    if (f.source) lines.push(`             source: ${f.source}`);
  }
  for (const { finding, reason } of proof.waived) lines.push(`  waived     ${finding.rule} ${finding.text}: ${reason}`);
  for (const c of proof.claims) {
    lines.push(`  ${c.holds ? "holds     " : c.holds === false ? "FAILS     " : "open      "} ${c.text}`);
    if (c.note) lines.push(`             ${c.note}`);
    if (c.run?.steps.length) lines.push(`             ${c.run.steps.map(stepText).join(" → ")}`);
  }
  const { covered, of } = shareOf(proof.coverage.branches);
  if (of) lines.push(`  coverage   ${covered} of ${of} reactions`);
  lines.push(
    `  ${proof.situations} situations, ${proof.moves} moves explored${proof.complete ? "" : "; cut short, not everything was seen"}`,
  );
  return lines.join("\n");
}

/** What the scenarios notice, and the questions that they leave. */
export function mutationText(mutation: Mutation): string {
  if (mutation.refused) return `  mutation   ${mutation.refused}`;
  const { killed, survivors, equivalent, open } = mutation;
  const bound = open.length ? `, ${open.length} left open at the bound` : "";
  return [
    `  mutation   ${killed} of ${killed + survivors.length} faults noticed, ${Math.floor(scoreOf(mutation))} %; ${equivalent} make no difference${bound}`,
    ...survivors.map((s) => `             ${s.text} ${s.difference.run.steps.map(stepText).join(" → ")}`),
  ].join("\n");
}

/** What failed in a scenario, a line each; empty where it holds. */
export function failuresOf(doc: Component, result: ScenarioResult): string[] {
  const { steps } = doc.scenarios.find((d) => d.name === result.name) ?? { steps: [] };
  const out: string[] = [];
  if (result.stuck) out.push(`step ${result.stuck.step + 1}: ${result.stuck.why}`);
  for (const c of result.checks) {
    if (c.ok) continue;
    const where = c.step < 0 ? "at the start" : `after step ${c.step + 1}, ${stepText(steps[c.step])}`;
    out.push(`${where} (${c.at} ms): expected ${expectationText(c.expectation)}; found ${show(c.found)}`);
  }
  if (!result.ok && result.explanation) out.push(result.explanation);
  return out;
}

const show = (found: boolean | number | string | null): string =>
  found === null ? "nothing" : typeof found === "boolean" ? (found ? "yes" : "no") : `“${found}”`;

/** True when every scenario and every claim holds and no rule is broken. */
export const allHolds = (proof: Proof): boolean =>
  proof.scenarios.every((s) => s.ok) &&
  proof.claims.every((c) => c.holds) &&
  !proof.findings.length &&
  !proof.problems.length &&
  proof.complete;
