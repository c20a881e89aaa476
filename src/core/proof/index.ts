/** Scenarios, exploration, rules. */

export type { ClaimResult } from "./claims";
export { type Coverage, type Share, shareOf } from "./coverage/coverage";
export { type EveryReaction, everyReaction } from "./coverage/every-reaction";
export { type Pairs, pairsOf } from "./coverage/pairs";
export { type Compared, compareBehaviour, comparing, type Difference } from "./difference/difference";
export { type Bounds, Explorer, type Visitor } from "./exploring/explore";
export type { Situation } from "./exploring/situation";
export * from "./exploring/to-the-end";
export * from "./findings/finding";
export * from "./findings/rule-help";
export { type Waived, waiverFor } from "./findings/waivers";
export { type Mutant, mutants, operators } from "./mutation/mutants";
export * from "./mutation/mutate";
export * from "./prove";
export { motionPlace } from "./rules/document/motion";
export * from "./scenarios/candidates";
export * from "./scenarios/cases";
export * from "./scenarios/merge";
export * from "./scenarios/record";
export * from "./scenarios/run-scenarios";
export * from "./scenarios/scenario";
export * from "./scenarios/titles";
export * from "./watch";
