/** Scenarios, exploration, rules. */
export { type Bounds, Explorer, type Visitor } from "./explore";
export * from "./finding";
export * from "./prove";
export * from "./record";
export { motionPlace } from "./rules/motion";
export * from "./scenario";
export * from "./watch";
