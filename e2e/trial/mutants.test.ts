/** Faults put into a specification by its own operators, delivered, and held to the specification as it was: found. */
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import type { Component } from "../../src/core/model";
import { compile } from "../../src/core/program";
import { compareBehaviour, type Mutant, mutants } from "../../src/core/proof";
import { deliveredPage } from "../../src/core/testing/delivered";
import { oneIn } from "../../src/core/testing/depth";
import { actOut, CoreSystem, type Observation, runsOf, type TrialRun } from "../../src/core/trial";
import { demoComponents } from "../../src/demo";
import { putOnTrial, type Started, startBrowser } from "../../src/trial";
import { PATIENT } from "./told";

/** ms: two frames. */
const LAG = 34;
/** Runs that tell, in which a fault is looked for. */
const TRIES = 12;

let browser: Started;
beforeAll(async () => {
  browser = await startBrowser({ browser: "chromium" });
});
afterAll(() => browser?.end());

/** One of each operator, among those that a person could tell from the component as it was. */
function faultsOf(name: string): { doc: Component; faults: Mutant[] } {
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

/** A page that is the core itself, and may lag as much as one that draws. */
class Drawn extends CoreSystem {
  override async observe(parts: readonly string[]): Promise<Observation> {
    return { ...(await super.observe(parts)), lag: LAG };
  }
}

/** Runs in which the core alone tells the two apart: in one of the first a browser has to find the fault. */
async function* telling(doc: Component, fault: Component, runs: readonly TrialRun[]): AsyncGenerator<TrialRun> {
  const program = compile(doc);
  const parts = program.parts.map((p) => p.name);
  const wrong = compile(fault);
  for (const run of runs) {
    const { differs } = await actOut(program, run.scenario, new Drawn(wrong), { parts, letBe: [] });
    if (differs) yield run;
  }
}

describe.each(["Harbour lamp", "Change-crossing dialog"])("%s", (name) => {
  const { doc, faults } = faultsOf(name);
  const { runs } = runsOf(doc, "situations");
  it.concurrent.each(oneIn(2, faults).map((f) => [f.text, f] as const))("%s", async (_t, fault) => {
    const source = { html: deliveredPage(fault.doc) };
    let tries = 0;
    for await (const run of telling(doc, fault.doc, runs)) {
      const { trial } = await putOnTrial(browser, doc, [run], { source, shorten: false, patience: PATIENT });
      if (trial.results.some((r) => r.differs)) return;
      if (++tries === TRIES) break;
    }
    expect.unreachable(`not found in ${tries} runs that tell`);
  });
});
