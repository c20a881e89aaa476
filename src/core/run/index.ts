/** The interpreter, its clock, dispatch and focus, and runs that can be turned back. */
export { configurationOn, transitionDomain } from "./entering";
export * from "./explain";
export * from "./interpreter";
export * from "./session";
export * from "./state";
