/** What a component means at run time, written once: the core's runs and every delivered page are hosts of it. */
export { runActions } from "./actions";
export type {
  Action,
  Branch,
  Cell,
  Enabled,
  Evaluate,
  HostAction,
  Row,
  State,
  StateIndex,
  StateKind,
  StateNode,
  Value,
} from "./behaviour";
export { flatten, isHistory } from "./chart";
export { complete, endChart } from "./complete";
export { fitted, MOST_TEXT, type Range } from "./data";
export { matches } from "./events";
export { Fault, type Run } from "./run";
export { domainOf, select } from "./select";
export { type Focusing, type FocusTarget, firstIn, settleFocus } from "./surface/focus";
export { keyOf, keysOf, splitKey } from "./surface/keys";
export { type Presence, presenceAfter, styleWords } from "./surface/looks";
export { startChart, take } from "./take";
export { entrySet, exitSet, type History, isFinished, type Transition, transitionDomain } from "./transition";
