/** From state, data and time to what is on the screen: layout, motion, facts, elements. */

export * from "./accessibility/aria";
export * from "./accessibility/implicit-role";
export * from "./accessibility/names";
export * from "./accessibility/roles";
export { drawnParts, drawnSheet } from "./drawn";
export * from "./facts";
export { glideTime } from "./glide";
export * from "./layout";
export * from "./moment";
export { beginning } from "./motion/animation";
export { type Change, changesBetween, gone, restingValue, stillBetween } from "./motion/changes";
export * from "./motion/choreography";
export { ended, stillLingering } from "./motion/lingering";
export { animationsFrom, currentValue, moveTo } from "./motion/motion";
export { isHold, progressAt, valueAt } from "./motion/track";
export * from "./page";
export * from "./render";
export * from "./resting";
export * from "./values/interpolate";
export { matrixOf, parseTransform } from "./values/transform";
