/** What a trial found, in lines. */
import { differingText, type Trial } from "../../src/core/trial";

export const told = ({ results, unmapped }: Trial): string[] => [
  ...unmapped.map((part) => `not found: ${part}`),
  ...results.flatMap((r) => [
    ...(r.differs?.facts ?? []).map((f) => `${r.name}: ${differingText(f)}`),
    ...(r.verdict === "cut" || r.verdict === "impossible" ? [`${r.name}: ${r.why}`] : []),
  ]),
];

/** Without what nobody could do: hit what is still on its way, or has no room. */
export const doable = (lines: readonly string[]): string[] =>
  lines.filter((line) => !/is still on its way|has no room to be hit in/.test(line));

/** ms that a run may take where several go on at once on a machine that is busy besides. */
export const PATIENT = 180_000;
