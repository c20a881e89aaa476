/** What a component means at run time, written once: the core's runs and every delivered page are hosts of it. */
export { type Action, type HostAction, runActions } from "./actions";
export { flatten, isHistory, type State, type StateIndex, type StateKind, type StateNode } from "./chart";
export { complete, endChart } from "./complete";
export { fitted, MOST_TEXT, type Range } from "./data";
export { matches } from "./events";
export { type Focusing, type FocusTarget, firstIn, settleFocus } from "./focus";
export { type Presence, presenceAfter } from "./looks";
export { type Branch, type Cell, type Enabled, type Evaluate, Fault, type Row, type Run, type Value } from "./run";
export { domainOf, select } from "./select";
export { startChart, take } from "./take";
export { entrySet, exitSet, type History, isFinished, type Transition, transitionDomain } from "./transition";
