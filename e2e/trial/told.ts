/** What a trial found, in lines. */
import { differingText, type Trial } from "../../src/core/trial";

export const told = ({ results, unmapped }: Trial): string[] => [
  ...unmapped.map((part) => `not found: ${part}`),
  ...results.flatMap((r) => [
    ...(r.differs?.facts ?? []).map((f) => `${r.name}: ${differingText(f)}`),
    ...(r.verdict === "cut" || r.verdict === "impossible" ? [`${r.name}: ${r.why}`] : []),
  ]),
];

/** ms that a run may take where several go on at once on a machine that is busy besides. */
export const PATIENT = 180_000;
