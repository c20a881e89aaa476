/** What a trial found, in lines. */
import { differingText, type Trial } from "../../src/core/trial";

export const told = ({ results, unmapped }: Trial): string[] => [
  ...unmapped.map((part) => `not found: ${part}`),
  ...results.flatMap((r) => [
    ...(r.differs?.facts ?? []).map((f) => `${r.name}: ${differingText(f)}`),
    ...(r.verdict === "cut" || r.verdict === "impossible" ? [`${r.name}: ${r.why}`] : []),
  ]),
];
