/** A component's behaviour as plain data: states, rows, branches, actions; expressions are functions. */

export type Value = boolean | number | string;
/** An expression of the component. It throws a Fault where it cannot be evaluated. */
export type Evaluate<R = never> = (run: R) => Value;

export interface Branch<R = never> {
  /** Null where the branch has no condition. */
  guard: Evaluate<R> | null;
  /** None when the branch stays where it is. */
  targets: readonly StateIndex[];
  /** SCXML `type="internal"`. */
  internal: boolean;
  actions: readonly Action<R>[];
}
export interface Cell<R = never> {
  /** Decided: nothing happens. */
  ignored: boolean;
  branches: readonly Branch<R>[];
}
/** What listens for one event, with what it does by state index; null is undecided. */
export interface Row<R = never> {
  cells: readonly (Cell<R> | null | undefined)[];
}
export interface Enabled<R = never> {
  row: Row<R>;
  branch: Branch<R>;
  source: StateIndex;
}

/** Index of a state in document order; 0 is the root. */
export type StateIndex = number;
export type StateKind = "atomic" | "compound" | "parallel" | "final" | "history" | "deep history";

export interface State<R = never> {
  index: StateIndex;
  name: string;
  kind: StateKind;
  parent: StateIndex;
  /** The state and those around it, inner first, the root last. */
  path: readonly StateIndex[];
  /** One past the last state inside. */
  end: StateIndex;
  /** Active without anything inside: an atomic or a final state. */
  atomic: boolean;
  /** The states directly inside, histories left out; and those histories. */
  children: readonly StateIndex[];
  histories: readonly StateIndex[];
  /** Where a compound state starts, or a history leads by default. */
  initial: readonly StateIndex[];
  initialActions: readonly Action<R>[];
  entry: readonly Action<R>[];
  exit: readonly Action<R>[];
}

/** A state as it is written down. */
export interface StateNode<A> {
  name: string;
  kind?: "parallel" | "final" | "history" | "deep history";
  initial?: string | readonly string[];
  initialActions?: A;
  entry?: A;
  exit?: A;
  states?: readonly StateNode<A>[];
}

/** What every host knows of an action; what else it holds is between the component and its host. */
export type Action<R = never> =
  | { do: "raise"; event: string }
  | { do: "stop" }
  | { do: "block"; actions: readonly Action<R>[] }
  | { do: "if"; branches: readonly { when: Evaluate<R> | null; actions: readonly Action<R>[] }[] }
  /** What could not be compiled: it fails when its turn comes (SCXML §5.9, error.execution). */
  | { do: "fail"; why: string }
  | HostAction;
/** Done by the host: data, the focus, timers, requests, the page. */
export interface HostAction {
  do: "assign" | "focus" | "prevent" | "send" | "cancel" | "scroll" | "announce" | "request" | "log";
}
