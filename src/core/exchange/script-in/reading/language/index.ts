/** The language itself: expressions, statements, functions, classes, and what waits. */
export { assignMember, memberOf } from "./members";
export { construct, evaluateCall, execute } from "./statements";
export { withoutUnread } from "./unread";
