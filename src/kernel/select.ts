/** Which transitions an event enables (SCXML, appendix D: selectTransitions, removeConflictingTransitions). */

import type { Enabled, Row, StateIndex } from "./behaviour";
import type { Run } from "./run";
import { exitSet, transitionDomain } from "./transition";

/**
 * For each atomic state the innermost active state with something to say decides.
 * @param only for a delay: the one state whose cell is meant
 */
export function select<R>(run: Run<R>, rows: readonly Row<R>[], only?: StateIndex): Enabled<R>[] {
  const enabled: Enabled<R>[] = [];
  // only with parallel states
  const decided: StateIndex[] = [];
  for (const leaf of only === undefined ? run.leaves() : [only]) {
    next: for (const state of only === undefined ? run.states[leaf].path : [only]) {
      // only with parallel states
      // What one region has decided for the states around it, another need not ask again.
      if (decided.includes(state)) break;
      for (const row of rows) {
        const cell = row.cells[state];
        if (!cell) continue;
        const at = cell.branches.findIndex((b) => b.guard === null || run.attempt(b.guard) === true);
        // only with a record
        run.heard?.(row, state, cell.ignored ? "ignored" : at < 0 ? "guard" : "taken", at);
        if (!cell.ignored && at < 0) continue;
        if (at >= 0) enabled.push({ row, branch: cell.branches[at], source: state });
        // only with parallel states
        decided.push(state);
        break next;
      }
    }
  }
  // only with parallel states
  if (enabled.length > 1) return withoutConflicts(run, enabled);
  return enabled;
}

export const domainOf = <R>(run: Run<R>, { branch, source }: Enabled<R>): StateIndex =>
  transitionDomain(run.states, { source, targets: branch.targets, internal: branch.internal }, run.history);

/** What is inside goes before what is around it, and earlier before later. */
function withoutConflicts<R>(run: Run<R>, enabled: readonly Enabled<R>[]): Enabled<R>[] {
  const active = [...run.current()];
  const exits = new Map(enabled.map((e) => [e, exitSet(run.states, active, [domainOf(run, e)])]));
  let kept: Enabled<R>[] = [];
  for (const e of enabled) {
    const rivals = kept.filter((k) => exits.get(e)!.some((s) => exits.get(k)!.includes(s)));
    const isInside = (k: Enabled<R>): boolean => e.source !== k.source && run.states[e.source].path.includes(k.source);
    if (!rivals.every(isInside)) {
      // only with a record
      run.preempted?.(e);
      continue;
    }
    // only with a record
    for (const k of rivals) run.preempted?.(k);
    kept = [...kept.filter((k) => !rivals.includes(k)), e];
  }
  return kept;
}
