/** The document: its schema, names, references, loading and editing. */
export { boundsProblem, withoutUnwritable } from "./bounds";
export * from "./check";
export * from "./edit";
export * from "./empty";
export { keyNames, keyParts, normalKey, notAKey } from "./keys";
export { jsonText, type Loaded, MAX_FILE, readComponentValue, shapeProblem, writeComponent } from "./load";
export * from "./names";
export * from "./own";
export * from "./read-text";
export * from "./schema";
export * from "./template";
export * from "./tree";
