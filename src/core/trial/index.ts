/** The specification against a page: what is run, what counts as a difference, what is told. */

export * from "./act-out";
export * from "./core-system";
export * from "./differing";
export * from "./report";
export * from "./runs";
export * from "./sets";
export * from "./system";
export * from "./this-machine";
export * from "./told";
export * from "./trial";
export * from "./wanted";
