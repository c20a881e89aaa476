/** The document: its schema, names, references, loading and editing. */
export * from "./check";
export * from "./edit";
export * from "./empty";
export * from "./load";
export * from "./names";
export * from "./schema";
export * from "./tree";
