/** The state of a run and the record of what happened to it. Both are plain, immutable values. */
import type { PartIndex, StateIndex } from "../program";
import type { Moment } from "../surface";

export interface Timer {
  row: number;
  state: StateIndex;
  /** ms of the virtual clock */
  due: number;
}

export interface RunState extends Moment {
  readonly timers: readonly Timer[];
  /** Where the focus was before a part began to hold it; null while nothing holds it. */
  readonly back: PartIndex | null;
  /**
   * HTML's sequential focus navigation starting point: where Tab goes on from while nothing is focused. It is what was
   * clicked last, or what had the focus; DOCUMENT at the beginning.
   */
  readonly tabFrom: PartIndex;
  /** When the active atomic state was entered, ms. */
  readonly since: number;
}

/** What a person or the surroundings do. `click: null` aims at the bare page. */
export type Stimulus = { click: string | null } | { press: string };

export type Outcome = "taken" | "ignored" | "undecided" | "guard" | "inherited";

/** One row that was asked about an event, in one state. */
export interface Considered {
  row: number;
  state: StateIndex;
  outcome: Outcome;
  /** The branch that was taken. */
  branch?: number;
}

/** One listener's turn on the way of an event. */
export interface Dispatch {
  /** The part at which the event was, DOCUMENT for the page as a whole. */
  at: PartIndex;
  kind: "click" | "key" | "after" | "mounted" | "own" | "outside";
  /** Rows that listen for this event here, asked or not. */
  matched: readonly number[];
  considered: Considered[];
  /** Atomic state before and after. */
  from: StateIndex;
  to: StateIndex;
  stopped: boolean;
}

export type FocusCause = "pointer" | "Tab" | "action" | "state" | "hold" | "lost";
export interface FocusMove {
  from: PartIndex;
  to: PartIndex;
  cause: FocusCause;
}

export type Cause =
  | { kind: "start" }
  | { kind: "click"; aimed: PartIndex; landed: PartIndex; by: "pointer" | "key" | "label" }
  | { kind: "press"; key: string; focus: PartIndex }
  | { kind: "timer"; row: number; state: StateIndex }
  | { kind: "motion"; parts: PartIndex[] };

/** Everything that one stimulus or one due moment brought about. */
export interface Step {
  /** ms of the virtual clock */
  at: number;
  cause: Cause;
  dispatches: Dispatch[];
  focus: FocusMove[];
  /** A focus request that could not be met: the part that could not take it. */
  refused: PartIndex[];
  /** Why the stimulus reached nobody, where it did not. */
  missed: "not there" | "disabled" | null;
  /** Assignments that left the range of their data, and were held at its end. */
  clamped: number[];
  /** More than 1,000 automatic steps at this instant: the run was cut there (F21). */
  loop: boolean;
}

/** Automatic steps at one instant after which a run is cut. */
export const MAX_STEPS = 1000;

export const stimulusText = (s: Stimulus): string =>
  "press" in s ? `press ${s.press}` : `click ${s.click ?? "the bare page"}`;
