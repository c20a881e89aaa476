/** In and out: HTML and charts read, charts and reports written. */

export * from "./html-in/read";
export * from "./reports";
export type { Proposal, ScriptRead } from "./script-in";
export * from "./scxml";
export * from "./stand-in";
