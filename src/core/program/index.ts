/** The document prepared for running. */
export { isPassedOver, isRadio, withChecked } from "./checkable";
export * from "./compile";
export * from "./configuration";
export { inheritNumbers } from "./inherit";
export {
  classesWith,
  doingAsked,
  hasConditions,
  looksAt,
  mayAnswer,
  type Pose,
  type PoseIndex,
  poseAt,
  poseOf,
  type Saying,
  sayingsOf,
  sheetOf,
  withFlags,
} from "./looks";
export type { Animation } from "./looks/animations";
export { takesAway } from "./looks/away";
export { isAwayIn, isShutIn } from "./looks/placed";
export { shutting } from "./looks/shut";
export { doneTo, isLetGo, NOBODY, type Who } from "./looks/who";
export { isDisclosing } from "./own-focus";
export * from "./program";
