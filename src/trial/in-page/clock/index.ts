/** The clock of a page on trial: held, or the page's own. */
export { holdChance } from "./chance";
export { holdClock, type PageClock } from "./held";
export { letRun } from "./real-time";
export { openScrolled } from "./scrolling";
