/** What the browser keeps of a script's from one act to the next. */
export { Handlers } from "./handlers";
export { Listeners } from "./listeners";
export { Requests } from "./requests";
export { Timers } from "./timers";
export { ENDLESS_FRAMES, Turns } from "./turns";
