/** From state, data and time to what is on the screen: layout, motion, facts, elements. */
export * from "./choreography";
export * from "./facts";
export * from "./implicit-role";
export * from "./layout";
export * from "./moment";
export * from "./motion";
export * from "./page";
export * from "./render";
export * from "./resting";
export * from "./roles";
export * from "./values/interpolate";
export { matrixOf, parseTransform } from "./values/transform";
