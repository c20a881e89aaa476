/** Steps of scenarios, however they came about: searched, compared, recorded. */
import { micros } from "../measure";
import type { Step as ScenarioStep } from "../model";

/** Waits that follow one another are one, unless something is expected between them. */
export const mergedWaits = (steps: readonly ScenarioStep[]): ScenarioStep[] =>
  steps.reduce<ScenarioStep[]>((list, s) => {
    const last = list.at(-1);
    if (last && "wait" in last.do && "wait" in s.do && !last.expect)
      list[list.length - 1] = { ...s, do: { wait: micros(last.do.wait + s.do.wait) } };
    else list.push(s);
    return list;
  }, []);
