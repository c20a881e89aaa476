export { type Act, aboutOf, CODE, isCancelled, PRESSED, startedBy, underWayAfter } from "./acts";
export { explore } from "./explore";
export type { Branch, Explored, Outcome } from "./found";
export { keyWord } from "./keys";
export type { Script } from "./load";
export { MAX_STORES } from "./widths";
