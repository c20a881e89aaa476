/** Every form of delivery, built with its community's tools, does what the component's scenarios and reactions say. */
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { oneIn } from "../../src/core/testing/depth";
import { runsOf } from "../../src/core/trial";
import { demoComponents } from "../../src/demo";
import { type Started, startBrowser } from "../../src/trial";
import type { BuiltTarget } from "../agree/built";
import { tryForm } from "./forms";

const forms: readonly BuiltTarget[] = ["module", "element", "react", "vue", "angular", "svelte"];
const names = ["Harbour lamp", "Fare rules", "Send my pass"];
let browser: Started;
beforeAll(async () => {
  browser = await startBrowser({ browser: "chromium" });
});
afterAll(() => browser?.end());

describe.each(forms)("as %s", (form) => {
  it.concurrent.each(oneIn(2, names))("%s", async (name) => {
    const doc = demoComponents.map((d) => d.load()).find((d) => d.name === name)!;
    const { told, runs } = await tryForm(browser, form, doc, runsOf(doc, "scenarios").runs);
    expect(told).toEqual([]);
    expect(runs).toBeGreaterThan(0);
  });
});

it("a page that is long by its script alone is not asked to open scrolled; one that is long by its markup is", async () => {
  const doc = demoComponents.map((d) => d.load()).find((d) => d.name === "Back to timetable top")!;
  const runs = runsOf(doc, "scenarios").runs.filter((r) => (r.scenario.page?.scroll ?? 0) > 0);
  expect(runs.length).toBeGreaterThan(0);
  expect(await tryForm(browser, "page", doc, runs)).toMatchObject({ runs: runs.length, told: [] });
  expect(await tryForm(browser, "react", doc, runs)).toMatchObject({ runs: 0, right: 0 });
});
