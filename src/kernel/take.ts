/** Taking transitions: leaving, acting, entering (SCXML, appendix D: microstep, exitStates, enterStates). */

import { runActions } from "./actions";
import type { Action, Enabled, StateIndex } from "./behaviour";

import type { Run } from "./run";
import { domainOf } from "./select";
import { entrySet, exitSet, isFinished, remembered, type Transition } from "./transition";

/** SCXML microstep. */
export function take<R>(run: Run<R>, enabled: readonly Enabled<R>[]): void {
  if (run.shortcut?.(enabled)) return;
  if (enabled.every((e) => !e.branch.targets.length)) {
    for (const e of enabled) runActions(run, e.branch.actions);
    return;
  }
  run.active = new Set(run.current());
  const domains = enabled.map((e) => domainOf(run, e));
  leave(run, run.active, exitSet(run.states, run.active, domains));
  for (const e of enabled) runActions(run, e.branch.actions);
  const transitions = enabled.map(({ source, branch: { targets, internal } }) => ({ source, targets, internal }));
  enter(run, run.active, transitions, []);
  commit(run);
}

/** Enters what the root starts with. */
export function startChart<R>(run: Run<R>): void {
  const [root] = run.states;
  run.active = new Set([0]);
  enter(run, run.active, [{ source: 0, targets: root.initial, internal: false }], root.initialActions);
  commit(run);
}

function leave<R>(run: Run<R>, active: Set<StateIndex>, exits: readonly StateIndex[]): void {
  for (const s of exits) {
    for (const h of run.states[s].histories) {
      run.history = new Map(run.history).set(h, remembered(run.states, h, active));
    }
  }
  for (const s of exits) {
    runActions(run, run.states[s].exit);
    run.leave(s);
    active.delete(s);
  }
}

function enter<R>(
  run: Run<R>,
  active: Set<StateIndex>,
  transitions: readonly Transition[],
  first: readonly Action<R>[],
): void {
  const { enter, byDefault, historyActions } = entrySet(run.states, transitions, run.history);
  runActions(run, first);
  for (const s of enter) {
    if (active.has(s)) continue;
    const { entry, initialActions, kind } = run.states[s];
    active.add(s);
    run.enter(s);
    runActions(run, entry);
    if (byDefault.has(s)) runActions(run, initialActions);
    runActions(run, historyActions.get(s) ?? []);
    if (kind === "final") finish(run, s, active);
  }
  runActions(run, historyActions.get(0) ?? []);
}

function finish<R>(run: Run<R>, final: StateIndex, active: ReadonlySet<StateIndex>): void {
  const { states } = run;
  const { parent } = states[final];
  if (parent === 0) {
    run.done = true;
    return;
  }
  run.internal.push(`done.state.${states[parent].name}`);
  const around = states[parent].parent;
  if (around >= 0 && states[around].kind === "parallel" && isFinished(states, around, active)) {
    run.internal.push(`done.state.${states[around].name}`);
  }
}

/** The states that are active by now become the configuration. */
function commit<R>(run: Run<R>): void {
  run.commit(run.active!);
  run.active = null;
}
