/** The language's own objects (ECMA-262): texts, lists, numbers, maps, patterns, promises; and `fetch`, which makes one. */
export * from "./intl";
export * from "./methods";
export * from "./objects";
export * from "./patterns";
export * from "./promises";
