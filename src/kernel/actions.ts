/** Executable content: what reactions, entries and exits do (SCXML §4). */
import { type Evaluate, Fault, type Run } from "./run";

/** What every host knows of an action; what else it holds is between the component and its host. */
export type Action<R = never> =
  | { do: "raise"; event: string }
  | { do: "stop" }
  | { do: "block"; actions: readonly Action<R>[] }
  | { do: "if"; branches: readonly { when: Evaluate<R> | null; actions: readonly Action<R>[] }[] }
  /** What could not be compiled: it fails when its turn comes (SCXML §5.9, error.execution). */
  | { do: "fail"; why: string }
  | HostAction;
/** Done by the host: data, the focus, timers, requests, the page. */
export interface HostAction {
  do: "assign" | "focus" | "prevent" | "send" | "cancel" | "scroll" | "announce" | "request" | "log";
}

/** Runs a block of actions; when one fails, the rest of the block is left out (SCXML §4). */
export function runActions<R>(run: Run<R>, actions: readonly Action<R>[]): void {
  if (!actions.length) return;
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
    case "raise":
      run.internal.push(action.event);
      break;
    case "stop":
      run.stopping = true;
      break;
    case "block":
      runActions(run, action.actions);
      break;
    case "if": {
      // A condition that cannot be evaluated is false, and an error; the block goes on (SCXML §5.9.1).
      const branch = action.branches.find((b) => b.when === null || run.attempt(b.when) === true);
      for (const inner of branch?.actions ?? []) runAction(run, inner);
      break;
    }
    case "fail":
      throw new Fault(action.why);
    default:
      run.act(action);
  }
}
