/** Proofs as a page in Markdown, to be read beside a change. */
import { ruleTitles, shareOf, stepText } from "../../proof";
import type { Proved } from "./junit";
import { allHolds, failuresOf } from "./text";

/** Text that stays text in a table cell or a list. */
export const plainMarkdown = (text: string): string => text.replace(/[\\`*_{}[\]<>#|]/g, "\\$&").replace(/\s+/g, " ");

export function markdownReport(proved: readonly Proved[]): string {
  const rows = proved.map(({ doc, proof }) => {
    const holding = proof.scenarios.filter((s) => s.ok).length;
    const { covered, of } = shareOf(proof.coverage.branches);
    return [
      allHolds(proof) ? "holds" : "**does not hold**",
      plainMarkdown(doc.name),
      `${holding} of ${proof.scenarios.length}`,
      String(proof.findings.length),
      of ? `${covered} of ${of}` : "–",
      `${proof.situations.toLocaleString("en")}${proof.complete ? "" : ", cut short"}`,
    ];
  });
  const table = [
    ["", "component", "scenarios that hold", "findings", "reactions covered", "situations"],
    ["---", "---", "---:", "---:", "---:", "---:"],
    ...rows,
  ];
  const lines = [...table.map((r) => `| ${r.join(" | ")} |`)];
  for (const { doc, proof } of proved) {
    if (allHolds(proof)) continue;
    lines.push("", `## ${plainMarkdown(doc.name)}`, "");
    for (const p of proof.problems) lines.push(`- ${plainMarkdown(p.path)}: ${plainMarkdown(p.message)}`);
    for (const s of proof.scenarios)
      if (!s.ok)
        lines.push(`- **${plainMarkdown(s.name)}** fails: ${failuresOf(doc, s).map(plainMarkdown).join("; ")}`);
    for (const c of proof.claims) {
      if (c.holds) continue;
      const why = c.holds === null ? `is open: ${plainMarkdown(c.note ?? "")}` : "does not hold";
      const run = c.run?.steps.length ? ` (${plainMarkdown(c.run.steps.map(stepText).join(" → "))})` : "";
      lines.push(`- **${plainMarkdown(c.text)}** ${why}${run}`);
    }
    for (const f of proof.findings) {
      const run = f.run?.steps.length ? ` (${plainMarkdown(f.run.steps.map(stepText).join(" → "))})` : "";
      lines.push(`- **${f.rule}** ${ruleTitles[f.rule]}: ${plainMarkdown(f.text)}${run}`);
    }
  }
  return `${lines.join("\n")}\n`;
}
