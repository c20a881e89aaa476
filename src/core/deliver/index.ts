/** Code out, in the form that its user's project is written in. */

export { formatted } from "./format";
export { forms, type TargetKey, targetKeys } from "./keys";

import { KERNEL_FILE } from "./module/module";
import { STAGE_FILE } from "./suite/suite";

/** Files that every delivery brings as they are, laid out already. */
export const laidOut: readonly string[] = [KERNEL_FILE, STAGE_FILE];
export { type Delivered, deliverHtml, verified } from "./page/deliver";
export type { File, Files, Target } from "./shared/files";
export { type Names, namesOf } from "./shared/names";
export { deliverTo } from "./targets";
export { KERNEL_FILE };
