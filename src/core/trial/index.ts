/** The specification against a page: what is run, what counts as a difference, what is told. */

export * from "./acting";
export * from "./asked";
export * from "./mends";
export * from "./report";
export * from "./runs";
export * from "./system";
export * from "./told";
export * from "./trial";
export * from "./wanted";
