import { describe, expect, it } from "vitest";
import { demoComponents } from "../../../demo";
import type { Component, Scenario } from "../../model";
import { box, button, component } from "../../testing";
import { type Coverage, proveNow, shareOf, stepText } from "..";

const doc = (scenarios: Scenario[]): Component => ({
  ...component({
    parts: [button("b"), button("c"), box("p")],
    states: ["a", "z"],
    data: [{ name: "n", type: "integer", initial: 0, min: 0, max: 2 }],
    looks: { p: { a: "opacity: 0", z: "opacity: 1; transition: opacity 100ms" } },
    reactions: {
      "click b": { a: "[n > 0] z; / n = n + 1", z: "a" },
      "click c": { a: "ignored", z: "/ n = 0" },
      after: { z: "3s a" },
    },
  }),
  scenarios,
});
const covered = (scenarios: Scenario[]): Coverage => proveNow(doc(scenarios)).coverage;
const twice: Scenario = {
  name: "twice",
  steps: [{ do: { click: "b" } }, { do: { click: "b" } }, { do: { click: "c" } }, { do: { wait: 3000 } }],
};

describe("coverage", () => {
  it("has everything that can be exercised, and how often it was", () => {
    expect(covered([])).toEqual({
      states: { a: 0, z: 0 },
      branches: { "0 a 0": 0, "0 a 1": 0, "0 z 0": 0, "1 z 0": 0, "2 z 0": 0 },
      cells: { "0 a": 0, "0 z": 0, "1 a": 0, "1 z": 0, "2 z": 0 },
      looks: { "p a": 0, "p z": 0 },
      motions: { "p z opacity": 0 },
    });
    expect(covered([twice])).toEqual({
      states: { a: 2, z: 1 },
      branches: { "0 a 0": 1, "0 a 1": 1, "0 z 0": 0, "1 z 0": 1, "2 z 0": 1 },
      cells: { "0 a": 2, "0 z": 0, "1 a": 0, "1 z": 1, "2 z": 1 },
      looks: { "p a": 2, "p z": 1 },
      motions: { "p z opacity": 1 },
    });
    expect(shareOf(covered([twice]).branches)).toEqual({ covered: 4, of: 5 });
  });
  it("asks for nothing that cannot be", () => {
    const never = doc([]);
    never.states.push({ name: "nowhere" });
    never.reactions[0].in.nowhere = { branches: [{ to: "a" }] };
    const { coverage } = proveNow(never);
    expect(Object.keys(coverage.states)).toEqual(["a", "z"]);
    expect(Object.keys(coverage.branches)).not.toContain("0 nowhere 0");
  });
  it("counts an ignored event as decided", () => {
    expect(covered([{ name: "c", steps: [{ do: { click: "c" } }] }]).cells["1 a"]).toBe(1);
  });
});

describe("scenarios that are offered", () => {
  it("take what none takes yet, few of them, with what their last step changes", () => {
    const { offered } = proveNow(doc([twice]));
    expect(offered.map((s) => s.steps.map(stepText))).toEqual([["click b", "click b", "click b"]]);
    expect(offered[0].name).toBe("click b in z leads to a");
    expect(offered[0].steps[2].expect).toContainEqual({ fact: "state", is: "a" });
    expect(offered[0].steps[1].expect).toBeUndefined();
    expect(proveNow(doc([])).offered.length).toBeLessThan(5);
  });
  it.each(demoComponents.map((d) => d.load()).map((d) => [d.name, d] as const))(
    "%s: hold, and leave nothing out",
    (_n, demo) => {
      const first = proveNow(demo);
      const then = proveNow({ ...demo, scenarios: [...demo.scenarios, ...first.offered] });
      expect(then.scenarios.filter((s) => !s.ok)).toEqual([]);
      const { covered, of } = shareOf(then.coverage.branches);
      expect(covered).toBe(of);
      expect(then.offered).toEqual([]);
      for (const s of first.offered) expect(s.steps.at(-1)!.expect!.length).toBeGreaterThan(0);
    },
  );
});
