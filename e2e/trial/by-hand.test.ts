/** Pages written by hand with each framework: right ones show no difference, each planted fault is found and named. */
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { oneIn } from "../../src/core/testing/depth";
import { runsOf } from "../../src/core/trial";
import { putOnTrial, type Started, startBrowser } from "../../src/trial";
import { byHand } from "./by-hand";
import { PATIENT, told } from "./told";

let browser: Started;
beforeAll(async () => {
  browser = await startBrowser({ browser: "chromium" });
});
afterAll(() => browser?.end());

describe.concurrent.each(byHand)("$name", ({ doc, html, faults }) => {
  const { runs } = runsOf(doc, "situations");
  it("does the same", async () => {
    const { trial } = await putOnTrial(browser, doc, runs, { source: { html: await html() }, patience: PATIENT });
    expect(told(trial)).toEqual([]);
  });
  it.each(oneIn(2, faults))("$what: found", async ({ html: made, shows }) => {
    const source = { html: await made() };
    const signal = { aborted: false };
    const { trial } = await putOnTrial(browser, doc, runs, {
      source,
      shorten: false,
      signal,
      // The first difference is enough.
      onResult: (r) => {
        if (r.differs) signal.aborted = true;
      },
    });
    expect(told(trial).join("\n")).toContain(shows);
  });
});
