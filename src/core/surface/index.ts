/** From state, data and time to what is on the screen: layout, motion, facts, elements. */

export * from "./accessibility/implicit-role";
export * from "./accessibility/roles";
export { beginning } from "./animation";
export * from "./choreography";
export { drawnParts, drawnSheet } from "./drawn";
export * from "./facts";
export { glideTime } from "./glide";
export * from "./layout";
export * from "./moment";
export {
  animationsFrom,
  type Change,
  changesBetween,
  currentValue,
  ended,
  gone,
  isHold,
  moveTo,
  progressAt,
  restingValue,
  stillBetween,
  stillLingering,
  valueAt,
} from "./motion";
export * from "./page";
export * from "./render";
export * from "./resting";
export * from "./values/interpolate";
export { matrixOf, parseTransform } from "./values/transform";
