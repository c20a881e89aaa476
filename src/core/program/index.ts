/** The document prepared for running. */
export * from "./compile";
export * from "./configuration";
export { withFlags } from "./flags";
export { inheritNumbers } from "./inherit";
export { hasConditions, looksAt, type Pose, type PoseIndex, poseAt, poseOf, type Saying, sayingsOf } from "./looks";
export * from "./program";
export { classesWith, sheetOf } from "./styled";
