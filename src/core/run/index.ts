/** The interpreter, its clock, dispatch and focus, and runs that can be turned back. */

export type { Frames } from "./kept/frames";
export * from "./kept/session";
export * from "./machine/at-rest";
export { configurationOn } from "./machine/entering";
export * from "./machine/interpreter";
export { common, outwards, tracksPointer } from "./person/pointer";
export { glideDue } from "./person/scrolling";
export * from "./state/situation";
export * from "./state/state";
export * from "./told/compare";
export * from "./told/explain";
export * from "./told/trail";
export * from "./told/transitions";
export * from "./told/way-out";
export * from "./told/ways";
export * from "./told/why";
