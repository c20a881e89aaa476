/** Taking transitions: leaving, acting, entering (SCXML, appendix D: microstep, exitStates, enterStates). */

import { runActions } from "./actions";
import type { Enabled, StateIndex } from "./behaviour";

import type { Run } from "./run";
import { domainOf } from "./select";
import { entrySet, exitSet, isFinished, remembered, type Transition } from "./transition";

/** SCXML microstep. */
export function take<R>(run: Run<R>, enabled: readonly Enabled<R>[]): void {
  // only with a record
  if (run.shortcut?.(enabled)) return;
  if (enabled.every((e) => !e.branch.targets.length)) {
    for (const e of enabled) runActions(run, e.branch.actions);
    return;
  }
  run.active = new Set(run.current());
  // Beside one another, whichever is active is left.
  let exits = [...run.active].filter((s) => s > 0);
  // only with nested states
  // Inside one another, those within the domains of the transitions.
  exits = exitSet(
    run.states,
    run.active,
    enabled.map((e) => domainOf(run, e)),
  );
  leave(run, run.active, exits);
  for (const e of enabled) runActions(run, e.branch.actions);
  const transitions = enabled.map(({ source, branch }) => ({ ...branch, source }));
  enter(run, run.active, transitions);
  commit(run);
}

/** Enters what the root starts with. */
export function startChart<R>(run: Run<R>): void {
  const [root] = run.states;
  run.active = new Set([0]);
  enter(run, run.active, [{ source: 0, targets: root.initial, internal: false }]);
  commit(run);
}

function leave<R>(run: Run<R>, active: Set<StateIndex>, exits: readonly StateIndex[]): void {
  // only with histories
  for (const s of exits) {
    for (const h of run.states[s].histories) {
      run.history = new Map(run.history).set(h, remembered(run.states, h, active));
    }
  }
  for (const s of exits) {
    // only with exit actions
    runActions(run, run.states[s].exit);
    // only with delays
    run.leave(s);
    active.delete(s);
  }
}

function enter<R>(run: Run<R>, active: Set<StateIndex>, transitions: readonly Transition[]): void {
  let entered: readonly StateIndex[] = transitions.flatMap((t) => t.targets);
  // only with nested states
  const entry = entrySet(run.states, transitions, run.history);
  // only with nested states
  entered = entry.enter;
  for (const s of entered) {
    if (active.has(s)) continue;
    active.add(s);
    // only with delays or focus that is put somewhere
    run.enter(s);
    // only with entry actions
    runActions(run, run.states[s].entry);
    // only with initial actions
    if (entry.byDefault.has(s)) runActions(run, run.states[s].initialActions);
    // only with histories
    runActions(run, entry.historyActions.get(s) ?? []);
    // only with final states
    if (run.states[s].kind === "final") finish(run, s, active);
  }
  // only with histories
  runActions(run, entry.historyActions.get(0) ?? []);
}

function finish<R>(run: Run<R>, final: StateIndex, active: ReadonlySet<StateIndex>): void {
  const { states } = run;
  const { parent } = states[final];
  if (parent === 0) {
    run.done = true;
    return;
  }
  run.internal.push(`done.state.${states[parent].name}`);
  // only with parallel states
  const around = states[parent].parent;
  // only with parallel states
  if (around >= 0 && states[around].kind === "parallel" && isFinished(states, around, active)) {
    run.internal.push(`done.state.${states[around].name}`);
  }
}

/** The states that are active by now become the configuration. */
function commit<R>(run: Run<R>): void {
  run.commit(run.active!);
  run.active = null;
}
