/** What every page has, written out of different habits at random: what was read of it is what it does. */
import fc from "fast-check";
import { afterAll, beforeAll, expect, it } from "vitest";
import { idioms, tellable } from "../../src/core/testing/idioms";
import { type Started, startBrowser } from "../../src/trial";
import { heldToSheets } from "./as-read";

let browser: Started;
beforeAll(async () => {
  browser = await startBrowser({ browser: "chromium" });
});
afterAll(() => browser?.end());

const PAGES = Number(process.env.LIVELY_CASES ?? 16);
const SEED = Number(process.env.LIVELY_SEED ?? 20_261_202);

it("do what their sheets say", async () => {
  const { differ, untold } = await heldToSheets(browser, fc.sample(idioms, { seed: SEED, numRuns: PAGES }), tellable);
  expect(differ).toEqual([]);
  expect(untold).toEqual([]);
});
