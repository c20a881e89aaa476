/**
 * What the kernel asks of a run: the states that are active, what waits, and the few things that only a host can do. The
 * core's machine is one, on a clock of its own; a page is the other.
 */
import type { Action, Enabled, Evaluate, Row, State, StateIndex, Value } from "./behaviour";

/** An expression or an action that cannot be done: it raises error.execution (SCXML §3.12.2). */
export class Fault extends Error {}

/** @template R the run itself, as expressions see it */
export interface Run<R = never> {
  readonly states: readonly State<R>[];
  /** Active states with none inside, in document order. */
  leaves(): readonly StateIndex[];
  /** All that are active. */
  current(): Iterable<StateIndex>;
  /** Those that are active while a transition is taken; null in between. */
  active: Set<StateIndex> | null;
  /** They become the configuration. */
  commit(active: ReadonlySet<StateIndex>): void;
  /** What histories remember, by their index (SCXML §3.10). */
  history: ReadonlyMap<StateIndex, readonly StateIndex[]>;
  /** Own events that wait: raised ones go before those that were sent (SCXML §3.13). */
  readonly internal: string[];
  readonly external: string[];
  /** The name of the own event that is handled. */
  event: string;
  /** A top-level final state was entered: nothing happens any more. */
  done: boolean;
  /** The event goes no further. */
  stopping: boolean;
  readonly automaticRows: readonly Row<R>[];
  rowsFor(event: string): readonly Row<R>[];
  /** The value; undefined where it cannot be computed, which raises error.execution (SCXML §5.9.1). */
  attempt(evaluate: Evaluate<R>): Value | undefined;
  /** An action of the component; what it cannot do it throws as a Fault. */
  act(action: Action<R>): void;
  failed(why: string): void;
  /** A state is left, or entered: its delays, its focus. */
  leave(state: StateIndex): void;
  enter(state: StateIndex): void;
  /** Conditions that have become true since they were asked last: the rows that listen for them. */
  risen(): readonly Row<R>[];
  /** False once more happens at one instant than ever should. */
  goesOn(): boolean;
  /** Nothing comes any more. */
  end(): void;
  /** A host may know beforehand where transitions lead. @returns true where it has taken them */
  shortcut?(enabled: readonly Enabled<R>[]): boolean;
  /** For whoever keeps a record: what was asked, of whom, and what came of it. */
  begins?(kind: "automatic" | "event" | "becomes", rows: readonly Row<R>[], event: string): void;
  heard?(row: Row<R>, state: StateIndex, outcome: "ignored" | "taken" | "guard", branch: number): void;
  preempted?(by: Enabled<R>): void;
}
