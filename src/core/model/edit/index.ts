/**
 * Edits: pure functions from document to document. What an edit takes away, it takes away everywhere, so that a
 * document never mentions a name that is gone. Renaming lives in expression/, since expressions mention names too.
 */
export * from "./cells";
export * from "./data";
export * from "./merge";
export * from "./motion";
export * from "./parts";
export { moved } from "./shared";
export * from "./states";
