/**
 * Pages of several components, some of which know of one another: what goes its own way is told apart, and the page that is
 * delivered of what was read shows the same, element by element, whatever is pressed.
 */
import fc from "fast-check";
import { afterAll, beforeAll, expect, it } from "vitest";
import { readHtml } from "../../src/core/exchange";
import { allStates } from "../../src/core/model";
import { compositions } from "../../src/core/testing/composed";
import { atMost } from "../../src/core/testing/depth";
import { runsOf } from "../../src/core/trial";
import { putOnTrial, type Started, startBrowser } from "../../src/trial";
import { apart } from "./side-by-side";
import { doable, PATIENT, told } from "./told";

let browser: Started;
beforeAll(async () => {
  browser = await startBrowser({ browser: "chromium", drawsByItself: true });
});
afterAll(() => browser?.end());

const PAGES = atMost(12, 20);
const PRESSES = 25;
const SEED = 20_261_132;
/** So many at most are told not to be gone through as a whole. */
const NOT_READ = 1;

it("shows what the page shows", async () => {
  const [its, ours] = [await browser.browser.newPage(), await browser.browser.newPage()];
  const differ: string[] = [];
  const untold: string[] = [];
  let most = 0;
  for (const [i, { html, kinds }] of fc.sample(compositions, { seed: SEED, numRuns: PAGES }).entries()) {
    const read = readHtml(html, "Quay");
    if (!read.ok || !read.behaviour) throw new Error(`nothing was read of page ${i}`);
    const { doc, notUnderstood, unlike } = read.behaviour;
    if (unlike.length || notUnderstood.length) {
      untold.push(`${i}, ${kinds}: ${[...unlike, ...notUnderstood.map((n) => n.text)].join(", ")}`);
      continue;
    }
    const ways = doc.states[0].states?.map((s) => s.states?.length ?? 1) ?? [allStates(doc).length];
    most = Math.max(
      most,
      ways.reduce((a, b) => a * b, 1),
    );
    const otherwise = await apart(its, ours, html, doc, { presses: PRESSES, seed: i, key: "Escape" });
    if (otherwise) differ.push(`${i}, ${kinds}, ${otherwise}`);
  }
  expect(differ).toEqual([]);
  expect(untold.length, untold.join("; ")).toBeLessThanOrEqual(NOT_READ);
  // As many ways together as nobody goes through.
  expect(most).toBeGreaterThan(1000);
});

const TRIED = atMost(2, 5);
const RUNS = 6;
const OTHERS = 20_261_133;

it("is held to its sheet", async () => {
  const differ: string[] = [];
  for (const [i, { html, kinds }] of fc.sample(compositions, { seed: OTHERS, numRuns: TRIED }).entries()) {
    const read = readHtml(html, "Quay");
    if (!read.ok || !read.behaviour) throw new Error(`nothing was read of page ${i}`);
    const all = runsOf(read.behaviour.doc, "reactions").runs;
    const runs = all.filter((_run, k) => k % Math.ceil(all.length / RUNS) === 0);
    const { trial } = await putOnTrial(browser, read.behaviour.doc, runs, {
      source: { html },
      patience: PATIENT,
      shorten: false,
    });
    differ.push(...doable(told(trial)).map((line) => `${i}, ${kinds}: ${line}`));
  }
  expect(differ).toEqual([]);
});
