/** A page whose clock nobody holds: right ones pass on a busy machine, what is wrong or far too late is found. */
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { deliveredPage } from "../../src/core/testing/delivered";
import { runsOf } from "../../src/core/trial";
import { demoComponents } from "../../src/demo";
import { putOnTrial, type Started, startBrowser } from "../../src/trial";
import { told } from "./told";

let browser: Started;
beforeAll(async () => {
  browser = await startBrowser({ browser: "chromium", drawsByItself: true });
});
afterAll(() => browser?.end());

const crossing = demoComponents.map((d) => d.load()).find((d) => d.name === "Change-crossing dialog")!;
const { runs } = runsOf(crossing, "scenarios");
const tried = async (change: (html: string) => string) => {
  const html = deliveredPage(crossing);
  const source = { html: change(html) };
  const { trial } = await putOnTrial(browser, crossing, runs, { source, realTime: true, shorten: false });
  expect(trial.results).toHaveLength(runs.length);
  return told(trial);
};

describe("in real time", () => {
  it("the delivered page does the same", async () => {
    expect(await tried((html) => html)).toEqual([]);
  });
  it.each([
    ["a lost key", "Escape", "Esc", "Escape closes it"],
    ["a fade that lasts far too long", "240ms", "1900ms", ""],
    ["a wrong text", "Take 11:10", "Take 11:20", "text"],
  ])("%s is found", async (_what, from, to, shows) => {
    const found = await tried((html) => {
      const text = html.replaceAll(from, to);
      expect(text).not.toBe(html);
      return text;
    });
    expect(found.length).toBeGreaterThan(0);
    expect(found.join("\n")).toContain(shows);
  });
});
