/** CSS measures: units, math and tokens; times, easings, transitions. */
export * from "./easing";
export * from "./math";
export * from "./time";
export * from "./tokens";
export * from "./transition";
