/** Scenarios, exploration, rules. */
export * from "./candidates";
export * from "./cases";
export type { ClaimResult } from "./claims";
export { type Coverage, type Share, shareOf } from "./coverage";
export { type Compared, compareBehaviour, comparing, type Difference } from "./difference";
export { type Bounds, Explorer, type Visitor } from "./explore";
export * from "./finding";
export * from "./merge";
export { type Mutant, mutants, operators } from "./mutants";
export * from "./mutate";
export { type Pairs, pairsOf } from "./pairs";
export * from "./prove";
export * from "./record";
export { motionPlace } from "./rules/motion";
export { type Waived, waiverFor } from "./rules/waivers";
export * from "./run-scenarios";
export * from "./scenario";
export * from "./watch";
