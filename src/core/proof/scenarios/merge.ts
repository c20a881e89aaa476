/** Scenarios added to others so that there are few: what takes the same way is one scenario with more expectations. */
import type { Expected, Scenario, Step } from "../../model";
import { unusedTitle } from "./titles";

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** True when `way` begins with all steps of `part`. */
const begins = (way: readonly Step[], part: readonly Step[]): boolean =>
  part.length <= way.length && part.every((s, i) => same(s.do, way[i].do));

/** Runs from the plain start, once: only such can take in what another expects. */
const isPlain = (s: Scenario): boolean => !s.data && !s.page && !s.cases && !s.skip;

const joined = (a: readonly Expected[] = [], b: readonly Expected[] = []): Expected[] => [
  ...a,
  ...b.filter((e) => !a.some((x) => same(x, e))),
];

function taking(into: Scenario, from: Scenario): Scenario {
  const expect = joined(into.expect, from.expect);
  const steps = into.steps.map((s, i): Step => {
    const more = joined(s.expect, from.steps[i]?.expect);
    return more.length ? { ...s, expect: more } : s;
  });
  return { ...into, ...(expect.length ? { expect } : {}), steps };
}

/**
 * @param more what is to be noticed too; a way that is part of another is taken in by that
 * @returns the scenarios with those added, in their order, new ones last, no two of one name
 */
export function addScenarios(scenarios: readonly Scenario[], more: readonly Scenario[]): Scenario[] {
  const out = [...scenarios];
  for (const added of [...more].sort((a, b) => b.steps.length - a.steps.length)) {
    const at = isPlain(added) ? out.findIndex((s) => isPlain(s) && begins(s.steps, added.steps)) : -1;
    if (at >= 0) out[at] = taking(out[at], added);
    else out.push({ ...added, name: unusedTitle(added, out) });
  }
  return out;
}
