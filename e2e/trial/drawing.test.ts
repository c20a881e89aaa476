/**
 * Pages that draw all of it anew after every change, written in random ways: the page that is delivered of what was read
 * shows the same, element by element, whatever is pressed.
 */
import fc from "fast-check";
import { afterAll, beforeAll, expect, it } from "vitest";
import { readHtml } from "../../src/core/exchange";
import { drawings, writings } from "../../src/core/testing/drawing";
import { runsOf } from "../../src/core/trial";
import { putOnTrial, type Started, startBrowser } from "../../src/trial";
import { apart } from "./side-by-side";
import { PATIENT, told } from "./told";

let browser: Started;
beforeAll(async () => {
  browser = await startBrowser({ browser: "chromium", drawsByItself: true });
});
afterAll(() => browser?.end());

/** The sheet keeps a focus that is lost where something is drawn anew, and says so. */
const isOfFocus = ({ text }: { text: string }): boolean => text.startsWith("the focus, which is lost");

const PAGES = 40;
const PRESSES = 10;
const SEED = 20_261_130;
/** So many at most are told not to be read as a whole: trees whose elements all come from one place of the script. */
const NOT_READ = 6;

it("shows what the page shows", async () => {
  const [its, ours] = [await browser.browser.newPage(), await browser.browser.newPage()];
  const differ: string[] = [];
  const told: string[] = [];
  const seen = new Set<string>();
  for (const [i, { html, writing }] of fc.sample(drawings, { seed: SEED, numRuns: PAGES }).entries()) {
    const read = readHtml(html, "Crates");
    if (!read.ok || !read.behaviour) throw new Error(`nothing was read of page ${i}`);
    const { doc, notUnderstood, unlike } = read.behaviour;
    if (unlike.length || !notUnderstood.every(isOfFocus)) {
      told.push(`${i}, ${writing}`);
      continue;
    }
    seen.add(writing);
    const otherwise = await apart(its, ours, html, doc, { presses: PRESSES, seed: i });
    if (otherwise) differ.push(`${i}, ${writing}, ${otherwise}`);
  }
  expect(differ).toEqual([]);
  expect([...seen].sort()).toEqual([...writings].sort());
  expect(told.length, told.join("; ")).toBeLessThanOrEqual(NOT_READ);
});

const TRIED = 12;
const RUNS = 4;
const OTHERS = 20_261_131;
/** Where something has no room nobody could press it. */
const letBe = /the page: focus:|: focused: |has no room to be hit in/;

it("is held to its sheet, whichever element is which part by then", async () => {
  const differ: string[] = [];
  let tried = 0;
  for (const [i, { html, writing }] of fc.sample(drawings, { seed: OTHERS, numRuns: TRIED }).entries()) {
    const read = readHtml(html, "Crates");
    if (!read.ok || !read.behaviour) throw new Error(`nothing was read of page ${i}`);
    const { doc, notUnderstood } = read.behaviour;
    if (!notUnderstood.every(isOfFocus)) continue;
    const all = runsOf(doc, "reactions").runs;
    const runs = all.filter((_run, k) => k % Math.ceil(all.length / RUNS) === 0);
    const source = { source: { html }, patience: PATIENT, shorten: false };
    const { trial } = await putOnTrial(browser, doc, runs, source);
    tried++;
    differ.push(...told(trial).flatMap((line) => (letBe.test(line) ? [] : [`${i}, ${writing}: ${line}`])));
  }
  expect(differ).toEqual([]);
  expect(tried).toBeGreaterThan(TRIED / 2);
});
