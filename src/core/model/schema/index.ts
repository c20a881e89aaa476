/** The document's schema, a file for each kind of thing in it. */
export * from "./claim";
export * from "./component";
export * from "./facts";
export * from "./look";
export {
  durationPattern,
  eventNameRule,
  isClassName,
  isEventDescriptor,
  isEventName,
  isName,
  isStateName,
  nameRule,
  stateNameRule,
} from "./names";
export * from "./reaction";
export * from "./scenario";
export * from "./state";
export * from "./trial";
