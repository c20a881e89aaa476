/** A script gone through statement by statement, on a page that is only described. */

export { INSTANT } from "./cells";
export { type Asked, type Effect, type Event, keptBy, type Resting, type Timed } from "./context";
export { BROWSER, type Entity, isKept } from "./heap";
export {
  capture,
  capturing,
  check,
  closeDialog,
  closeOthers,
  closePopovers,
  followLink,
  invalidIn,
  invoke,
  isCaptured,
  isCheckable,
  isModal,
  keyOfCode,
  MEDIA,
  mediaHolds,
  report,
  requestClose,
  reset,
  toggled,
} from "./host";
export { ENDLESS_FRAMES } from "./keeping";
export { parse, shift, withoutUnread } from "./language";
export { grown } from "./made";
export { NotUnderstood, type Told } from "./not-understood";
export { type Cell, isElement, type Known, keyOfStore, type PageElement, ScriptPage, type Store } from "./page";
export { Reading, TOO_DEEP } from "./reading";
export { elementOf, functionOf, isA } from "./values";
