export { type Act, isCancelled, PRESSED } from "./acts";
export { explore, MAX_STORES } from "./explore";
export type { Branch, Explored, Outcome } from "./found";
export { keyWord } from "./keys";
export type { Script } from "./load";
