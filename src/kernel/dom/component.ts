/** A component's own tables, as a delivered page has them: plain data, with expressions as functions. */

import type { StateNode, Value } from "../behaviour";
import type { Range } from "../data";
import type { Presence } from "../surface/looks";

/** What expressions can ask. */
export interface Env {
  readonly data: Record<string, Value>;
  readonly isIn: (state: string) => boolean;
  /** The focus, or the pointer, is on the part or on something in it. */
  readonly focusWithin: (part: string) => boolean;
  readonly hovered: (part: string) => boolean;
  /** The name of the own event that is handled. */
  readonly event: string;
  readonly page: { width: number; height: number; scroll: number; reducedMotion: boolean };
}
export type Expression<T = Value> = (env: Env) => T;

export type Target =
  | { part: string }
  | { first: string }
  | { last: string }
  | { next: string | null }
  | { previous: string | null }
  | { back: true };

/** ms, or a CSS time with custom properties in it, such as `var(--hold)`. */
export type Time = number | string;

export type Act =
  | { do: "assign"; data: string; value: Expression }
  | { do: "focus"; target: Target }
  | { do: "stop" | "prevent" }
  | { do: "raise"; event: string }
  /** delay in ms, or a CSS time that the page computes; a timer is sent under its own name and starts anew */
  | { do: "send"; event: string; delay: Time; id?: string; restart?: boolean }
  | { do: "cancel"; id: string }
  | { do: "scroll"; to: { part: string } | { distance: string }; smooth: boolean }
  | { do: "announce"; text: Expression<string> }
  | { do: "request"; request: string }
  | { do: "log"; label?: string; value?: Expression }
  | { do: "fail"; why: string }
  | { do: "block"; actions: Act[] }
  | { do: "if"; branches: { when?: Expression; actions: Act[] }[] };

export interface Way {
  when?: Expression;
  to?: string[];
  internal?: true;
  actions?: Act[];
}
/** What an event does, by state: the ways it can go, or where it leads; a list without ways decides that nothing happens. */
export interface Reaction {
  on: string;
  part?: string;
  /** Inside the part where it says nothing. */
  scope?: "exactly" | "outside" | "anywhere";
  key?: string;
  up?: true;
  /** Own events, as they are listened for. */
  events?: string[];
  distance?: string;
  ratio?: number;
  when?: Expression;
  in: Record<string, string | Way[]>;
  /** Time in the state, for delays and intervals. */
  after?: Record<string, Time>;
}

export interface Look {
  as?: Presence;
  /** Declarations that say how it is there, too. */
  display?: string;
  visibility?: string;
  pointer?: boolean | null;
  inert?: boolean;
  disabled?: boolean;
  /** null: what is inside is shown. */
  text?: Expression<string> | null;
  attributes?: Record<string, Expression<string> | null>;
  /** Class → whether the part has it. */
  classes?: Record<string, boolean>;
}
export interface PartLooks {
  base: Look;
  /** Texts of its own that change, by their place among what is inside; and whether they begin empty. */
  texts?: [at: number, text: Expression<string>, empty?: true][];
  /** State, look, condition: in the order in which they are heard. */
  cells: [state: string, look: Look, when?: Expression][];
}

export interface Component {
  states: StateNode<Act[]>[];
  initial?: string | string[];
  data: Record<string, Value>;
  ranges: Record<string, Range>;
  parts: string[];
  reactions: Reaction[];
  focus: Record<string, { to?: Target; within?: string }>;
  looks: Record<string, PartLooks>;
  /** Conditions that the style sheet asks about, by their place. */
  conditions?: Expression[];
  /** Custom properties with data in them, for the style sheet. */
  values?: Record<string, Expression<string>>;
  /** Where to ask; or what asks, and has failed where its promise does or what it gives is not ok. */
  requests?: Record<
    string,
    { method: string; path: string } | ((options: { signal: AbortSignal }) => Promise<unknown>)
  >;
}
