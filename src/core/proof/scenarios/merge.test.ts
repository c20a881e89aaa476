import { describe, expect, it } from "vitest";
import type { Expectation, Scenario } from "../../model";
import { compile } from "../../program";
import { box, button, component } from "../../testing";
import { addScenarios, titleOf } from "..";

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
      { name: "l", steps: [click("c", is("y")), click("d", is("z"))] },
    ]);
  });
  it("leave alone what begins otherwise or runs over several values", () => {
    const cases = { ...open, cases: [{ n: 1 }] };
    const added = scenario("x", click("a", is("lit")));
    expect(addScenarios([cases], [added])).toEqual([cases, added]);
    expect(addScenarios([{ ...open, skip: true as const }], [added])).toHaveLength(2);
  });
  it("get a name that no other has", () => {
    const added = [scenario("opens", click("x")), scenario("opens", click("y"))];
    expect(addScenarios([open], added).map((s) => s.name)).toEqual(["opens", "opens (2)", "opens (3)"]);
    const longer = [scenario("opens", click("x"), click("z")), scenario("opens", click("y"), click("z"))];
    const names = addScenarios([open], longer).map((s) => s.name);
    expect(names).toEqual(["opens", "opens, after click x", "opens, after click y"]);
  });
});

describe("a scenario that nobody named", () => {
  const program = compile(
    component({
      parts: [button("b"), box("p", ["Words"])],
      states: ["shut", "open"],
      looks: { p: { shut: "not displayed", open: "shown" } },
      reactions: { "click b": { shut: "open", open: "ignored" }, after: { open: "2s shut" } },
    }),
  );
  const wait = (ms: number) => ({ do: { wait: ms } });
  it.each([
    ["click b in shut leads to open", [click("b")]],
    ["click b in open", [click("b"), wait(500), click("b")]],
    ["click b in shut leads to open, 90 ms on", [click("b"), wait(90)]],
    ["click b in shut leads to open, 2000 ms on: shut", [click("b"), wait(2000)]],
    ["5 acts, then click b in open", Array.from({ length: 5 }, () => click("b"))],
    ["left alone for 300 ms: shut", [wait(300)]],
    ["at the start", []],
  ])("is called %s", (title, steps) => expect(titleOf(program, steps)).toBe(title));
});
