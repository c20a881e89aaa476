/**
 * One run in progress: the working copy that an interpreter step changes before it is handed out as a value.
 * States follow the W3C SCXML recommendation's algorithm (appendix D); looks, motion and focus follow the states.
 */
import type { Env } from "../expression";
import {
  type CompiledBranch,
  type CompiledFocus,
  DOCUMENT,
  isInState,
  isInside,
  type PartIndex,
  type Program,
  type RowInfo,
  type StateIndex,
  transitionDomain,
} from "../program";
import { ended, type Layout, type Lingering, layoutOf, moveTo, type Track } from "../surface";
import {
  type Considered,
  type Dispatch,
  type FocusCause,
  MAX_STEPS,
  type RunState,
  type Step,
  type Timer,
} from "./state";

type Value = boolean | number | string;

export class Machine implements Env {
  now: number;
  leaf: StateIndex;
  data: readonly Value[];
  focus: PartIndex;
  tracks: readonly Track[];
  lingering: readonly Lingering[];
  timers: readonly Timer[];
  back: PartIndex | null;
  tabFrom: PartIndex;
  since: number;

  /** The layout in force; recomputed only when what it depends on changes. */
  layout: Layout;
  private requests: CompiledFocus[] = [];
  private raised: string[] = [];
  private stopping = false;
  private spent = 0;

  constructor(
    readonly program: Program,
    private readonly initial: RunState,
    readonly step: Step,
  ) {
    const state = initial;
    this.now = state.now;
    this.leaf = state.leaf;
    this.data = state.data;
    this.focus = state.focus;
    this.tracks = state.tracks;
    this.lingering = state.lingering;
    this.timers = state.timers;
    this.back = state.back;
    this.tabFrom = state.tabFrom;
    this.since = state.since;
    this.layout = layoutOf(program, state);
  }

  /** The state now; the very one it started from where nothing has changed. */
  result(): RunState {
    const old = this.initial;
    const same =
      this.leaf === old.leaf &&
      this.focus === old.focus &&
      this.data === old.data &&
      this.tracks === old.tracks &&
      this.timers === old.timers &&
      this.now === old.now &&
      this.since === old.since &&
      this.back === old.back &&
      this.tabFrom === old.tabFrom &&
      this.lingering === old.lingering;
    if (same) return old;
    const { now, leaf, data, focus, tracks, lingering, timers, back, tabFrom, since } = this;
    return { now, leaf, data, focus, tracks, lingering, timers, back, tabFrom, since };
  }

  isIn(name: string): boolean {
    const state = this.program.stateIndex.get(name);
    return state !== undefined && this.program.states[this.leaf].path.includes(state);
  }

  /** Enters the initial states of a fresh run. */
  start(): void {
    this.startTimers(this.program.states[this.leaf].path);
    this.requestFocus(this.program.states[this.leaf].path.toReversed());
    this.settleFocus(null);
  }

  /**
   * Gives an event to the rows that listen for it, runs what they say to completion, and settles the surface.
   * @param only for a timer: the one state whose cell is meant
   * @returns true when a reaction stopped the event
   */
  dispatch(at: PartIndex, kind: Dispatch["kind"], rows: readonly RowInfo[], only?: StateIndex): boolean {
    if (!rows.length) return false;
    const entry = this.entry(at, kind, rows);
    const before = this.layout;
    this.stopping = false;
    this.select(rows, entry.considered, only);
    entry.stopped = this.stopping;
    this.drainRaised();
    entry.to = this.leaf;
    this.settleFocus(before);
    return entry.stopped;
  }

  private entry(at: PartIndex, kind: Dispatch["kind"], rows: readonly RowInfo[]): Dispatch {
    const matched = rows.map((r) => r.index);
    const entry: Dispatch = { at, kind, matched, considered: [], from: this.leaf, to: this.leaf, stopped: false };
    this.step.dispatches.push(entry);
    return entry;
  }

