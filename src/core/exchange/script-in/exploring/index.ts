export { type Act, CODE, isCancelled, PRESSED } from "./acts";
export { explore } from "./explore";
export type { Branch, Explored, Outcome } from "./found";
export { keyWord } from "./keys";
export type { Script } from "./load";
export { MAX_STORES } from "./widths";
