/** Style sheets as authors write them: rules, selectors, conditions, and which declarations win. */
export { type Cascaded, cascade, matching, mediaNow, type Winner } from "./cascade";
export type { Medium } from "./conditions";
export { type Controls, controlOf, isCheckable, isDisabled, isHinted, labelable, takesKeys } from "./controls";
export { withMarks } from "./marked";
export { parseSheet } from "./parse";
export { type Doing, type DoingName, doings, isInlineTag, NOTHING_DONE, saidByClass, whileDoing } from "./pseudo";
export { type Asker, type StyleSelector, selectorTest } from "./selector";
export { type Declaration, type Keyframe, readSheet, type Sheet, type SheetRemark, type StyleRule } from "./sheet";
export type { StyledElement } from "./tree";
export { type Flaw, flawOf } from "./validity";
