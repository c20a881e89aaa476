/** Components put on trial in a browser. */
export {
  type BrowserWish,
  chromiumFlags,
  type Engine,
  findBrowser,
  NoBrowser,
  type Started,
  startBrowser,
} from "./browser/find";
export { keyName } from "./browser/input";
export { type OpenedPage, openPage } from "./browser/page";
export { type PutOnTrial, pictureOf, putOnTrial, type Source } from "./put-on-trial";
export { sourceOf } from "./source";
