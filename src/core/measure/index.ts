/** CSS measures: times, easings, transitions. */
export * from "./easing";
export * from "./time";
export * from "./transition";
