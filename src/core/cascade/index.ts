/** Style sheets as authors write them: rules, selectors, conditions, and which declarations win. */
export { type Cascaded, cascade, matching, mediaNow, type Winner } from "./cascade";
export type { Medium } from "./conditions";
export { withMarks } from "./marked";
export { parseSheet } from "./parse";
export {
  type Asker,
  type Controls,
  controlOf,
  type Doing,
  type DoingName,
  doings,
  type Flaw,
  flawOf,
  isCheckable,
  isDisabled,
  isHinted,
  isInlineTag,
  labelable,
  NOTHING_DONE,
  type Side,
  type StyledElement,
  type StyleSelector,
  saidByClass,
  selectorTest,
  takesKeys,
  whileDoing,
} from "./selectors";
export {
  COMING_AND_GOING,
  type Declaration,
  type Keyframe,
  type Rules,
  readSheet,
  type Sheet,
  type SheetRemark,
  type StyleRule,
} from "./sheet";
