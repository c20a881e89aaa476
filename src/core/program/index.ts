/** The document prepared for running. */
export * from "./compile";
export * from "./program";
