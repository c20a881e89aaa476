/** What the page's rules say of parts before anything is done: what lies over what, and which rules wait. */
export { covering } from "./covers";
export { comesByRule, waitingRules } from "./waiting";
