/** Steps of scenarios, however they came about: searched, compared, recorded. */
import { micros } from "../../measure";
import type { Step as ScenarioStep, Stimulus } from "../../model";

/** Waits that follow one another are one, unless something is expected between them. */
export const mergedWaits = (steps: readonly ScenarioStep[]): ScenarioStep[] =>
  steps.reduce<ScenarioStep[]>((list, s) => {
    const last = list.at(-1);
    if (last && "wait" in last.do && "wait" in s.do && !last.expect)
      list[list.length - 1] = { ...s, do: { wait: micros(last.do.wait + s.do.wait) } };
    else list.push(s);
    return list;
  }, []);

/** What is done on a way, with the waits between. @param acts null where only time passes @param instants of each, µs */
export function stepsAt(acts: readonly (Stimulus | null)[], instants: readonly number[]): ScenarioStep[] {
  const steps: ScenarioStep[] = [];
  let now = 0;
  acts.forEach((stimulus, i) => {
    const wait = micros((instants[i] - now) / 1000);
    if (wait > 0) steps.push({ do: { wait } });
    now = Math.max(now, instants[i]);
    if (stimulus) steps.push({ do: stimulus });
  });
  return mergedWaits(steps);
}
