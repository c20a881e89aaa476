/** What a script says of an element: its attributes, classes, style and data. */
export * from "./attributes";
export { classList } from "./classes";
export { dataset } from "./data";
export { CONTENT, kebab, style, styled, styleSet, styleTextSet } from "./style";
