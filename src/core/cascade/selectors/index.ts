/** What selectors ask of elements: the tree they stand in, what controls are, pseudo-classes, and how much a selector weighs. */
export { type Controls, controlOf, isCheckable, isDisabled, isHinted, labelable, takesKeys } from "./controls";
export { type Doing, type DoingName, doings, isInlineTag, NOTHING_DONE, saidByClass, whileDoing } from "./pseudo";
export {
  type Asker,
  heavier,
  readGenerated,
  readSelector,
  type Side,
  type Specificity,
  type StyleSelector,
  selectorTest,
} from "./selector";
export type { StyledElement } from "./tree";
export { type Flaw, flawOf } from "./validity";
