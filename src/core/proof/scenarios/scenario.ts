/** Scenarios: steps as a person acts, and what must be found after them. Run on the virtual clock. */
import { printExpected } from "../../expression";
import type { Expected, Scenario, Step as ScenarioStep } from "../../model";
import type { Program } from "../../program";
import {
  act,
  explain,
  type Frame,
  MOST_AT_ONCE,
  openSession,
  phraseText,
  type RunState,
  runTo,
  type Session,
  stateAt,
  stimulusText,
} from "../../run";
import { type Found, found, meets } from "../../surface";
import { casesOf } from "./cases";
import { judgeSpan } from "./spans";

export interface Check {
  /** Index of the step it follows; -1 before the first. */
  step: number;
  /** ms of the virtual clock */
  at: number;
  expectation: Expected;
  found: Found;
  ok: boolean;
}
export interface ScenarioResult {
  name: string;
  ok: boolean;
  checks: Check[];
  /** A step that could not be done, and why. */
  stuck: { step: number; at: number; why: string } | null;
  /** Instant of the first failure, ms; null when all holds. */
  failedAt: number | null;
  /** What the failing step did, told. */
  explanation: string;
  /** Virtual time it covers, ms. */
  length: number;
  /** It is not run. */
  skipped?: boolean;
  /** Nothing is expected in it: it can be done, and says no more. */
  silent?: boolean;
  /** How each of its cases went, where it has some; the rest is about the first that fails. */
  cases?: { text: string; ok: boolean; failedAt: number | null }[];
}

export interface Played {
  session: Session;
  /** The state right after each step: later steps may fall on the same instant. */
  after: RunState[];
  /** The frame of each step: what it did, or what happened last while it waited. */
  frames: Frame[];
  /** Index of the last frame of the session at the end of each step. */
  marks: number[];
  stuck: ScenarioResult["stuck"];
}

/** The run of a scenario; it stops where a step cannot be done. */
export function playScenario(program: Program, scenario: Scenario): Played {
  if (scenario.cases?.length) return playScenario(program, casesOf(program.doc, scenario)[0].scenario);
  let session = openSession(program, { data: scenario.data, page: scenario.page });
  const after: RunState[] = [];
  const frames: Frame[] = [];
  const marks: number[] = [];
  for (const [index, { do: what }] of scenario.steps.entries()) {
    if ("wait" in what) {
      const until = session.end + what.wait;
      session = runTo(session, until);
      if (session.end < until) {
        const { sentences } = explain(program, session.frames.last.step);
        const why = `More than ${MOST_AT_ONCE} things happen while this waits; wait for less. The last: ${sentences.map(phraseText).join(" ")}`;
        return { session, after, frames, marks, stuck: { step: index, at: session.end, why } };
      }
    } else {
      session = act(session, what);
      const { step } = session.frames.last;
      if (step.missed) {
        const why = explain(program, step).sentences.map(phraseText).join(" ");
        return { session, after, frames, marks, stuck: { step: index, at: session.end, why } };
      }
    }
    after.push(stateAt(session, session.end));
    frames.push(session.frames.last);
    marks.push(session.frames.length - 1);
  }
  return { session, after, frames, marks, stuck: null };
}

/** The state at the end of its last step that could be done. */
export const endOf = ({ after, session }: Played): RunState => after.at(-1) ?? session.frames.at(0)!.state;

export const runScenario = (program: Program, scenario: Scenario): ScenarioResult =>
  judgeScenario(program, scenario, playScenario(program, scenario));

/** What a scenario expects, asked of its run. */
export function judgeScenario(program: Program, scenario: Scenario, played: Played): ScenarioResult {
  const { session, after, frames, marks, stuck } = played;
  const checks: Check[] = [];
  const check = (list: readonly Expected[] | undefined, step: number): void => {
    const state = step < 0 ? session.frames.at(0)!.state : after[step];
    for (const expectation of list ?? []) {
      if ("over" in expectation) {
        const { that, over } = expectation;
        const judged = judgeSpan(program, session, step < 0 ? 0 : marks[step], state.now, that, over);
        checks.push({ step, expectation, ...judged });
        continue;
      }
      const what = found(program, state, expectation);
      checks.push({ step, at: state.now, expectation, found: what, ok: meets(expectation, what) });
    }
  };
  check(scenario.expect, -1);
  scenario.steps.forEach((step, index) => {
    if (index < after.length) check(step.expect, index);
  });
  const failed = checks.find((c) => !c.ok);
  const frame = failed && (failed.step < 0 ? session.frames.at(0)! : frames[failed.step]);
  return {
    name: scenario.name,
    ok: !failed && !stuck,
    checks,
    stuck,
    failedAt: failed?.at ?? stuck?.at ?? null,
    explanation: frame ? explain(program, frame.step).sentences.map(phraseText).join(" ") : (stuck?.why ?? ""),
    length: session.end,
  };
}

/** An expectation in words. */
export const expectationText = (e: Expected): string => printExpected(e);

export function stepText(step: ScenarioStep): string {
  if ("wait" in step.do) {
    const { wait } = step.do;
    if (Number.isInteger(wait)) return `wait ${wait} ms`;
    const near = Math.round(wait);
    return `wait ${Math.abs(wait - near) > 0.1 ? `${Math.round(wait * 10) / 10}` : `just ${wait < near ? "under" : "over"} ${near}`} ms`;
  }
  return stimulusText(step.do);
}
