import type { Explorer, Move, Situation } from "../explore";
import { type Finding, findingKey } from "../finding";

export type Told = Partial<Finding> & Pick<Finding, "rule" | "text">;

/** Keeps one finding a key, the first, which breadth-first search makes a shortest. */
export class Collector {
  private readonly byKey = new Map<string, Finding>();

  add(told: Told, explorer?: Explorer, situation?: Situation, last?: Move): void {
    const finding: Finding = { severity: "fault", part: null, state: null, cell: null, run: null, mend: null, ...told };
    const key = findingKey(finding);
    if (this.byKey.has(key)) return;
    if (explorer && situation) finding.run = explorer.scenario(finding.text, situation, last);
    this.byKey.set(key, finding);
  }

  get findings(): Finding[] {
    return [...this.byKey.values()];
  }
}
