/** The language itself: expressions, statements, functions, classes, and what waits. */
export { assignMember, memberOf } from "./members";
export { parse, shift } from "./parse";
export { ITERATOR_OF } from "./pausing";
export { construct, evaluateCall, execute } from "./statements";
export { withoutUnread } from "./unread";
