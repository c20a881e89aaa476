/** The working copy of a run while a step is under way, as the rules of the person, of actions and of scrolling see it. */
import type { Run } from "../../../kernel";
import type { Env, PageEnv } from "../../expression";
import type { CompiledAction, CompiledFocus, PartIndex, Program, RowInfo, StateIndex } from "../../program";
import type { Layout, PageState } from "../../surface";
import type { DispatchKind, RunState, Step } from "./state";

type Mutable<T> = { -readonly [K in keyof T]: T[K] };

export interface Working
  extends Mutable<Omit<RunState, "page" | "history" | "done" | "data">>,
    Run<Env>,
    Omit<Env, "event"> {
  readonly program: Program;
  readonly step: Step;
  data: RunState["data"];
  /** The page as it is kept; `page` has where it is scrolled to at this instant. */
  pageState: PageState;
  readonly page: PageEnv & PageState;
  layout: Layout;
  /** What was asked of the focus since it was settled last. */
  requests: CompiledFocus[];
  /** Where the page is to be scrolled once the parts are as they are to be. */
  scrolling: Extract<CompiledAction, { do: "scroll" }> | null;
  /** The event's default action was prevented. */
  prevented: boolean;
  /** Where the pointer's button is down from now on; null where it is up. */
  hold(target: PartIndex | null): void;
  /** @returns true when a reaction stopped the event */
  dispatch(at: PartIndex, kind: DispatchKind, rows: readonly RowInfo[], only?: StateIndex, event?: string): boolean;
  /** Counts one more automatic step. @returns true, and the step is marked as a loop, when there are too many */
  overspent(): boolean;
  /** The page, the focus or the pointer is elsewhere: conditions about it may hold that did not. */
  reconsider(what: "page" | "doing"): void;
  /** The looks again, where rules ask where the pointer is or the focus. */
  restyle(): void;
  /** Gives focus in and out to those who listen. */
  focusChanged(from: PartIndex): void;
}
