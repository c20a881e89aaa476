/** Every form of delivery, built with its community's tools, does what the component's scenarios and reactions say. */
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { differingText, runsOf } from "../../src/core/trial";
import { demoComponents } from "../../src/demo";
import { putOnTrial, type Started, startBrowser } from "../../src/trial";
import { type BuiltTarget, builtPage } from "../agree/built";

const forms: readonly BuiltTarget[] = ["module", "element", "react", "vue", "angular", "svelte"];
const names = ["Harbour lamp", "Fare rules", "Send my pass"];
let browser: Started;
beforeAll(async () => {
  browser = await startBrowser({ browser: "chromium" });
});
afterAll(() => browser?.end());

describe.each(forms)("as %s", (form) => {
  it.each(names)(
    "%s",
    async (name) => {
      const doc = demoComponents.map((d) => d.load()).find((d) => d.name === name)!;
      const { runs } = runsOf(doc, "scenarios");
      const source = { html: await builtPage(form, doc, "") };
      const { trial } = await putOnTrial(browser, doc, runs, { source, shorten: false });
      const told = trial.results.flatMap((r) => [
        ...(r.differs?.facts ?? []).map((f) => `${r.name}: ${differingText(f)}`),
        ...(r.verdict === "cut" ? [`${r.name}: ${r.why}`] : []),
      ]);
      expect(told).toEqual([]);
      expect(trial.unmapped).toEqual([]);
    },
    120_000,
  );
});
