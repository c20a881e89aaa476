/** Time in the proof: all timings at once, and runs of them on the clock. */
export * from "./schedule";
export * from "./things";
export * from "./zone";
