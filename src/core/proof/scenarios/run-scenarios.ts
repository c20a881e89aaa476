/** All scenarios of a document at one go. */
import type { Program } from "../../program";
import type { Session } from "../../run";
import { casesOf, caseText, isSkipped } from "./cases";
import { judgeScenario, playScenario, runScenario, type ScenarioResult } from "./scenario";

export interface Ran {
  results: ScenarioResult[];
  /** Of every case that was played. */
  sessions: Session[];
}

/** Runs all scenarios of a document, each case of each. */
export function runScenarios(program: Program): Ran {
  const { doc } = program;
  const sessions: Session[] = [];
  const results = doc.scenarios.map((s): ScenarioResult => {
    if (isSkipped(doc, s)) return { ...empty, name: s.name, skipped: true };
    const runs = casesOf(doc, s).map(({ values, scenario }) => {
      const played = playScenario(program, scenario);
      sessions.push(played.session);
      return { values, result: judgeScenario(program, scenario, played) };
    });
    const shown = runs.find((r) => !r.result.ok) ?? runs[0];
    const cases = runs.flatMap(({ values, result }) =>
      values ? { text: caseText(values), ok: result.ok, failedAt: result.failedAt } : [],
    );
    const silent = !s.expect?.length && s.steps.every((step) => !step.expect?.length);
    return { ...shown.result, name: s.name, ...(cases.length ? { cases } : {}), ...(silent ? { silent } : {}) };
  });
  return { results, sessions };
}

const empty = { ok: true, checks: [], stuck: null, failedAt: null, explanation: "", length: 0 };

/** True when all scenarios that run hold. */
export const allHold = (program: Program): boolean =>
  program.doc.scenarios.every(
    (s) =>
      isSkipped(program.doc, s) || casesOf(program.doc, s).every(({ scenario }) => runScenario(program, scenario).ok),
  );
