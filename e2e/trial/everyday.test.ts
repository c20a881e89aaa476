/** Everyday pages brought in: what was read of their scripts does in a browser what the pages themselves do. */
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { readHtml } from "../../src/core/exchange";
import type { Component } from "../../src/core/model";
import { everyday } from "../../src/core/testing/everyday";
import { runsOf } from "../../src/core/trial";
import { putOnTrial, type Started, startBrowser } from "../../src/trial";
import { told } from "./told";

let browser: Started;
beforeAll(async () => {
  browser = await startBrowser({ browser: "chromium" });
});
afterAll(() => browser?.end());

function broughtIn(html: string, name: string): Component {
  const read = readHtml(html, name);
  if (!read.ok) throw new Error(read.message);
  if (!read.behaviour) throw new Error("nothing was read of its script");
  expect(read.behaviour.notUnderstood).toEqual([]);
  expect(read.behaviour.unlike).toEqual([]);
  return read.behaviour.doc;
}

describe.each(Object.entries(everyday))("%s", (name, html) => {
  it("does what its page does", async () => {
    const doc = broughtIn(html, name);
    const { runs } = runsOf(doc, "reactions");
    expect(runs.length).toBeGreaterThan(0);
    const { trial } = await putOnTrial(browser, doc, runs, { source: { html } });
    expect(told(trial)).toEqual([]);
  }, 120_000);
});
