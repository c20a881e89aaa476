/** Pages on trial: right ones show no difference, each planted fault is found and named. */
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { runsOf } from "../../src/core/trial";
import { putOnTrial, type Started, startBrowser } from "../../src/trial";
import { fixtures, framedFixtures } from "./pages";
import { told } from "./told";

let browser: Started;
beforeAll(async () => {
  browser = await startBrowser({ browser: "chromium" });
});
afterAll(() => browser?.end());

describe.each([...fixtures, ...framedFixtures])("$name", ({ doc, html, faults }) => {
  const runs = runsOf(doc, "situations").runs;
  it("does the same", async () => {
    expect(runs.length).toBeGreaterThan(0);
    const { trial } = await putOnTrial(browser, doc, runs, { source: { html } });
    expect(told(trial)).toEqual([]);
  });
  it.each(faults)(
    "$what: found",
    async ({ from, to, shows }) => {
      expect(html).toContain(from);
      // The first difference is enough.
      const signal = { aborted: false };
      const onResult = (): void => {
        signal.aborted = true;
      };
      const source = { html: html.replace(from, to) };
      const { trial } = await putOnTrial(browser, doc, runs, {
        source,
        shorten: false,
        signal,
        onResult: (r) => r.differs && onResult(),
      });
      expect(told(trial).join("\n")).toContain(shows);
    },
    120_000,
  );
});
