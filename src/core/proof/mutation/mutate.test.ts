import { describe, expect, it } from "vitest";
import { demoComponents } from "../../../demo";
import { type Component, checkNames, type Scenario } from "../../model";
import { compile } from "../../program";
import { box, bubblingDialog, button, component, type Sketch } from "../../testing";
import { compareBehaviour, mutants, mutate, mutateNow, operators, runScenario, scoreOf, stepText } from "..";

const sketch = (over: Partial<Sketch> = {}): Component =>
  component({
    parts: [button("b"), button("c"), box("p", ["Words"])],
    states: ["a", "z"],
    looks: { p: { a: "not displayed", z: "shown" } },
    reactions: { "click b": { a: "z", z: "a" }, "click c": { a: "ignored", z: "ignored" } },
    ...over,
  });
const compared = (one: Component, other: Component) => {
  const { difference, complete } = compareBehaviour(compile(one), compile(other));
  return { difference, complete, steps: difference?.run.steps.map(stepText) };
};

describe("two specifications", () => {
  it("do not differ by what their states are called, nor by a state that nobody can tell from another", () => {
    expect(compared(sketch(), sketch())).toMatchObject({ difference: null, complete: true });
    const renamed = sketch({
      states: ["shut", "open"],
      looks: { p: { shut: "not displayed", open: "shown" } },
      reactions: { "click b": { shut: "open", open: "shut" }, "click c": { shut: "ignored", open: "ignored" } },
    });
    expect(compared(sketch(), renamed)).toMatchObject({ difference: null, complete: true });
    const longer = sketch({
      states: ["a", "z", "zz"],
      looks: { p: { a: "not displayed" } },
      reactions: { "click b": { a: "z", z: "a", zz: "a" }, "click c": { a: "ignored", z: "zz", zz: "z" } },
    });
    expect(compared(sketch(), longer)).toMatchObject({ difference: null, complete: true });
  });
  it("differ by the shortest run that tells them apart, and what it shows", () => {
    const other = sketch({
      reactions: { "click b": { a: "z", z: "ignored" }, "click c": { a: "ignored", z: "ignored" } },
    });
    const { difference, steps } = compared(sketch(), other);
    expect(steps).toEqual(["click b", "click b"]);
    expect(difference).toMatchObject({ part: "p", fact: "visible", a: "false", b: "true" });
  });
  it("differ at an instant", () => {
    const timed = (after: string) =>
      sketch({
        reactions: {
          "click b": { a: "z", z: "ignored" },
          "click c": { a: "ignored", z: "ignored" },
          after: { z: `${after} a` },
        },
      });
    const { difference, steps } = compared(timed("500ms"), timed("501ms"));
    expect(steps).toEqual(["click b", "wait 500 ms"]);
    expect(difference).toMatchObject({ part: "p", fact: "visible" });
  });
  it("differ by style and motion, unless only what can be expected is asked for", () => {
    const coloured = (colour: string) => sketch({ looks: { p: { a: "not displayed", z: `color: ${colour}` } } });
    expect(compared(coloured("red"), coloured("blue")).difference).toMatchObject({
      fact: "style color",
      a: "red",
      b: "blue",
    });
    const [one, other] = [coloured("red"), coloured("blue")].map(compile);
    expect(compareBehaviour(one, other, { sayable: true })).toMatchObject({ difference: null, complete: true });
  });
  it("say so where the bound comes first", () => {
    const count = (max: number) =>
      sketch({
        data: [{ name: "n", type: "integer", initial: 0, min: 0, max: 90 }],
        looks: { p: { always: `shown; [n > ${max}] "over"` } },
        reactions: { "click b": { a: "[n < 90] / n = n + 1; / n = 0" } },
      });
    const [one, other] = [count(80), count(81)].map(compile);
    expect(compareBehaviour(one, other, { most: 20 })).toMatchObject({ difference: null, complete: false });
    expect(compareBehaviour(one, other, { most: 500 }).difference).toMatchObject({ part: "p", fact: "text" });
  });
});

