/** Findings that the author accepts, each with a reason that stays visible. */
import type { Waiver } from "../../model";
import type { Finding } from "./finding";

export interface Waived {
  finding: Finding;
  reason: string;
}

const matches = (w: Waiver, f: Finding): boolean =>
  w.rule === f.rule &&
  (w.part === undefined || w.part === f.part) &&
  (w.state === undefined || w.state === f.state || w.state === f.cell?.state);

/** @returns what is left, what is waived, and the waivers (by index) that no finding needs any more */
export function waive(
  findings: readonly Finding[],
  waivers: readonly Waiver[],
): { left: Finding[]; waived: Waived[]; idle: number[] } {
  const used = new Set<number>();
  const waived: Waived[] = [];
  const left = findings.filter((finding) => {
    const index = waivers.findIndex((w) => matches(w, finding));
    if (index < 0) return true;
    used.add(index);
    waived.push({ finding, reason: waivers[index].reason });
    return false;
  });
  return { left, waived, idle: waivers.flatMap((_w, i) => (used.has(i) ? [] : i)) };
}

/** The waiver for one finding: no wider than it has to be. */
export const waiverFor = (finding: Finding, reason: string): Waiver => ({
  rule: finding.rule,
  ...(finding.part ? { part: finding.part } : {}),
  ...(finding.state ? { state: finding.state } : finding.cell ? { state: finding.cell.state } : {}),
  reason,
});
