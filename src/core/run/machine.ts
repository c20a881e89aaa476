/**
 * One run in progress: the working copy that an interpreter step changes before it is handed out as a value.
 * States follow the W3C SCXML recommendation's algorithm (appendix D); looks, motion and focus follow the states.
 */
import type { Env, PageEnv } from "../expression";
import type { Value } from "../model";
import {
  type CompiledFocus,
  type ConfigurationIndex,
  DOCUMENT,
  type PartIndex,
  type PoseIndex,
  type Program,
  poseOf,
  type RowInfo,
  rowsFor,
  type StateIndex,
} from "../program";
import { ended, type Layout, type Lingering, layoutOf, moveTo, type PageState, scrollAt, type Track } from "../surface";
import { assignTo, attempt, runActions } from "./actions";
import { initialPlan } from "./entering";
import { settleFocus } from "./focus";
import { select } from "./select";
import {
  type Considered,
  type Dispatch,
  type DispatchKind,
  MAX_STEPS,
  type RunState,
  type Step,
  type Timer,
} from "./state";
import { settleIn, startChart, take } from "./take";

export class Machine implements Env {
  now: number;
  config: ConfigurationIndex;
  pose: PoseIndex;
  data: readonly Value[];
  focus: PartIndex;
  tracks: readonly Track[];
  lingering: readonly Lingering[];
  timers: readonly Timer[];
  history: RunState["history"];
  back: PartIndex | null;
  tabFrom: PartIndex;
  since: number;
  pageState: PageState;
  over: PartIndex;
  pressed: PartIndex | null;
  spaceAt: PartIndex | null;
  holds: readonly boolean[];
  said: RunState["said"];
  done: boolean;

  /** The event that is being handled. */
  event = "";
  /** The layout in force; recomputed only when what it depends on changes. */
  layout: Layout;
  /** What was asked of the focus since it was settled last. */
  requests: CompiledFocus[] = [];
  stopping = false;
  /** The event's default action was prevented. */
  prevented = false;
  /** Own events that wait: raised ones go before those that were sent (SCXML §3.13). */
  readonly internal: string[] = [];
  readonly external: string[] = [];
  /** The states that are active while a transition is being taken; null in between. */
  active: Set<StateIndex> | null = null;
  private spent = 0;

  constructor(
    readonly program: Program,
    private readonly initial: RunState,
    readonly step: Step,
  ) {
    const state = initial;
    this.now = state.now;
    this.config = state.config;
    this.pose = state.pose;
    this.data = state.data;
    this.focus = state.focus;
    this.tracks = state.tracks;
    this.lingering = state.lingering;
    this.timers = state.timers;
    this.history = state.history;
    this.back = state.back;
    this.tabFrom = state.tabFrom;
    this.since = state.since;
    this.pageState = state.page;
    this.over = state.over;
    this.pressed = state.pressed;
    this.spaceAt = state.spaceAt;
    this.holds = state.holds;
    this.said = state.said;
    this.done = state.done;
    this.layout = layoutOf(program, state);
  }

  /** What expressions can ask about the page. */
  get page(): PageEnv & PageState {
    return { ...this.pageState, scroll: scrollAt(this.pageState, this.now) };
  }

  /** The state now; the very one it started from where nothing has changed. */
  result(): RunState {
    const { now, config, pose, data, focus, tracks, lingering, timers, history, back, tabFrom, since } = this;
    const { pageState: page, over, pressed, spaceAt, holds, said, done } = this;
    const old = this.initial;
    const same =
      config === old.config &&
      pose === old.pose &&
      focus === old.focus &&
      data === old.data &&
      tracks === old.tracks &&
      timers === old.timers &&
      now === old.now &&
      since === old.since &&
      back === old.back &&
      tabFrom === old.tabFrom &&
      lingering === old.lingering &&
      history === old.history &&
      page === old.page &&
      over === old.over &&
      pressed === old.pressed &&
      spaceAt === old.spaceAt &&
      holds === old.holds &&
      said === old.said &&
      done === old.done;
    if (same) return old;
    return {
      now,
      config,
      pose,
      data,
      focus,
      tracks,
      lingering,
      timers,
      history,
      back,
      tabFrom,
      since,
      page,
      over,
      pressed,
      spaceAt,
      holds,
      said,
      done,
    };
  }

