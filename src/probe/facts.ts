/** What a page can be asked about a part: the same facts that the core computes. */
import type { PartFacts } from "../core/surface";

/** Of the core's facts those that the document itself tells; who gets a click and what is exposed take more than one element. */
export type ProbedFacts = Pick<
  PartFacts,
  | "present"
  | "displayed"
  | "visible"
  | "opacity"
  | "inView"
  | "focusable"
  | "inTabOrder"
  | "focused"
  | "inert"
  | "disabled"
  | "text"
> & { attributes: Record<string, string> };

export interface PageFacts {
  parts: Record<string, ProbedFacts>;
  /** The part that has the focus; null for none of them. */
  focus: string | null;
  /** px */
  scroll: number;
  state: string[];
  announced: string;
}
