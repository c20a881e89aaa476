/** Many runs of right pages in a row, while two processes burn a core each: nothing is told that is not so. */
import { spawn } from "node:child_process";
import { afterAll, beforeAll, expect, it } from "vitest";
import { atMost } from "../../src/core/testing/depth";
import { runsOf } from "../../src/core/trial";
import { putOnTrial, type Started, startBrowser } from "../../src/trial";
import { fixtures } from "./pages";
import { told } from "./told";

const RUNS = atMost(60, 200);
let browser: Started;
const burning = [1, 2].map(() => spawn(process.execPath, ["-e", "for (;;);"]));
beforeAll(async () => {
  browser = await startBrowser({ browser: "chromium" });
});
afterAll(async () => {
  for (const one of burning) one.kill();
  await browser?.end();
});

it("shows no difference", async () => {
  let done = 0;
  const wrong: string[] = [];
  for (let round = 0; done < RUNS; round++)
    for (const { name, doc, html } of fixtures) {
      const { runs } = runsOf(doc, "situations");
      const { trial } = await putOnTrial(browser, doc, runs.slice(0, RUNS - done), {
        source: { html },
        shorten: false,
      });
      done += trial.results.length;
      // Where the runs are cut off some parts may never have been there.
      wrong.push(...told({ ...trial, unmapped: [] }).map((line) => `${name}, round ${round}: ${line}`));
    }
  expect(wrong).toEqual([]);
  expect(done).toBe(RUNS);
});