  isIn(name: string): boolean {
    const state = this.program.stateIndex.get(name);
    if (state === undefined) return false;
    return this.active ? this.active.has(state) : this.program.configurations.at(this.config).has[state];
  }

  /** Enters the initial states of a fresh run, and settles what follows by itself. */
  start(): void {
    const { states } = this.program;
    const entry = this.entry(DOCUMENT, "page", []);
    const plain = initialPlan(this.program);
    if (plain) {
      entry.entered = plain.enter;
      settleIn(this, plain);
    } else startChart(this, states, entry);
    entry.to = this.config;
    this.runToCompletion();
    this.settle(null);
    if (this.program.becomesRows.length)
      this.holds = this.program.becomesRows.map((r) => attempt(this, r.when) === true);
  }

  /**
   * Gives an event to the rows that listen for it, runs what they say to completion, and settles the surface.
   * @param only for a delay: the one state whose cell is meant
   * @param event the name of an own event
   * @returns true when a reaction stopped the event
   */
  dispatch(at: PartIndex, kind: DispatchKind, rows: readonly RowInfo[], only?: StateIndex, event = ""): boolean {
    if ((!rows.length && !event) || this.done) return false;
    const before = this.layout;
    this.stopping = false;
    this.event = event;
    const entry = this.entry(at, kind, rows, event);
    take(this, select(this, rows, entry.considered, only), entry);
    entry.stopped = this.stopping;
    this.runToCompletion();
    this.settle(before);
    return entry.stopped;
  }

  /** Gives a datum a value from outside. */
  assign(data: number, value: Value): void {
    attempt(this, () => {
      assignTo(this, data, value);
      return value;
    });
    this.runToCompletion();
    this.settle(this.layout);
  }

  /** Own events that were sent without a delay come after all that is under way. */
  drainExternal(): void {
    if (!this.external.length) return;
    while (this.external.length && !this.overspent()) {
      const event = this.external.shift()!;
      this.dispatch(DOCUMENT, "event", rowsFor(this.program, event), undefined, event);
    }
    this.external.length = 0;
  }

  private entry(at: PartIndex, kind: DispatchKind, rows: readonly RowInfo[], event = ""): Dispatch {
    const matched = rows.map((r) => r.index);
    const entry: Dispatch = {
      at,
      kind,
      event,
      matched,
      considered: [],
      from: this.config,
      to: this.config,
      exited: [],
      entered: [],
      stopped: false,
    };
    this.step.dispatches.push(entry);
    return entry;
  }

  /** SCXML macrostep: automatic reactions first, then what was raised, until nothing is left to do. */
  private runToCompletion(): void {
    const { automaticRows } = this.program;
    while (!this.done && !this.overspent()) {
      if (automaticRows.length) {
        const considered: Considered[] = [];
        const enabled = select(this, automaticRows, considered);
        if (enabled.length) {
          const entry = this.entry(DOCUMENT, "automatic", automaticRows);
          entry.considered = considered.filter((c) => c.outcome !== "undecided");
          take(this, enabled, entry);
          continue;
        }
      }
      const event = this.internal.shift();
      if (event === undefined) {
        if (this.noticeConditions()) continue;
        break;
      }
      const rows = rowsFor(this.program, event);
      this.event = event;
      const entry = this.entry(DOCUMENT, "event", rows, event);
      take(this, select(this, rows, entry.considered), entry);
    }
    if (this.done) this.end();
  }

