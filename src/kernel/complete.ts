/** Run to completion (SCXML, appendix D: mainEventLoop): automatic reactions, then what was raised, until nothing is left. */

import { runActions } from "./actions";
import type { Row } from "./behaviour";
import type { Run } from "./run";
import { select } from "./select";
import { take } from "./take";

export function complete<R>(run: Run<R>): void {
  while (!run.done && run.goesOn()) {
    if (automatic(run)) continue;
    const event = run.internal.shift();
    if (event !== undefined) {
      run.event = event;
      react(run, "event", run.rowsFor(event), event);
      continue;
    }
    const rows = run.risen();
    if (!rows.length) break;
    react(run, "becomes", rows, "");
  }
  if (run.done) endChart(run);
}

function react<R>(run: Run<R>, kind: "event" | "becomes", rows: readonly Row<R>[], event: string): void {
  run.begins?.(kind, rows, event);
  take(run, select(run, rows));
}

function automatic<R>(run: Run<R>): boolean {
  if (!run.automaticRows.length) return false;
  run.begins?.("automatic", run.automaticRows, "");
  const enabled = select(run, run.automaticRows);
  if (enabled.length) take(run, enabled);
  return enabled.length > 0;
}

/** SCXML exitInterpreter: exit actions run; what is still on its way never comes. */
export function endChart<R>(run: Run<R>): void {
  for (const s of [...run.current()].sort((a, b) => b - a)) runActions(run, run.states[s].exit);
  run.internal.length = 0;
  run.external.length = 0;
  run.end();
}