  /** SCXML selectTransitions: the innermost active state with something to say decides. */
  private select(rows: readonly RowInfo[], considered: Considered[], only?: StateIndex): void {
    const path = only === undefined ? this.program.states[this.leaf].path : [only];
    const asked = new Set<RowInfo>();
    for (const state of path) {
      for (const row of rows) {
        const cell = row.cells[state];
        if (!cell) continue;
        asked.add(row);
        if (cell.ignored) {
          considered.push({ row: row.index, state, outcome: "ignored" });
          return;
        }
        const branch = cell.branches.findIndex((b) => b.guard === null || b.guard(this) === true);
        if (branch >= 0) {
          considered.push({ row: row.index, state, outcome: "taken", branch });
          this.take(cell.branches[branch], state);
          return;
        }
        considered.push({ row: row.index, state, outcome: "guard" });
      }
    }
    for (const row of rows)
      if (!asked.has(row)) considered.push({ row: row.index, state: path[0], outcome: "undecided" });
  }

  private take(branch: CompiledBranch, source: StateIndex): void {
    const { states } = this.program;
    if (branch.target < 0) {
      this.act(branch);
      return;
    }
    const domain = transitionDomain(this.program, source, branch.target);
    const exited = states[this.leaf].path.filter((s) => s !== domain && isInState(states[domain], s));
    this.timers = this.timers.filter((t) => !exited.includes(t.state));
    this.act(branch);
    const leaf = states[branch.target].leaf;
    const entered = states[leaf].path.filter((s) => s !== domain && isInState(states[domain], s));
    const moved = moveTo(this.program, this, leaf);
    this.tracks = moved.tracks;
    this.lingering = moved.lingering;
    this.leaf = leaf;
    this.since = this.now;
    this.layout = layoutOf(this.program, this);
    this.startTimers(entered);
    this.requestFocus(entered.toReversed());
  }

  private act(branch: CompiledBranch): void {
    for (const action of branch.actions) {
      if (action.do === "stop") this.stopping = true;
      else if (action.do === "raise") this.raised.push(action.event);
      else if (action.do === "focus") this.requests.push(action.target);
      else {
        let value = action.value(this);
        const { datum } = action;
        if (datum.type === "integer") {
          const whole = Math.trunc(Number(value)) || 0;
          value = Math.min(datum.max, Math.max(datum.min, whole));
          if (value !== whole) this.step.clamped.push(action.data);
        } else if (datum.type === "text") value = String(value);
        else if (datum.type === "one of" && !datum.values.includes(String(value))) {
          this.step.clamped.push(action.data);
          value = this.data[action.data];
        }
        this.data = this.data.with(action.data, value);
      }
    }
  }

  /** Internal events come before anything else that waits (SCXML §3.13). */
  private drainRaised(): void {
    while (this.raised.length) {
      if (++this.spent > MAX_STEPS) {
        this.step.loop = true;
        this.raised = [];
        return;
      }
      const event = this.raised.shift()!;
      const rows = this.program.ownRows.get(event) ?? [];
      const entry = this.entry(DOCUMENT, "own", rows);
      this.select(rows, entry.considered);
      entry.to = this.leaf;
    }
  }

  private startTimers(states: readonly StateIndex[]): void {
    const { afterRows } = this.program;
    if (!afterRows.length) return;
    const started: Timer[] = [];
    for (const state of states) {
      for (const row of afterRows) {
        const cell = row.cells[state];
        if (cell) started.push({ row: row.index, state, due: this.now + cell.after });
      }
    }
    if (started.length) this.timers = [...this.timers, ...started];
  }

  /** Motions that have ended by now, and what waited for them. */
  endMotions(): PartIndex[] {
    const before = this.layout;
    const left = ended(this, this.now);
    const parts = this.tracks.filter((t) => !left.tracks.includes(t)).map((t) => t.part);
    this.tracks = left.tracks;
    this.lingering = left.lingering;
    this.layout = layoutOf(this.program, this);
    this.settleFocus(before);
    return [...new Set(parts)];
  }