  /** Conditions that have become true since they were asked last. */
  private noticeConditions(): boolean {
    const { becomesRows } = this.program;
    if (!becomesRows.length || !this.holds.length) return false;
    const now = becomesRows.map((r) => attempt(this, r.when) === true);
    const risen = becomesRows.filter((_r, i) => now[i] && !this.holds[i]);
    if (now.some((h, i) => h !== this.holds[i])) this.holds = now;
    if (!risen.length) return false;
    const rows = risen.map((r) => r.row);
    const entry = this.entry(DOCUMENT, "becomes", rows);
    take(this, select(this, rows, entry.considered), entry);
    return true;
  }

  /** SCXML exitInterpreter: exit actions run; what is still on its way never comes. */
  private end(): void {
    const { states, configurations } = this.program;
    for (const s of configurations.at(this.config).states.toReversed()) runActions(this, states[s].exit);
    this.internal.length = 0;
    this.external.length = 0;
    if (this.timers.length) this.timers = [];
  }

  /** The component is taken away: its rows for that are asked, then everything ends. */
  unmount(): void {
    this.dispatch(DOCUMENT, "page", this.program.plainRows.get("unmounted") ?? []);
    if (this.done) return;
    this.done = true;
    this.end();
  }

  overspent(): boolean {
    if (++this.spent <= MAX_STEPS) return false;
    this.step.loop = true;
    this.internal.length = 0;
    return true;
  }

  /** The surface after a change: looks and their motions, then the focus, then who listens for those. */
  settle(before: Layout | null): void {
    const pose = poseOf(this.program, this.config, this);
    const interrupted: PartIndex[] = [];
    if (pose !== this.pose) {
      const { now, tracks, lingering, pageState: page } = this;
      const moment = { now, pose: this.pose, tracks, lingering, page };
      const moved = moveTo(this.program, moment, pose);
      for (const t of this.tracks) if (!moved.tracks.includes(t)) interrupted.push(t.part);
      this.tracks = moved.tracks;
      this.lingering = moved.lingering;
      this.pose = pose;
      this.layout = layoutOf(this.program, this);
    }
    const focused = this.focus;
    settleFocus(this, before);
    if (this.focus !== focused) this.focusChanged(focused);
    if (interrupted.length) this.motionRows(interrupted, false);
  }

  /** Gives focus in and out to those who listen; a part is told when the focus comes into it from outside. */
  focusChanged(from: PartIndex): void {
    const { focusRows, parts } = this.program;
    if (!focusRows.length) return;
    const path = (p: PartIndex): readonly PartIndex[] => (p === DOCUMENT ? [] : parts[p].path);
    const [left, reached] = [path(from), path(this.focus)];
    const rows = (enters: boolean, list: readonly PartIndex[], other: readonly PartIndex[]): RowInfo[] =>
      focusRows
        .filter((r) => r.enters === enters && list.includes(r.part) && !other.includes(r.part))
        .map((r) => r.row);
    for (const row of rows(false, left, reached)) this.nested(from, "focus", row);
    for (const row of rows(true, reached, left)) this.nested(this.focus, "focus", row);
  }

  motionRows(parts: readonly PartIndex[], endedNow: boolean): void {
    for (const { row, part, ended: wanted } of this.program.motionRows) {
      if (wanted === endedNow && parts.includes(part)) this.nested(part, "motion", row);
    }
  }

  /** A dispatch that another brought about; what it stops is its own affair. */
  private nested(at: PartIndex, kind: DispatchKind, row: RowInfo): void {
    if (this.overspent()) return;
    const { stopping } = this;
    this.dispatch(at, kind, [row]);
    this.stopping = stopping;
  }

  /** Motions that have ended by now, and what waited for them. */
  endMotions(): PartIndex[] {
    const before = this.layout;
    const left = ended(this, this.now);
    const still = new Set(left.tracks.map((t) => t.part));
    const parts = this.tracks.filter((t) => !left.tracks.includes(t)).map((t) => t.part);
    this.tracks = left.tracks;
    this.lingering = left.lingering;
    this.layout = layoutOf(this.program, this);
    this.settle(before);
    const whole = [...new Set(parts)].filter((p) => !still.has(p));
    if (this.program.motionRows.length) this.motionRows(whole, true);
    return [...new Set(parts)];
  }
}
