/** A script gone through statement by statement, on a page that is only described. */
export type { Effect, Timed } from "./context";
export { type Cell, isElement, keyOfStore, type PageElement, ScriptPage, type Store } from "./page";
export { Reading } from "./reading";
