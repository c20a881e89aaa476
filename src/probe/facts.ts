/** What a page can be asked about a part: every fact of the list in model/schema/facts, and the attributes it has. */
import type { PartFacts } from "../core/model";

export type ProbedFacts = PartFacts & { attributes: Record<string, string> };

export interface PageFacts {
  parts: Record<string, ProbedFacts>;
  /** The part that has the focus; null for none of them. */
  focus: string | null;
  /** px */
  scroll: number;
  state: string[];
  announced: string;
}
