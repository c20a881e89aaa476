/** The state of a run and the record of what happened to it. Both are plain, immutable values. */
import type { Stimulus } from "../../model";
import type { ConfigurationIndex, PartIndex, StateIndex, Who } from "../../program";
import type { Moment } from "../../surface";

export type { Stimulus } from "../../model";

/** What will happen by itself: a delay or interval of a state, or an event on its way. */
export type Timer = {
  /** ms of the virtual clock */
  due: number;
} & (
  | { kind: "state"; row: number; state: StateIndex }
  /** `request`: index of the request that answers with it; -1 for what an action sent. */
  | { kind: "event"; event: string; id: string | null; request: number }
);

export interface RunState extends Moment, Who {
  readonly timers: readonly Timer[];
  /** What histories remember: by state index of the history, the states to enter again (SCXML §3.10). */
  readonly history: ReadonlyMap<StateIndex, readonly StateIndex[]>;
  /** Where the focus was before a part began to hold it; null while nothing holds it. */
  readonly back: PartIndex | null;
  /**
   * HTML's sequential focus navigation starting point: where Tab goes on from while nothing is focused. It is what was
   * clicked last, or what had the focus; DOCUMENT at the beginning.
   */
  readonly tabFrom: PartIndex;
  /** When the configuration was entered, ms. */
  readonly since: number;
  /** Whether each condition of a becomes row holds. */
  readonly holds: readonly boolean[];
  /** A top-level final state was entered, or the component was unmounted: nothing happens any more. */
  readonly done: boolean;
}

export type Outcome = "taken" | "ignored" | "undecided" | "guard" | "inherited" | "preempted";

/** One row that was asked about an event, in one state. */
export interface Considered {
  row: number;
  state: StateIndex;
  outcome: Outcome;
  /** The branch that was taken. */
  branch?: number;
}

export type DispatchKind =
  | "pointer"
  | "outside"
  | "key"
  | "focus"
  | "scroll"
  | "view"
  | "timed"
  | "motion"
  | "page"
  | "becomes"
  | "event"
  | "automatic";

/** One listener's turn on the way of an event. */
export interface Dispatch {
  /** The part at which the event was, DOCUMENT for the page as a whole. */
  at: PartIndex;
  kind: DispatchKind;
  /** The name of an own event; empty for others. */
  event: string;
  /** Rows that listen for this event here, asked or not. */
  matched: readonly number[];
  considered: Considered[];
  /** Configuration before and after. */
  from: ConfigurationIndex;
  to: ConfigurationIndex;
  /** In the order in which it happened. */
  exited: StateIndex[];
  entered: StateIndex[];
  stopped: boolean;
}

export type FocusCause = "pointer" | "Tab" | "arrow" | "action" | "state" | "hold" | "lost";
export interface FocusMove {
  from: PartIndex;
  to: PartIndex;
  cause: FocusCause;
}

export type Cause =
  | { kind: "start" }
  /** A pointer's or a key's click, and the pointer's single acts. */
  | { kind: "click"; aimed: PartIndex; landed: PartIndex; by: "pointer" | "key" | "label" }
  | { kind: "down" | "up" | "move"; aimed: PartIndex; landed: PartIndex }
  | { kind: "press" | "keyDown" | "keyUp"; key: string; focus: PartIndex }
  | { kind: "scroll"; from: number; to: number }
  | { kind: "resize" | "blur" | "reducedMotion" | "unmount" }
  | { kind: "timer"; row: number; state: StateIndex }
  | { kind: "event"; event: string; request: number }
  | { kind: "set"; data: number }
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
  missed: "not there" | "disabled" | "no request" | "over" | null;
  /** Assignments that left the range of their data, and were held at its end. */
  clamped: number[];
  /** What `log` wrote. */
  log: string[];
  /** Expressions and actions that could not be done (error.execution). */
  failed: string[];
  /** The default action was prevented. */
  prevented: boolean;
  /** More than 1,000 automatic steps at this instant: the run was cut there (F21). */
  loop: boolean;
}

export const newStep = (at: number, cause: Cause): Step => ({
  at,
  cause,
  dispatches: [],
  focus: [],
  refused: [],
  missed: null,
  clamped: [],
  log: [],
  failed: [],
  prevented: false,
  loop: false,
});

/** Automatic steps at one instant after which a run is cut, and events that can be on their way at once. */
export const MAX_STEPS = 1000;

const place = (part: string | null): string => part ?? "the bare page";
/** A text as a step says it: in quotes where it would be taken for something else without them. */
const valueText = (text: string): string =>
  /^$|^\s|\s$|^".*"$|^(true|false)$|^-?\d+(\.\d+)?$|\n/s.test(text) ? `"${text.replaceAll("\n", "\\n")}"` : text;

export function stimulusText(s: Stimulus): string {
  if ("press" in s) return `press ${s.press}`;
  if ("click" in s) return `click ${place(s.click)}`;
  if ("down" in s) return `pointer down on ${place(s.down)}`;
  if ("up" in s) return `pointer up over ${place(s.up)}`;
  if ("move" in s) return `move onto ${place(s.move)}`;
  if ("keyDown" in s) return `hold ${s.keyDown}`;
  if ("keyUp" in s) return `release ${s.keyUp}`;
  if ("scroll" in s) return `scroll to ${s.scroll} px`;
  if ("resize" in s) return `resize to ${s.resize.width} × ${s.resize.height}`;
  if ("blur" in s) return "leave the window";
  if ("reducedMotion" in s) return `reduced motion ${s.reducedMotion ? "on" : "off"}`;
  if ("answer" in s) return `${s.answer} ${s.ok ? "answers" : "fails"}`;
  if ("send" in s) return `send ${s.send}`;
  if ("set" in s) return `set ${s.set} to ${typeof s.to === "string" ? valueText(s.to) : s.to}`;
  return "unmount";
}
