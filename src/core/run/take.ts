/** Taking transitions: leaving, acting, entering (SCXML, appendix D: microstep, exitStates, enterStates). */
import { micros } from "../measure";
import type { CompiledBranch, Program, StateIndex } from "../program";
import { runActions } from "./actions";
import { entrySet, exitSet, isFinished, type Plan, planOf, remembered } from "./entering";
import type { Machine } from "./machine";
import { domainOf, type Enabled } from "./select";
import type { Dispatch } from "./state";

export function startChart(m: Machine, states: Program["states"], entry: Dispatch): void {
  m.active = new Set([0]);
  enter(m, [{ source: 0, targets: states[0].initial, internal: false }], states[0].initialActions, entry);
  commit(m);
}

/** SCXML microstep: leave, act, enter. */
export function take(m: Machine, enabled: readonly Enabled[], entry: Dispatch): void {
  if (!enabled.length) return;
  if (enabled.every((e) => !e.branch.targets.length)) {
    for (const e of enabled) runActions(m, e.branch.actions);
    return;
  }
  if (enabled.length === 1 && takePlain(m, enabled[0], entry)) return;
  const { states } = m.program;
  m.active = new Set(m.program.configurations.at(m.config).states);
  leave(
    m,
    exitSet(
      states,
      m.active,
      enabled.map((e) => domainOf(m, e)),
    ),
    entry,
  );
  for (const e of enabled) runActions(m, e.branch.actions);
  const transitions = enabled.map(({ source, branch: { targets, internal } }) => ({ source, targets, internal }));
  enter(m, transitions, [], entry);
  commit(m);
  entry.to = m.config;
  m.since = m.now;
}

/** The short way of a transition that runs nothing on leaving and entering: where it leads is known beforehand. */
function takePlain(m: Machine, { branch, source }: Enabled, entry: Dispatch): boolean {
  const plan = planOf(m.program, m.config, branch, source);
  if (!plan) return false;
  if (m.timers.length) {
    const left = m.timers.filter((t) => t.kind !== "state" || !plan.exit.includes(t.state));
    if (left.length < m.timers.length) m.timers = left;
  }
  if (branch.actions.length) runActions(m, branch.actions);
  settleIn(m, plan);
  entry.exited = plan.exit;
  entry.entered = plan.enter;
  entry.to = plan.to;
  m.since = m.now;
  return true;
}

/** What comes with states that are entered without actions of their own. */
export function settleIn(m: Machine, plan: Plan): void {
  const { timedRows, focus } = m.program;
  for (const s of plan.enter) {
    if (timedRows.length) startTimers(m, s);
    const to = focus[s]?.to;
    if (to) m.requests.push(to);
  }
  m.config = plan.to;
}

function leave(m: Machine, exits: readonly StateIndex[], entry: Dispatch): void {
  const { states } = m.program;
  const active = m.active!;
  for (const s of exits) {
    for (const h of states[s].histories) m.history = new Map(m.history).set(h, remembered(states, h, active));
  }
  for (const s of exits) {
    runActions(m, states[s].exit);
    if (m.timers.some((t) => t.kind === "state" && t.state === s)) {
      m.timers = m.timers.filter((t) => t.kind !== "state" || t.state !== s);
    }
    active.delete(s);
    entry.exited.push(s);
  }
}

function enter(
  m: Machine,
  transitions: Parameters<typeof entrySet>[1],
  first: CompiledBranch["actions"],
  entry: Dispatch,
): void {
  const { states } = m.program;
  const active = m.active!;
  const { enter, byDefault, historyActions } = entrySet(states, transitions, m.history);
  runActions(m, first);
  for (const s of enter) {
    if (active.has(s)) continue;
    active.add(s);
    entry.entered.push(s);
    startTimers(m, s);
    runActions(m, states[s].entry);
    if (byDefault.has(s)) runActions(m, states[s].initialActions);
    runActions(m, historyActions.get(s) ?? []);
    const to = m.program.focus[s]?.to;
    if (to) m.requests.push(to);
    if (states[s].kind === "final") finish(m, s, active);
  }
  if (historyActions.has(0)) runActions(m, historyActions.get(0)!);
}

function finish(m: Machine, final: StateIndex, active: ReadonlySet<StateIndex>): void {
  const { states } = m.program;
  const { parent } = states[final];
  if (parent === 0) {
    m.done = true;
    return;
  }
  m.internal.push(`done.state.${states[parent].name}`);
  const around = states[parent].parent;
  if (around >= 0 && states[around].kind === "parallel" && isFinished(states, around, active)) {
    m.internal.push(`done.state.${states[around].name}`);
  }
}

/** The states that are active by now become the configuration. */
function commit(m: Machine): void {
  m.config = m.program.configurations.of(m.active!).index;
  m.active = null;
}

function startTimers(m: Machine, state: StateIndex): void {
  for (const row of m.program.timedRows) {
    const cell = row.cells[state];
    if (!cell || (row.event.on === "every" && cell.after <= 0)) continue;
    m.timers = [...m.timers, { kind: "state", row: row.index, state, due: micros(m.now + cell.after) }];
  }
}
