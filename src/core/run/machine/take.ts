/** The short way of a transition: where nothing runs on leaving and entering, it is known beforehand where that leads. */
import { runActions } from "../../../kernel";
import type { CompiledBranch, StateIndex } from "../../program";
import type { Dispatch } from "../state/state";
import type { Working } from "../state/working";
import { type Plan, planOf } from "./entering";

/** @returns false where it has to be taken step by step */
export function takePlain(m: Working, branch: CompiledBranch, source: StateIndex, entry: Dispatch): boolean {
  const plan = planOf(m.program, m.config, branch, source);
  if (!plan) return false;
  if (m.timers.length) {
    const left = m.timers.filter((t) => t.kind !== "state" || !plan.exit.includes(t.state));
    if (left.length < m.timers.length) m.timers = left;
  }
  if (branch.actions.length) {
    // The states that are left are no longer active while the actions run (SCXML, appendix D, microstep).
    m.active = new Set(plan.left);
    runActions(m, branch.actions);
    m.active = null;
  }
  settleIn(m, plan);
  entry.exited = plan.exit;
  entry.entered = plan.enter;
  entry.to = plan.to;
  m.since = m.now;
  return true;
}

/** What comes with states that are entered without actions of their own. */
export function settleIn(m: Working, plan: Plan): void {
  for (const s of plan.enter) m.enter(s);
  m.config = plan.to;
}
