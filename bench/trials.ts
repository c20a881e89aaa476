/** What one waits for in a trial: a hundred runs, the first verdict, a run in a frame of the app. */
import { click, openDemo, press, type Stage, text, until } from "../e2e/stage";
import type { Component } from "../src/core/model";
import { deliveredPage } from "../src/core/testing/delivered";
import { runsOf } from "../src/core/trial";
import { putOnTrial, startBrowser } from "../src/trial";

const RUNS = 100;
const seconds = (since: number): string => `${((performance.now() - since) / 1000).toFixed(1)} s`;

/** In a browser that draws on demand, and in one that draws by itself. */
export const trialsInBrowser = async (doc: Component): Promise<[string, string, string][]> => [
  ...(await trialsIn(doc, false)),
  ...(await trialsIn(doc, true)),
];

async function trialsIn(doc: Component, drawsByItself: boolean): Promise<[string, string, string][]> {
  const source = { html: deliveredPage(doc) };
  const some = [...runsOf(doc, "scenarios").runs, ...runsOf(doc, "reactions").runs];
  const runs = Array.from({ length: RUNS }, (_v, i) => some[i % some.length]);
  const first = performance.now();
  const started = await startBrowser({ browser: "chromium", drawsByItself });
  await putOnTrial(started, doc, some.slice(0, 1), { source });
  const verdict = seconds(first);
  const begun = performance.now();
  const { trial } = await putOnTrial(started, doc, runs, { source });
  const all = seconds(begun);
  await started.end();
  const same = trial.results.filter((r) => r.verdict === "same").length;
  const frames = started.onDemand ? "frames on demand" : "frames of its own";
  return [
    [`${RUNS} runs of the demo dialog on trial in Chromium, ${frames}, two at once (${same} the same)`, all, "4 s"],
    [`A trial of one scenario, ${frames}, from nothing to the verdict, browser started`, verdict, "3 s"],
  ];
}

export async function trialInFrame(stage: Stage): Promise<[string, string, string]> {
  const page = await stage.page();
  await openDemo(page);
  await press(page, "Trial", ".views");
  await page.waitForSelector(".trial-set");
  await click(page, '.trial-set .ant-select:has(input[aria-label="Browser"])');
  await click(page, '.ant-select-item-option[title="A frame, here"]');
  const begun = performance.now();
  await press(page, "Put it on trial");
  const sum = await until(
    () => text(page, ".trial-sum"),
    (t) => /^\d+ runs:/.test(t),
    120_000,
  );
  const took = performance.now() - begun;
  await page.close();
  return [
    "A run in a frame of the app, of those of the demo dialog",
    `${Math.round(took / Number.parseInt(sum, 10))} ms`,
    "1 s",
  ];
}
