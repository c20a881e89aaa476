/** A run, acted out by the specification and by a page at once, and what counts as a difference. */
export * from "./act-out";
export * from "./core-system";
export * from "./differing";
