/**
 * One run in progress: the working copy that an interpreter step changes before it is handed out as a value.
 * States follow the W3C SCXML recommendation's algorithm (appendix D); looks, motion and focus follow the states.
 */
import { complete, type Enabled, endChart, Fault, select, startChart, take } from "../../../kernel";
import type { Env, Evaluate } from "../../expression";
import { micros } from "../../measure";
import type { Value } from "../../model";
import {
  type CompiledAction,
  type CompiledFocus,
  DOCUMENT,
  doingAsked,
  type PartIndex,
  type Program,
  pageExpressions,
  poseOf,
  type RowInfo,
  rowsFor,
  type StateIndex,
} from "../../program";
import {
  animationsFrom,
  ended,
  isWithin,
  type Layout,
  layoutOf,
  moveTo,
  stillLingering,
  type Track,
} from "../../surface";
import { settleChecked } from "../person/checking";
import { settleFocus } from "../person/focus";
import { type Dispatch, type DispatchKind, MAX_STEPS, type Outcome, type RunState, type Step } from "../state/state";
import type { Working } from "../state/working";
import { act, assignTo, settleScroll } from "./actions";
import { initialPlan } from "./entering";
import { Fields } from "./fields";
import { settleIn, takePlain } from "./take";

export class Machine extends Fields implements Working {
  /** The event that is being handled. */
  event = "";
  /** The layout in force; recomputed only when what it depends on changes. */
  layout: Layout;
  /** What was asked of the focus since it was settled last. */
  requests: CompiledFocus[] = [];
  scrolling: Working["scrolling"] = null;
  stopping = false;
  /** The event's default action was prevented. */
  prevented = false;
  /** Own events that wait: raised ones go before those that were sent (SCXML §3.13). */
  readonly internal: string[] = [];
  readonly external: string[] = [];
  /** The states that are active while a transition is being taken; null in between. */
  active: Set<StateIndex> | null = null;
  private spent = 0;
  /** False while the run begins: nothing is on the screen yet. */
  drawn = true;
  /** The record of what is going on. */
  private told: Dispatch | null = null;

  constructor(
    readonly program: Program,
    initial: RunState,
    readonly step: Step,
  ) {
    super(initial);
    this.layout = layoutOf(program, initial);
  }

  isIn(name: string): boolean {
    const state = this.program.stateIndex.get(name);
    if (state === undefined) return false;
    return this.active ? this.active.has(state) : this.program.configurations.at(this.config).has[state];
  }

  focusWithin(part: string): boolean {
    return isWithin(this.program, this.focus, part);
  }
  hovered(part: string): boolean {
    return isWithin(this.program, this.over, part);
  }

  // What the kernel asks of its host.

