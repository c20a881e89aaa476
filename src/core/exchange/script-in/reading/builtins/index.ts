/** The language's own objects (ECMA-262): texts, lists, numbers, maps, patterns, promises; and `fetch`, which makes one. */
export * from "./intl";
export * from "./iterating";
export * from "./methods";
export * from "./objects";
export { pairsOf } from "./pairs";
export * from "./patterns";
export { namesOf, primitive, textFor } from "./plain";
export * from "./promises";
