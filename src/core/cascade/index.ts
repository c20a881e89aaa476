/** Style sheets as authors write them: rules, selectors, conditions, and which declarations win. */
export { type Cascaded, cascade, matching, mediaNow, type Winner } from "./cascade";
export type { Medium } from "./conditions";
export {
  controlOf,
  type Doing,
  type DoingName,
  disableable,
  doings,
  isCheckable,
  isInlineTag,
  NOTHING_DONE,
  type StyledElement,
  saidByClass,
  takesKeys,
  whileDoing,
} from "./element";
export { withMarks } from "./marked";
export { parseSheet } from "./parse";
export { type Asker, type StyleSelector, selectorTest } from "./selector";
export { type Declaration, type Keyframe, readSheet, type Sheet, type SheetRemark, type StyleRule } from "./sheet";