  get states(): Program["states"] {
    return this.program.states;
  }
  get automaticRows(): Program["automaticRows"] {
    return this.program.automaticRows;
  }
  leaves(): readonly StateIndex[] {
    return this.program.configurations.at(this.config).atomic;
  }
  current(): readonly StateIndex[] {
    return this.program.configurations.at(this.config).states;
  }
  commit(active: ReadonlySet<StateIndex>): void {
    this.config = this.program.configurations.of(active).index;
    this.since = this.now;
    if (this.told) this.told.to = this.config;
  }
  rowsFor(event: string): readonly RowInfo[] {
    return rowsFor(this.program, event);
  }
  attempt(evaluate: Evaluate): Value | undefined {
    try {
      return evaluate(this);
    } catch (error) {
      if (!(error instanceof Fault)) throw error;
      this.failed(error.message);
      return undefined;
    }
  }
  failed(why: string): void {
    this.step.failed.push(why);
    this.internal.push("error.execution");
  }
  act(action: CompiledAction): void {
    act(this, action);
  }
  leave(state: StateIndex): void {
    if (this.timers.some((t) => t.kind === "state" && t.state === state))
      this.timers = this.timers.filter((t) => t.kind !== "state" || t.state !== state);
    this.told?.exited.push(state);
  }
  enter(state: StateIndex): void {
    const { timedRows, focus } = this.program;
    for (const row of timedRows) {
      const cell = row.cells[state];
      if (!cell || (row.event.on === "every" && cell.after <= 0)) continue;
      this.timers = [...this.timers, { kind: "state", row: row.index, state, due: micros(this.now + cell.after) }];
    }
    const to = focus[state]?.to;
    if (to) this.requests.push(to);
    if (this.active) this.told?.entered.push(state);
  }
  goesOn(): boolean {
    return !this.overspent();
  }
  shortcut(enabled: readonly Enabled<Env>[]): boolean {
    const told = this.told!;
    if (enabled.length && this.step.dispatches.at(-1) !== told) this.step.dispatches.push(told);
    const [one] = enabled;
    return enabled.length === 1 && one.branch.targets.length > 0 && takePlain(this, one.branch, one.source, told);
  }
  begins(kind: DispatchKind, rows: readonly RowInfo[], event: string): void {
    this.told = this.entry(DOCUMENT, kind, rows, event);
    // Automatic reactions are asked after everything: only those that are taken are worth a record.
    if (kind === "automatic") this.step.dispatches.pop();
  }
  heard(row: RowInfo, state: StateIndex, outcome: Outcome, branch: number): void {
    const { considered } = this.told!;
    if (outcome === "guard" && considered.some((c) => c.row === row.index && c.state === state)) return;
    considered.push({ row: row.index, state, outcome, ...(branch < 0 ? {} : { branch }) });
  }
  preempted({ row, source }: Enabled<Env>): void {
    const { index } = row as RowInfo;
    const mine = this.told!.considered.find((c) => c.row === index && c.state === source);
    if (mine) mine.outcome = "preempted";
  }

  /** Enters the initial states of a fresh run, and settles what follows by itself. */
  start(): void {
    this.told = this.entry(DOCUMENT, "page", []);
    const plain = initialPlan(this.program);
    if (plain) {
      this.told.entered = plain.enter;
      settleIn(this, plain);
    } else startChart(this);
    this.told.to = this.config;
    complete(this);
    this.settle(null);
    if (this.program.becomesRows.length)
      this.holds = this.program.becomesRows.map((r) => this.attempt(r.when) === true);
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
    this.told = entry;
    take(this, select(this, rows, only));
    this.undecided(entry, rows);
    entry.stopped = this.stopping;
    complete(this);
    this.settle(before);
    return entry.stopped;
  }

  /** Where nobody had anything to say about an event, that is noted. */
  private undecided({ considered }: Dispatch, rows: readonly RowInfo[]): void {
    if (considered.some((c) => c.outcome !== "guard")) return;
    for (const row of rows) {
      if (!considered.some((c) => c.row === row.index))
        considered.push({ row: row.index, state: this.leaves()[0] ?? 0, outcome: "undecided" });
    }
  }

  /** The page, the focus or the pointer is elsewhere: conditions about it may hold that did not. */
  reconsider(what: "page" | "doing"): void {
    if (this.overspent()) return;
    complete(this);
    // No page listens for what nothing in it asks about.
    this.settle(this.layout, what === "page" && !pageExpressions(this.program).length);
  }