  // Focus

  /** The part that holds the focus in a state, if any. */
  holder(leaf = this.leaf): PartIndex {
    for (const s of this.program.states[leaf].path) {
      const within = this.program.focus[s]?.within;
      if (within !== null && within !== undefined) return within;
    }
    return DOCUMENT;
  }

  private requestFocus(entered: readonly StateIndex[]): void {
    for (const s of entered) {
      const to = this.program.focus[s]?.to;
      if (to) this.requests.push(to);
    }
  }

  moveFocus(to: PartIndex, cause: FocusCause): void {
    if (to === this.focus) return;
    this.step.focus.push({ from: this.focus, to, cause });
    if (to !== DOCUMENT || cause === "Tab") this.tabFrom = to;
    this.focus = to;
  }

  private firstIn(part: PartIndex): PartIndex {
    const { tabOrder, focusable } = this.layout;
    const first = tabOrder.find((p) => isInside(this.program, p, part));
    return first ?? (focusable[part] ? part : DOCUMENT);
  }

  /** After every change: what was asked for, what is held, and whether the focused part can still have it. */
  private settleFocus(before: Layout | null): void {
    if (before === this.layout && !this.requests.length) return;
    const holder = this.holder();
    if (holder !== DOCUMENT && this.back === null) this.back = this.focus;
    const { focusable } = this.layout;
    for (const request of this.requests) {
      const back = this.back ?? DOCUMENT;
      const to = request.kind === "back" ? back : request.kind === "part" ? request.part : this.firstIn(request.part);
      if (to !== DOCUMENT && focusable[to]) this.moveFocus(to, "action");
      else this.step.refused.push(request.kind === "back" ? back : request.part);
    }
    this.requests = [];
    if (this.focus !== DOCUMENT && !focusable[this.focus]) this.moveFocus(DOCUMENT, "lost");
    if (holder === DOCUMENT) this.back = null;
    else if (!this.inHold(this.focus, holder)) {
      const to = this.firstIn(holder);
      if (to !== DOCUMENT) this.moveFocus(to, "hold");
    }
  }

  private inHold(part: PartIndex, holder: PartIndex): boolean {
    return part !== DOCUMENT && isInside(this.program, part, holder);
  }

  /** Where the pointer puts the focus: the nearest focusable part around the target, unless the focus is held. */
  focusByPointer(target: PartIndex): void {
    const path = target === DOCUMENT ? [] : this.program.parts[target].path;
    const to = path.find((p) => this.layout.focusable[p]) ?? DOCUMENT;
    const holder = this.holder();
    if (holder !== DOCUMENT && !this.inHold(to, holder) && this.inHold(this.focus, holder)) return;
    this.moveFocus(to, "pointer");
    if (to === DOCUMENT) this.tabFrom = target;
  }

  /** HTML sequential focus navigation; within the part that holds the focus it goes round. */
  focusByTab(backwards: boolean): void {
    const holder = this.holder();
    const order = this.layout.tabOrder.filter((p) => isInside(this.program, p, holder));
    if (!order.length) return;
    const from = this.focus === DOCUMENT ? this.tabFrom : this.focus;
    let at = order.indexOf(from);
    if (at < 0 && from !== DOCUMENT) {
      // From a place outside the Tab order: on to its neighbours in the tree.
      const next = order.findIndex((p) => p > from);
      at = backwards ? (next < 0 ? order.length : next) : (next < 0 ? order.length : next) - 1;
    } else if (at < 0) at = backwards ? order.length : -1;
    const to = at + (backwards ? -1 : 1);
    if (to >= 0 && to < order.length) this.moveFocus(order[to], "Tab");
    else if (holder === DOCUMENT) this.moveFocus(DOCUMENT, "Tab");
    else this.moveFocus(order[backwards ? order.length - 1 : 0], "Tab");
  }
}
