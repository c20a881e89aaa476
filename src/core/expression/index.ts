/** Expressions and the short notation of cells: parsing, printing, completion, renaming. */
export * from "./action-notation";
export * from "./cell-differences";
export * from "./claim-notation";
export * from "./complete";
export * from "./complete-said";
export * from "./event-notation";
export * from "./expression";
export * from "./fact-notation";
export * from "./look-notation";
export * from "./mentions";
export * from "./parsed";
export * from "./reaction-notation";
export * from "./rename";
export { trimmed } from "./scan";
export * from "./step-notation";
export * from "./template";
