/** A stretch of a run as a scenario: what was done, with waits as round as they can be without anything going otherwise. */
import type { Scenario, Step as ScenarioStep } from "../../model";
import type { Program } from "../../program";
import { act, exactKey, openSession, runTo, type Session, stateAt } from "../../run";
import { playScenario } from "./scenario";
import { mergedWaits } from "./steps";

type Steps = readonly ScenarioStep[];

/** Longer runs are recorded to the ms: trying every wait would take too long. */
const MOST = 120;
/** Waits are tried in these steps, ms, the roundest first. */
const ROUND = [1000, 500, 250, 100, 50, 20, 10];

/**
 * A run up to `until` as a scenario without expectations: what the person did, and the waits between, in ms.
 * @param from where the stretch begins, ms: what was done before is kept only as far as it led there
 */
export function record(session: Session, name: string, until = session.end, from = 0): Scenario {
  const opening = openingOf(session);
  const exact = stepsUpTo(session, until);
  if (exact.length > MOST) return { ...opening, name, steps: exact };
  const { program } = session;
  const lead = from > 0 ? wayTo(session, from) : [];
  const rest = from > 0 ? after(exact, from) : exact;
  return { ...opening, name, steps: rounded(program, { ...opening, name, steps: mergedWaits([...lead, ...rest]) }) };
}

function openingOf({ opening }: Session): Pick<Scenario, "data" | "page"> {
  return { ...(opening.data ? { data: opening.data } : {}), ...(opening.page ? { page: opening.page } : {}) };
}

function stepsUpTo(session: Session, until: number): ScenarioStep[] {
  const steps: ScenarioStep[] = [];
  let at = 0;
  const waitTo = (t: number): void => {
    const wait = Math.round(t - at);
    if (wait > 0) steps.push({ do: { wait } });
    at += Math.max(0, wait);
  };
  for (const done of session.frames.stimuli()) {
    if (done.at > until) break;
    waitTo(done.at);
    steps.push({ do: done.stimulus });
  }
  waitTo(until);
  return steps;
}

/** Steps from `from` on; a wait across it is cut there. */
function after(steps: Steps, from: number): ScenarioStep[] {
  let at = 0;
  return steps.flatMap((s): ScenarioStep[] => {
    if (!("wait" in s.do)) return at >= from ? [s] : [];
    const start = at;
    at += s.do.wait;
    const wait = at - Math.max(start, from);
    return wait > 0 ? [{ do: { wait } }] : [];
  });
}

/** The steps that lead to where the run is at `from`, without those that made no difference. */
function wayTo(session: Session, from: number): ScenarioStep[] {
  const { program, opening } = session;
  const wanted = exactKey(stateAt(session, from));
  const leads = (steps: Steps): boolean => {
    let s = openSession(program, opening);
    for (const { do: what } of steps) s = "wait" in what ? runTo(s, s.end + what.wait) : act(s, what);
    return exactKey(stateAt(s, s.end)) === wanted;
  };
  let steps: ScenarioStep[] = stepsUpTo(session, from);
  // Halves first, then single steps: whatever can go goes.
  for (let size = steps.length; size >= 1; size = Math.floor(size / 2)) {
    for (let i = 0; i + size <= steps.length; ) {
      const without = steps.toSpliced(i, size);
      if (leads(without)) steps = without;
      else i += size;
    }
  }
  return steps;
}

/** How a run went, but for the exact instants: which things happened in which order, and what each step left behind. */
function course(program: Program, scenario: Scenario): string {
  const { session, after: ends, stuck } = playScenario(program, scenario);
  const happened = session.frames.map(({ step, state }) => [
    step.cause.kind,
    step.dispatches.map((d) => d.considered.map((c) => [c.row, c.state, c.outcome, c.branch])),
    state.config,
    state.data,
    state.focus,
  ]);
  const left = ends.map((s) => [s.config, s.tracks.length, s.timers.length, s.lingering.length]);
  return JSON.stringify([happened, left, stuck?.step]);
}

function rounded(program: Program, scenario: Scenario): ScenarioStep[] {
  const wanted = course(program, scenario);
  let { steps } = scenario;
  steps.forEach((step, i) => {
    if (!("wait" in step.do)) return;
    const { wait } = step.do;
    for (const unit of ROUND) {
      const nearest = Math.max(unit, Math.round(wait / unit) * unit);
      if (Math.abs(nearest - wait) > wait / 2) continue;
      const tried = steps.with(i, { ...step, do: { wait: nearest } });
      if (nearest === wait || course(program, { ...scenario, steps: tried }) === wanted) {
        steps = tried;
        break;
      }
    }
  });
  return [...steps];
}