  /** Gives a datum a value from outside. */
  assign(data: number, value: Value): void {
    this.attempt(() => {
      assignTo(this, data, value);
      return value;
    });
    complete(this);
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

  risen(): readonly RowInfo[] {
    const { becomesRows } = this.program;
    if (!becomesRows.length || !this.holds.length) return [];
    const now = becomesRows.map((r) => this.attempt(r.when) === true);
    const risen = becomesRows.filter((_r, i) => now[i] && !this.holds[i]);
    if (now.some((h, i) => h !== this.holds[i])) this.holds = now;
    return risen.map((r) => r.row);
  }

  end(): void {
    if (this.timers.length) this.timers = [];
  }

  /** The component is taken away: its rows for that are asked, then everything ends. */
  unmount(): void {
    this.dispatch(DOCUMENT, "page", this.program.plainRows.get("unmounted") ?? []);
    if (this.done) return;
    this.done = true;
    endChart(this);
  }

  overspent(): boolean {
    if (++this.spent <= MAX_STEPS) return false;
    this.step.loop = true;
    this.internal.length = 0;
    return true;
  }

  /** The surface after a change: looks and their motions, then the focus, then who listens for those. */
  settle(before: Layout | null, alone = false): void {
    const interrupted = this.takePose();
    const { pageState } = this;
    settleScroll(this);
    // Conditions on looks may ask how far the page is scrolled.
    if (this.pageState !== pageState) interrupted.push(...this.takePose());
    if (this.program.checkable.parts.size) settleChecked(this, before);
    const focused = this.focus;
    settleFocus(this, before, alone);
    if (this.focus !== focused) this.focusChanged(focused);
    if (interrupted.length) this.motionRows(interrupted, false);
  }

  /** The looks that hold now, and the motions they set going. @returns parts whose motions that broke off */
  private takePose(): PartIndex[] {
    const pose = poseOf(this.program, this.config, this, this);
    const interrupted: PartIndex[] = [];
    const calmed = this.pageState.reducedMotion && this.tracks.length > 0;
    if (pose !== this.pose || calmed) {
      const { now, tracks, lingering, pageState: page } = this;
      const moment = { now, pose: this.pose, tracks, lingering, page };
      const moved = moveTo(this.program, moment, pose);
      for (const t of this.tracks) if (!moved.tracks.includes(t)) interrupted.push(t.part);
      // What was never drawn has nothing to move from (CSS Transitions 1 §3).
      this.tracks = this.drawn ? moved.tracks : [];
      this.lingering = this.drawn ? moved.lingering : [];
      this.pose = pose;
      this.layout = layoutOf(this.program, this);
      // What has begun only now and is not displayed has never moved.
      for (const t of this.dropUndrawn()) if (tracks.includes(t)) interrupted.push(t.part);
    }
    return interrupted;
  }

  /**
   * The page is drawn for the first time: what has the focus by now is as rules say of it, animations begin, and what such a
   * rule takes the focus from moves back.
   */
  draw(): void {
    const { pose } = this;
    if (doingAsked(this.program).size) this.takePose();
    this.drawn = true;
    const begun = animationsFrom(this.program, null, this.pose, [], this.now, this.pageState);
    if (begun.length) this.tracks = [...this.tracks, ...begun];
    if (this.pose !== pose) this.loseFocus();
    this.restyle();
  }

  /** The focus leaves what cannot have it any more. */
  private loseFocus(): void {
    const { focus } = this;
    settleFocus(this, this.layout, true);
    if (this.focus !== focus) this.focusChanged(focus);
  }

  /** The looks again, where rules ask where the pointer is or the focus. */
  restyle(): void {
    if (this.restyling || !doingAsked(this.program).size) return;
    this.restyling = true;
    // What appears under the pointer or takes the focus away may change them once more.
    for (let i = 0; i < 4; i++) {
      const { pose } = this;
      const interrupted = this.takePose();
      if (this.pose === pose) break;
      this.loseFocus();
      if (interrupted.length) this.motionRows(interrupted, false);
    }
    this.restyling = false;
  }
  private restyling = false;

  /** What is not displayed does not move, itself or with what is around it (CSS Transitions 1 §3). @returns what it drops */
  private dropUndrawn(): Track[] {
    const dropped: Track[] = [];
    for (;;) {
      const gone = this.tracks.filter((t) => !this.layout.displayed[t.part]);
      if (!gone.length) return dropped;
      dropped.push(...gone);
      this.tracks = this.tracks.filter((t) => !gone.includes(t));
      this.lingering = stillLingering(this.lingering, this.tracks);
      this.layout = layoutOf(this.program, this);
    }
  }

  /** Gives focus in and out to those who listen; a part is told when the focus comes into it from outside. */
  focusChanged(from: PartIndex): void {
    this.tellFocus(from);
    if (this.program.asks.size) this.reconsider("doing");
  }

  private tellFocus(from: PartIndex): void {
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
    const dropped = this.dropUndrawn();
    this.settle(before, true);
    if (dropped.length) this.motionRows([...new Set(dropped.map((t) => t.part))], false);
    const whole = [...new Set(parts)].filter((p) => !still.has(p));
    if (this.program.motionRows.length) this.motionRows(whole, true);
    return [...new Set(parts)];
  }
}
