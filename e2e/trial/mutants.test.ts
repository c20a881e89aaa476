/** Faults put into a specification by its own operators, delivered, and held to the specification as it was: found. */
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { compile } from "../../src/core/program";
import { compareBehaviour, type Mutant, mutants } from "../../src/core/proof";
import { deliveredPage } from "../../src/core/testing/delivered";
import { differingText, runsOf } from "../../src/core/trial";
import { demoComponents } from "../../src/demo";
import { putOnTrial, type Started, startBrowser } from "../../src/trial";

let browser: Started;
beforeAll(async () => {
  browser = await startBrowser({ browser: "chromium" });
});
afterAll(() => browser?.end());

/** One of each operator, among those that a person could tell from the component as it was. */
function faultsOf(name: string): { doc: ReturnType<(typeof demoComponents)[number]["load"]>; faults: Mutant[] } {
  const doc = demoComponents.map((d) => d.load()).find((d) => d.name === name)!;
  const program = compile(doc);
  const byOperator = new Map<string, Mutant>();
  for (const m of mutants(doc)) {
    if (byOperator.has(m.operator)) continue;
    const { difference } = compareBehaviour(program, compile(m.doc), { sayable: true, most: 5000 });
    // Which state it is in, a page does not say.
    if (difference && difference.fact !== "state") byOperator.set(m.operator, m);
  }
  return { doc, faults: [...byOperator.values()] };
}

describe.each(["Harbour lamp", "Change-crossing dialog"])("%s", (name) => {
  const { doc, faults } = faultsOf(name);
  const { runs } = runsOf(doc, "situations");
  it.concurrent.each(faults.map((f) => [f.text, f] as const))(
    "%s",
    async (_t, fault) => {
      const signal = { aborted: false };
      const { trial } = await putOnTrial(browser, doc, runs, {
        source: { html: deliveredPage(fault.doc) },
        shorten: false,
        signal,
        onResult: (r) => {
          signal.aborted ||= r.differs !== null;
        },
      });
      expect(trial.results.flatMap((r) => (r.differs?.facts ?? []).map(differingText))).not.toEqual([]);
    },
    120_000,
  );
});
