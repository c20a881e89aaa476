/** Frames on demand: a browser that draws when it is asked gives the verdicts of one that draws by itself. */
import { afterAll, beforeAll, expect, it } from "vitest";
import type { Component } from "../../src/core/model";
import { deliveredPage } from "../../src/core/testing/delivered";
import { atMost, oneIn } from "../../src/core/testing/depth";
import { runsOf, type TrialRun } from "../../src/core/trial";
import { demoComponents } from "../../src/demo";
import { openPage, putOnTrial, type Started, startBrowser } from "../../src/trial";
import { fixtures } from "./pages";

let shell: Started;
let whole: Started;
beforeAll(async () => {
  [shell, whole] = await Promise.all([
    startBrowser({ browser: "chromium" }),
    startBrowser({ browser: "chromium", drawsByItself: true }),
  ]);
});
afterAll(() => Promise.all([shell?.end(), whole?.end()]));

const judged = async (started: Started, doc: Component, runs: readonly TrialRun[], html: string) => {
  const { trial } = await putOnTrial(started, doc, runs, { source: { html }, patience: 120_000 });
  return trial.results.map(({ name, verdict, looks, differs }) => ({
    name,
    verdict,
    looks,
    differs: differs && { step: differs.step, at: differs.at, facts: differs.facts },
  }));
};

const some = (doc: Component): TrialRun[] => runsOf(doc, "reactions").runs.slice(0, atMost(3, 40));

it.each(oneIn(5, demoComponents).map((d) => d.load()))("$name: each run has the same verdict", async (doc) => {
  const html = deliveredPage(doc);
  const runs = some(doc);
  expect(runs.length).toBeGreaterThan(0);
  const onDemand = await judged(shell, doc, runs, html);
  expect(onDemand).toEqual(await judged(whole, doc, runs, html));
  expect(onDemand.some((r) => r.looks > 1)).toBe(true);
});

it("a fault is found at the same step, with a picture of it", async () => {
  const { doc, html, faults } = fixtures[0];
  const { from, to } = faults[0];
  const faulty = html.replace(from, to);
  const { runs } = runsOf(doc, "reactions");
  const onDemand = await judged(shell, doc, runs, faulty);
  expect(onDemand.some((r) => r.verdict === "differs")).toBe(true);
  expect(onDemand).toEqual(await judged(whole, doc, runs, faulty));
  const page = await openPage(shell, { address: "data:text/html,<p>On deck</p>", map: {}, requests: [], allowed: [] });
  await page.open({ width: 320, height: 200, scroll: 0, reducedMotion: false });
  expect(await page.picture()).toMatch(/^data:image\/png;base64,.{200}/);
  await page.close();
});

it("is what Chromium's shell does, and refused for a page whose clock runs", async () => {
  expect([shell.onDemand, whole.onDemand]).toEqual([true, false]);
  const asked = { address: "data:text/html,", map: {}, requests: [], allowed: [], realTime: true };
  expect(() => openPage(shell, asked)).toThrow("draws by itself");
});
