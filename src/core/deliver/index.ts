/** Code out, in the form that its user's project is written in. */

export { formatted } from "./format";
export { type TargetKey, targetKeys } from "./keys";
export { KERNEL_FILE } from "./module/module";
export { type Delivered, deliverHtml, verified } from "./page/deliver";
export type { File, Files, Target } from "./shared/files";
export { type Names, namesOf } from "./shared/names";
export { deliverTo, type TargetInfo, targets } from "./targets";
