import type { Explorer } from "../exploring/explore";
import type { Move, Situation } from "../exploring/situation";
import { type Finding, findingKey } from "./finding";

export type Told = Partial<Finding> & Pick<Finding, "rule" | "text">;

/** Keeps one finding a key, the first, which breadth-first search makes a shortest. */
export class Collector {
  private readonly byKey = new Map<string, Finding>();
  /** Keys of what was suspected, and no run on the clock showed. */
  readonly unshown = new Set<string>();

  add(told: Told, explorer?: Explorer, situation?: Situation, last?: Move): void {
    const finding: Finding = { severity: "fault", part: null, state: null, cell: null, run: null, mend: null, ...told };
    const key = findingKey(finding);
    if (this.byKey.has(key)) return;
    if (explorer && situation) {
      finding.run = explorer.scenario(finding.text, situation, last);
      // What no run on the clock shows is no finding; another situation may have one.
      if (!finding.run) return void this.unshown.add(key);
      this.unshown.delete(key);
    }
    this.byKey.set(key, finding);
  }

  get findings(): Finding[] {
    return [...this.byKey.values()];
  }
}
