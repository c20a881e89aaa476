/** Pages that go by the clock, at random: what was read of them is what they do, turn by turn. */
import fc from "fast-check";
import { afterAll, beforeAll, expect, it } from "vitest";
import { countdowns } from "../../src/core/testing/countdowns";
import { type Started, startBrowser } from "../../src/trial";
import { heldToSheets } from "./as-read";

let browser: Started;
beforeAll(async () => {
  browser = await startBrowser({ browser: "chromium" });
});
afterAll(() => browser?.end());

const PAGES = Number(process.env.LIVELY_CASES ?? 12);
const SEED = Number(process.env.LIVELY_SEED ?? 20_261_201);

it("come to their ends as their sheets do", async () => {
  const pages = fc.sample(countdowns, { seed: SEED, numRuns: PAGES });
  const { differ, untold } = await heldToSheets(
    browser,
    pages.map((html) => ({ html, about: "countdowns" })),
  );
  expect(differ).toEqual([]);
  expect(untold).toEqual([]);
});
