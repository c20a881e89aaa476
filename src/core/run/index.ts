/** The interpreter, its clock, dispatch and focus, and runs that can be turned back. */
export * from "./at-rest";
export * from "./compare";
export { configurationOn } from "./entering";
export * from "./explain";
export type { Frames } from "./frames";
export * from "./interpreter";
export { glideDue } from "./scrolling";
export * from "./session";
export * from "./state";
export * from "./trail";
export * from "./transitions";
export * from "./way-out";
export * from "./ways";
export * from "./why";
