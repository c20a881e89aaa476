import { describe, expect, it } from "vitest";
import type { Expectation, Scenario } from "../model";
import { addScenarios, wayName } from ".";

const click = (part: string, ...expect: Expectation[]) => ({
  do: { click: part },
  ...(expect.length ? { expect } : {}),
});
const is = (state: string): Expectation => ({ fact: "state", is: state });
const scenario = (name: string, ...steps: Scenario["steps"]): Scenario => ({ name, steps });

describe("scenarios that are added", () => {
  const open = scenario("opens", click("a", is("open")), click("b"));
  it("are taken in by one that goes the same way, each expectation once", () => {
    const more = [scenario("x", click("a", is("open"), is("lit"))), { ...scenario("y"), expect: [is("closed")] }];
    expect(addScenarios([open], more)).toEqual([
      { ...open, expect: [is("closed")], steps: [click("a", is("open"), is("lit")), click("b")] },
    ]);
  });
  it("are new where none goes that way, the longest first, so that they take in the others", () => {
    const long = scenario("l", click("c"), click("d", is("z")));
    const short = scenario("s", click("c", is("y")));
    expect(addScenarios([open], [short, long])).toEqual([
      open,
      { name: "click c → click d", steps: [click("c", is("y")), click("d", is("z"))] },
    ]);
  });
  it("leave alone what begins otherwise or runs over several values", () => {
    const cases = { ...open, cases: [{ n: 1 }] };
    const added = scenario("x", click("a", is("lit")));
    expect(addScenarios([cases], [added])).toEqual([cases, { ...added, name: "click a" }]);
    expect(addScenarios([{ ...open, skip: true as const }], [added])).toHaveLength(2);
  });
  it("are named by their way, the end of it where it is long", () => {
    expect(wayName([])).toBe("at the start");
    expect(wayName(Array.from({ length: 40 }, () => click("button")))).toHaveLength(119);
  });
});
