/** Style sheets as authors write them: rules, selectors, conditions, and which declarations win. */
export { type Cascaded, cascade, matching, mediaNow, type Winner } from "./cascade";
export type { Medium } from "./conditions";
export { type Doing, disableable, NOTHING_DONE, type StyledElement, whileDoing } from "./element";
export { parseSheet } from "./parse";
export { type StyleSelector, selectorTest } from "./selector";
export { type Declaration, type Keyframe, readSheet, type Sheet, type SheetRemark, type StyleRule } from "./sheet";
