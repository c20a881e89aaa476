/**
 * One run in progress: the working copy that an interpreter step changes before it is handed out as a value.
 * States follow the W3C SCXML recommendation's algorithm (appendix D); looks, motion and focus follow the states.
 */
import type { Env, PageEnv } from "../expression";
import type { Value } from "../model";
import {
  type CompiledBranch,
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
import {
  entrySet,
  exitSet,
  initialPlan,
  isFinished,
  type Plan,
  planOf,
  remembered,
  transitionDomain,
} from "./entering";
import { settleFocus } from "./focus";
import {
  type Considered,
  type Dispatch,
  type DispatchKind,
  MAX_STEPS,
  type RunState,
  type Step,
  type Timer,
} from "./state";

interface Enabled {
  branch: CompiledBranch;
  source: StateIndex;
  considered: Considered;
}

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
  private active: Set<StateIndex> | null = null;
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
      this.settleIn(plain);
    } else this.startChart(states, entry);
    entry.to = this.config;
    this.runToCompletion();
    this.settle(null);
    if (this.program.becomesRows.length)
      this.holds = this.program.becomesRows.map((r) => attempt(this, r.when) === true);
  }

  private startChart(states: Program["states"], entry: Dispatch): void {
    this.active = new Set([0]);
    this.enter([{ source: 0, targets: states[0].initial, internal: false }], states[0].initialActions, entry);
    this.commit();
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
    this.take(this.select(rows, entry.considered, only), entry);
    entry.stopped = this.stopping;
    this.runToCompletion();
    this.settle(before);
    return entry.stopped;
  }

  /** Gives a datum a value from outside. */
  assign(data: number, value: Value): void {
    assignTo(this, data, value);
    this.runToCompletion();
    this.settle(this.layout);
  }

  /** Own events that were sent without a delay come after all that is under way. */
  drainExternal(): void {
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

  /** SCXML selectTransitions: for each atomic state the innermost active state with something to say decides. */
  private select(rows: readonly RowInfo[], considered: Considered[], only?: StateIndex): Enabled[] {
    const { states } = this.program;
    const enabled: Enabled[] = [];
    const { atomic } = this.program.configurations.at(this.config);
    const leaves = only === undefined ? atomic : [only];
    const several = leaves.length > 1;
    const decided: StateIndex[] = [];
    let asked = 0;
    for (const leaf of leaves) {
      const path = only === undefined ? states[leaf].path : [only];
      next: for (const state of path) {
        // What one region has decided for the states around it, another need not ask again.
        if (several && decided.includes(state)) break;
        for (const row of rows) {
          const cell = row.cells[state];
          if (!cell) continue;
          asked++;
          if (cell.ignored) {
            considered.push({ row: row.index, state, outcome: "ignored" });
            decided.push(state);
            break next;
          }
          const branch = this.firstHolding(cell.branches);
          if (branch >= 0) {
            const entry: Considered = { row: row.index, state, outcome: "taken", branch };
            considered.push(entry);
            enabled.push({ branch: cell.branches[branch], source: state, considered: entry });
            decided.push(state);
            break next;
          }
          if (!several || !considered.some((c) => c.row === row.index && c.state === state)) {
            considered.push({ row: row.index, state, outcome: "guard" });
          }
        }
      }
    }
    // Where somebody has decided, nobody asks what the others would have said.
    if (!decided.length && asked < rows.length * leaves.length) {
      for (const row of rows) {
        if (!considered.some((c) => c.row === row.index)) {
          considered.push({ row: row.index, state: leaves[0] ?? 0, outcome: "undecided" });
        }
      }
    }
    return enabled.length > 1 ? this.withoutConflicts(enabled) : enabled;
  }

  private firstHolding(branches: readonly CompiledBranch[]): number {
    for (let i = 0; i < branches.length; i++) {
      const { guard } = branches[i];
      if (guard === null || attempt(this, guard) === true) return i;
    }
    return -1;
  }

  /** SCXML removeConflictingTransitions: what is inside goes before what is around it, and earlier before later. */
  private withoutConflicts(enabled: readonly Enabled[]): Enabled[] {
    const { states } = this.program;
    const active = this.program.configurations.at(this.config).states;
    const exits = new Map(enabled.map((e) => [e, new Set(exitSet(states, active, [this.domain(e)]))]));
    let kept: Enabled[] = [];
    for (const e of enabled) {
      const rivals = kept.filter((k) => [...exits.get(e)!].some((s) => exits.get(k)!.has(s)));
      const inside = (a: StateIndex, b: StateIndex): boolean => a !== b && states[a].path.includes(b);
      if (rivals.some((k) => !inside(e.source, k.source))) {
        e.considered.outcome = "preempted";
        continue;
      }
      for (const k of rivals) k.considered.outcome = "preempted";
      kept = [...kept.filter((k) => !rivals.includes(k)), e];
    }
    return kept;
  }

  private domain({ branch: { targets, internal }, source }: Enabled): StateIndex {
    return transitionDomain(this.program.states, { source, targets, internal }, this.history);
  }

  /** SCXML microstep: leave, act, enter. */
  private take(enabled: readonly Enabled[], entry: Dispatch): void {
    if (!enabled.length) return;
    if (enabled.every((e) => !e.branch.targets.length)) {
      for (const e of enabled) runActions(this, e.branch.actions);
      return;
    }
    if (enabled.length === 1 && this.takePlain(enabled[0], entry)) return;
    const { states } = this.program;
    this.active = new Set(this.program.configurations.at(this.config).states);
    this.leave(
      exitSet(
        states,
        this.active,
        enabled.map((e) => this.domain(e)),
      ),
      entry,
    );
    for (const e of enabled) runActions(this, e.branch.actions);
    const transitions = enabled.map(({ source, branch: { targets, internal } }) => ({ source, targets, internal }));
    this.enter(transitions, [], entry);
    this.commit();
    entry.to = this.config;
    this.since = this.now;
  }

  /** The short way of a transition that runs nothing on leaving and entering: where it leads is known beforehand. */
  private takePlain({ branch, source }: Enabled, entry: Dispatch): boolean {
    const plan = planOf(this.program, this.config, branch, source);
    if (!plan) return false;
    if (this.timers.length) {
      const left = this.timers.filter((t) => t.kind !== "state" || !plan.exit.includes(t.state));
      if (left.length < this.timers.length) this.timers = left;
    }
    if (branch.actions.length) runActions(this, branch.actions);
    this.settleIn(plan);
    entry.exited = plan.exit;
    entry.entered = plan.enter;
    entry.to = plan.to;
    this.since = this.now;
    return true;
  }

  /** What comes with states that are entered without actions of their own. */
  private settleIn(plan: Plan): void {
    const { timedRows, focus } = this.program;
    for (const s of plan.enter) {
      if (timedRows.length) this.startTimers(s);
      const to = focus[s]?.to;
      if (to) this.requests.push(to);
    }
    this.config = plan.to;
  }

  private leave(exits: readonly StateIndex[], entry: Dispatch): void {
    const { states } = this.program;
    const active = this.active!;
    for (const s of exits) {
      for (const h of states[s].histories) this.history = new Map(this.history).set(h, remembered(states, h, active));
    }
    for (const s of exits) {
      runActions(this, states[s].exit);
      if (this.timers.some((t) => t.kind === "state" && t.state === s)) {
        this.timers = this.timers.filter((t) => t.kind !== "state" || t.state !== s);
      }
      active.delete(s);
      entry.exited.push(s);
    }
  }

  private enter(transitions: Parameters<typeof entrySet>[1], first: CompiledBranch["actions"], entry: Dispatch): void {
    const { states } = this.program;
    const active = this.active!;
    const { enter, byDefault, historyActions } = entrySet(states, transitions, this.history);
    runActions(this, first);
    for (const s of enter) {
      if (active.has(s)) continue;
      active.add(s);
      entry.entered.push(s);
      this.startTimers(s);
      runActions(this, states[s].entry);
      if (byDefault.has(s)) runActions(this, states[s].initialActions);
      runActions(this, historyActions.get(s) ?? []);
      const to = this.program.focus[s]?.to;
      if (to) this.requests.push(to);
      if (states[s].kind === "final") this.finish(s, active);
    }
    if (historyActions.has(0)) runActions(this, historyActions.get(0)!);
  }

  private finish(final: StateIndex, active: ReadonlySet<StateIndex>): void {
    const { states } = this.program;
    const { parent } = states[final];
    if (parent === 0) {
      this.done = true;
      return;
    }
    this.internal.push(`done.state.${states[parent].name}`);
    const around = states[parent].parent;
    if (around >= 0 && states[around].kind === "parallel" && isFinished(states, around, active)) {
      this.internal.push(`done.state.${states[around].name}`);
    }
  }

  /** The states that are active by now become the configuration. */
  private commit(): void {
    this.config = this.program.configurations.of(this.active!).index;
    this.active = null;
  }

  /** SCXML macrostep: automatic reactions first, then what was raised, until nothing is left to do. */
  private runToCompletion(): void {
    const { automaticRows } = this.program;
    while (!this.done && !this.overspent()) {
      if (automaticRows.length) {
        const considered: Considered[] = [];
        const enabled = this.select(automaticRows, considered);
        if (enabled.length) {
          this.event = "";
          const entry = this.entry(DOCUMENT, "automatic", automaticRows);
          entry.considered = considered.filter((c) => c.outcome !== "undecided");
          this.take(enabled, entry);
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
      this.take(this.select(rows, entry.considered), entry);
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
    this.take(this.select(rows, entry.considered), entry);
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

  private startTimers(state: StateIndex): void {
    for (const row of this.program.timedRows) {
      const cell = row.cells[state];
      if (!cell || (row.event.on === "every" && cell.after <= 0)) continue;
      this.timers = [...this.timers, { kind: "state", row: row.index, state, due: this.now + cell.after }];
    }
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
