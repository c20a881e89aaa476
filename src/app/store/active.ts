/**
 * The active states and the transition that led to them, at the moment that is shown, for what is lit on the sheet.
 * Much is drawn anew with them: while one drags they follow when the page has time for it, the needle at once.
 */
import { create } from "zustand";
import { allActiveNames } from "../../core/surface";
import { frameOf, momentOf, type RunStore, useRun } from "./run";

/** They follow after so long at the latest, ms. */
const LATEST = 60;

export interface LitArc {
  from: string;
  to: string;
}
interface Active {
  names: ReadonlySet<string>;
  arc: LitArc | null;
}
const nobody: Active = { names: new Set(), arc: null };

export const useActive = create<Active>()(() => nobody);

/** The transition that was taken last: the state whose cell it was, and where that led. */
function lastTransition(run: RunStore): LitArc | null {
  const moved = frameOf(run)?.step.dispatches.findLast((d) => d.entered.length > 0 && d.considered.length > 0);
  const taken = moved?.considered.find((c) => c.outcome === "taken");
  const program = run.session?.program;
  if (!taken || !program || run.frozen) return null;
  const branch = program.rows[taken.row].cells[taken.state]?.branches[taken.branch ?? 0];
  const to = branch?.targets[0];
  return to === undefined ? null : { from: program.states[taken.state].name, to: program.states[to].name };
}

let known: { program: unknown; config: number } | null = null;
function follow(): void {
  const run = useRun.getState();
  const moment = momentOf(run);
  const program = run.session?.program;
  if (!moment || !program) {
    known = null;
    return useActive.setState(nobody);
  }
  if (known?.program !== program || known.config !== moment.config) {
    known = { program, config: moment.config };
    useActive.setState({ names: new Set(allActiveNames(program, moment)) });
  }
  const arc = lastTransition(run);
  const before = useActive.getState().arc;
  if (arc?.from !== before?.from || arc?.to !== before?.to) useActive.setState({ arc });
}

let waiting = false;
const soon =
  typeof requestIdleCallback === "function"
    ? (work: () => void) => requestIdleCallback(work, { timeout: LATEST })
    : (work: () => void) => setTimeout(work, 16);
useRun.subscribe((now, before) => {
  if (waiting || (now.session === before.session && now.instant === before.instant && now.frozen === before.frozen))
    return;
  waiting = true;
  soon(() => {
    waiting = false;
    follow();
  });
});
