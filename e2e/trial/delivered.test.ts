/** Delivered pages on trial, in both browsers; and differences that were found once, each with its name. */
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import type { Component } from "../../src/core/model";
import { box, button, component } from "../../src/core/testing";
import { deliveredPage } from "../../src/core/testing/delivered";
import { runsOf, type TrialRun } from "../../src/core/trial";
import { demoComponents } from "../../src/demo";
import { putOnTrial, type Started, startBrowser } from "../../src/trial";
import { PATIENT } from "./told";

const engines = ["chromium", ...(process.env.LIVELY_FIREFOX === "" ? [] : ["firefox"])];
const demo = (name: string): Component => demoComponents.map((d) => d.load()).find((d) => d.name === name)!;

const found: { name: string; doc: Component; run: TrialRun }[] = [
  {
    name: "the focus on its way inside what holds it is not brought back",
    doc: component({
      parts: [box("cover", [button("ok"), button("no")])],
      states: ["s"],
      data: [{ name: "n", type: "integer", initial: 0, min: 0, max: 9 }],
      focus: { s: "held in cover" },
      reactions: { "focus leaves ok": { always: "/ n = n + 1" } },
    }),
    run: { name: "clicked", scenario: { name: "clicked", steps: [{ do: { click: "no" } }, { do: { click: "ok" } }] } },
  },
];

describe.each(engines)("delivered pages in %s", (engine) => {
  let browser: Started;
  beforeAll(async () => {
    browser = await startBrowser({ browser: engine });
  });
  afterAll(() => browser?.end());
  const differences = async (doc: Component, runs: readonly TrialRun[]): Promise<unknown[]> => {
    const { trial } = await putOnTrial(browser, doc, runs, { source: { html: deliveredPage(doc) }, patience: PATIENT });
    expect(trial.results.length).toBe(runs.length);
    return trial.results.flatMap((r) =>
      r.verdict === "differs" || r.verdict === "cut" ? [r.name, r.why, r.differs?.facts] : [],
    );
  };
  it.each(found)("$name", async ({ doc, run }) => {
    expect(await differences(doc, [run])).toEqual([]);
  });
  it.each(["Change-crossing dialog", "Notice", "Boarding countdown"])(
    "%s does what its scenarios and its reactions say",
    async (name) => {
      const doc = demo(name);
      const reactions = runsOf(doc, "reactions").runs.filter((_run, i) => i % (engine === "firefox" ? 4 : 2) === 0);
      expect(await differences(doc, [...runsOf(doc, "scenarios").runs, ...reactions])).toEqual([]);
    },
  );
});