describe("mutants", () => {
  it("are specifications that load, each other than the one they come from, of twenty kinds and more", () => {
    const kinds = new Set<string>();
    for (const doc of demoComponents.map((d) => d.load())) {
      const text = JSON.stringify(doc);
      for (const mutant of mutants(doc)) {
        kinds.add(mutant.operator);
        expect(checkNames(mutant.doc)).toEqual([]);
        expect(JSON.stringify(mutant.doc)).not.toBe(text);
        expect(mutant.text).toMatch(/^What if .*\?$/);
      }
    }
    expect(kinds.size).toBeGreaterThanOrEqual(20);
    expect(operators.filter((o) => !kinds.has(o)).length).toBeLessThan(6);
  });
});

describe("what the scenarios notice", () => {
  const open: Scenario = {
    name: "opens",
    steps: [{ do: { click: "b" }, expect: [{ fact: "visible", part: "p", is: true }] }],
  };
  it("tells how many were asked, also while one that takes long is", () => {
    const told = [
      ...mutate(
        sketch({
          data: [{ name: "n", type: "integer", initial: 0, min: 0, max: 90 }],
          looks: { p: { always: 'shown; [n > 80] "over"' } },
          reactions: { "click b": { a: "[n < 90] / n = n + 1; / n = 0" } },
        }),
      ),
    ];
    expect(told).toEqual(told.toSorted((a, b) => a - b));
    expect(told.length).toBeGreaterThan(2 * told.at(-1)!);
  });
  it("is everything, nothing, or a question with the expectation that would notice", () => {
    const bare = mutateNow({ ...sketch(), scenarios: [] });
    expect(bare.killed).toBe(0);
    const one = mutateNow({ ...sketch(), scenarios: [open] });
    expect(one.killed).toBeGreaterThan(1);
    const question = one.survivors.find((s) => s.text === "What if click b in z did nothing?")!;
    expect(question.operator).toBe("reaction ignored");
    expect(question.offered!.steps.map(stepText)).toEqual(["click b", "click b"]);
    expect(question.offered!.steps[1].expect).toEqual([{ fact: "visible", part: "p", is: false }]);
    const all = { ...sketch(), scenarios: [open, ...one.survivors.flatMap((s) => s.offered ?? [])] };
    expect(mutateNow(all).survivors).toEqual([]);
    expect(scoreOf(mutateNow(all))).toBe(100);
  });
  it("leaves out what nobody could notice", () => {
    const twins = sketch({
      states: ["a", "z", "zz"],
      looks: { p: { a: "not displayed" } },
      reactions: { "click b": { a: "z", z: "a", zz: "a" }, "click c": { a: "ignored", z: "ignored", zz: "ignored" } },
    });
    const { equivalent, survivors } = mutateNow({ ...twins, scenarios: [] });
    expect(equivalent).toBeGreaterThan(0);
    expect(survivors.map((s) => s.text)).not.toContain("What if click b in a led to zz instead of z?");
  });
  it("is not asked while a scenario fails", () => {
    const wrong = {
      ...open,
      steps: [{ ...open.steps[0], expect: [{ fact: "visible" as const, part: "p", is: false }] }],
    };
    expect(mutateNow({ ...sketch(), scenarios: [wrong] })).toMatchObject({
      refused: expect.stringContaining("have to hold"),
      killed: 0,
    });
  });
  const few = (doc: Component): Component => ({ ...doc, scenarios: doc.scenarios.slice(0, 5) });
  it("is more once what is offered was accepted: in a dialog and in the demo", () => {
    const docs = [bubblingDialog(), ...demoComponents.slice(0, 1).map((d) => few(d.load()))];
    for (const doc of docs) {
      const { survivors, open } = mutateNow(doc);
      expect(open).toEqual([]);
      const offered = survivors.flatMap((s) => s.offered ?? []);
      expect(offered.length).toBeGreaterThan(5);
      const program = compile(doc);
      for (const s of offered) expect(runScenario(program, s).ok, s.name).toBe(true);
      expect(mutateNow({ ...doc, scenarios: [...doc.scenarios, ...offered] }).survivors).toEqual([]);
    }
  });
});
