/** Executable content: what reactions, entries and exits do (SCXML §4). */
import type { Action } from "./behaviour";
import { Fault, type Run } from "./run";

/** Runs a block of actions; when one fails, the rest of the block is left out (SCXML §4). */
export function runActions<R>(run: Run<R>, actions: readonly Action<R>[]): void {
  if (!actions.length) return;
  // tried only with what can fail
  try {
    for (const action of actions) runAction(run, action);
  } catch (error) {
    if (!(error instanceof Fault)) throw error;
    run.failed(error.message);
  }
}

/** @throws Fault */
function runAction<R>(run: Run<R>, action: Action<R>): void {
  switch (action.do) {
    // only with raised events
    case "raise":
      run.internal.push(action.event);
      break;
    // only with stopped events
    case "stop":
      run.stopping = true;
      break;
    // only with blocks
    case "block":
      runActions(run, action.actions);
      break;
    // only with branches
    case "if": {
      // A condition that cannot be evaluated is false, and an error; the block goes on (SCXML §5.9.1).
      const branch = action.branches.find((b) => b.when === null || run.attempt(b.when) === true);
      for (const inner of branch?.actions ?? []) runAction(run, inner);
      break;
    }
    // only with failing actions
    case "fail":
      throw new Fault(action.why);
    default:
      run.act(action);
  }
}
