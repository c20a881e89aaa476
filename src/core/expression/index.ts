/** Expressions and the short notation of cells: parsing, printing, completion, renaming. */
export * from "./complete";
export * from "./event-notation";
export * from "./expression";
export * from "./look-notation";
export * from "./reaction-notation";
export * from "./rename";
export * from "./template";
