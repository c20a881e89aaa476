/** Expressions and the short notation of cells: parsing, printing, completion, renaming. */

export * from "./argument";
export * from "./asked";
export * from "./completion/cell-differences";
export * from "./completion/complete";
export * from "./completion/complete-said";
export * from "./expression";
export * from "./mentions";
export * from "./names";
export * from "./notation/action-notation";
export * from "./notation/claim-notation";
export * from "./notation/event-notation";
export * from "./notation/fact-notation";
export * from "./notation/look-notation";
export * from "./notation/reaction-notation";
export * from "./notation/step-notation";
export * from "./parsed";
export * from "./rename";
export { trimmed } from "./scan";
export * from "./template";
