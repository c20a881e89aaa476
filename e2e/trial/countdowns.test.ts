/** Pages that go by the clock, at random: what was read of them is what they do, turn by turn. */
import fc from "fast-check";
import { afterAll, beforeAll, expect, it } from "vitest";
import { readHtml } from "../../src/core/exchange";
import { countdowns } from "../../src/core/testing/countdowns";
import { runsOf } from "../../src/core/trial";
import { putOnTrial, type Started, startBrowser } from "../../src/trial";
import { PATIENT, told } from "./told";

let browser: Started;
beforeAll(async () => {
  browser = await startBrowser({ browser: "chromium" });
});
afterAll(() => browser?.end());

const PAGES = Number(process.env.LIVELY_CASES ?? 12);
const SEED = Number(process.env.LIVELY_SEED ?? 20_261_201);
const RUNS = 5;

it("come to their ends as their sheets do", async () => {
  const differ: string[] = [];
  const untold: string[] = [];
  for (const [i, html] of fc.sample(countdowns, { seed: SEED, numRuns: PAGES }).entries()) {
    const read = readHtml(html, "Countdowns");
    if (!read.ok || !read.behaviour) throw new Error(`nothing was read of page ${i}`);
    const { doc, notUnderstood, unlike } = read.behaviour;
    if (unlike.length || notUnderstood.length) {
      untold.push(`${i}: ${[...unlike, ...notUnderstood.map((n) => n.text)].slice(0, 3).join(", ")}`);
      continue;
    }
    const all = runsOf(doc, "reactions").runs;
    const some = all.filter((_run, k) => k % Math.ceil(all.length / RUNS) === 0);
    const { trial } = await putOnTrial(browser, doc, some, { source: { html }, patience: PATIENT });
    differ.push(...told(trial).map((line) => `${i}: ${line}`));
  }
  expect(differ).toEqual([]);
  expect(untold).toEqual([]);
});
