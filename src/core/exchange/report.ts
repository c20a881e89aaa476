/** A proof as text for a terminal. */
import type { Component } from "../model";
import { expectationText, type Proof, ruleTitles, stepText } from "../proof";

export function reportText(doc: Component, proof: Proof): string {
  const lines = [doc.name];
  for (const p of proof.problems) lines.push(`  problem    ${p.path}: ${p.message}`);
  for (const s of proof.scenarios) {
    lines.push(`  ${s.ok ? "holds     " : "FAILS     "} ${s.name}`);
    if (s.stuck) lines.push(`             step ${s.stuck.step + 1}: ${s.stuck.why}`);
    for (const c of s.checks) {
      if (c.ok) continue;
      const where =
        c.step < 0
          ? "at the start"
          : `after step ${c.step + 1}, ${stepText(doc.scenarios.find((d) => d.name === s.name)!.steps[c.step])}`;
      lines.push(
        `             ${where} (${c.at} ms): expected ${expectationText(c.expectation)}; found ${show(c.found)}`,
      );
    }
    if (!s.ok && s.explanation) lines.push(`             ${s.explanation}`);
  }
  for (const f of proof.findings) {
    lines.push(`  ${f.severity.padEnd(10)} ${f.rule} ${ruleTitles[f.rule]}: ${f.text}`);
    if (f.run?.steps.length) lines.push(`             ${f.run.steps.map(stepText).join(" → ")}`);
    if (f.mend) lines.push(`             mend: ${f.mend.text}`);
  }
  lines.push(
    `  ${proof.situations} situations, ${proof.moves} moves explored${proof.complete ? "" : "; cut short, not everything was seen"}`,
  );
  return lines.join("\n");
}

const show = (found: boolean | string | null): string =>
  found === null ? "nothing" : typeof found === "boolean" ? (found ? "yes" : "no") : `“${found}”`;

/** True when every scenario holds and no rule is broken. */
export const allHolds = (proof: Proof): boolean =>
  proof.scenarios.every((s) => s.ok) && !proof.findings.length && !proof.problems.length && proof.complete;
