/** Run to completion (SCXML, appendix D: mainEventLoop): automatic reactions, then what was raised, until nothing is left. */

import { runActions } from "./actions";
import type { Run } from "./run";
import { select } from "./select";
import { take } from "./take";

export function complete<R>(run: Run<R>): void {
  while (!run.done && run.goesOn()) {
    // only with automatic reactions
    if (automatic(run)) continue;
    // only with own events
    const event = run.internal.shift();
    // only with own events
    if (event !== undefined) {
      run.event = event;
      const rows = run.rowsFor(event);
      // only with a record
      run.begins?.("event", rows, event);
      take(run, select(run, rows));
      continue;
    }
    // only with rising conditions
    const rows = run.risen();
    // only with rising conditions
    if (rows.length) {
      // only with a record
      run.begins?.("becomes", rows, "");
      take(run, select(run, rows));
      continue;
    }
    break;
  }
  // only with final states
  if (run.done) endChart(run);
}

function automatic<R>(run: Run<R>): boolean {
  if (!run.automaticRows.length) return false;
  // only with a record
  run.begins?.("automatic", run.automaticRows, "");
  const enabled = select(run, run.automaticRows);
  if (enabled.length) take(run, enabled);
  return enabled.length > 0;
}

/** SCXML exitInterpreter: exit actions run; what is still on its way never comes. */
export function endChart<R>(run: Run<R>): void {
  // only with exit actions
  for (const s of [...run.current()].sort((a, b) => b - a)) runActions(run, run.states[s].exit);
  // only with own events
  run.internal.length = 0;
  // only with timers
  run.external.length = 0;
  run.end();
}
