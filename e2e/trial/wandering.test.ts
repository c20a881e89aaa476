/** Pages by strangers, gone through at random: they do what was read of them, whoever does whatever to them. */
import { afterAll, beforeAll, expect, it } from "vitest";
import { readHtml } from "../../src/core/exchange";
import { oneIn } from "../../src/core/testing/depth";
import { everyday } from "../../src/core/testing/everyday";
import { faults, remarks, strangers } from "../../src/core/testing/strangers";
import { putOnTrial, type Started, startBrowser } from "../../src/trial";
import { measured } from "./as-read";
import { doable, PATIENT, told } from "./told";
import { wanderings } from "./wandering";

let browser: Started;
beforeAll(async () => {
  browser = await startBrowser({ browser: "chromium" });
});
afterAll(() => browser?.end());

const WALKS = Number(process.env.LIVELY_CASES ?? 2);
const SEED = Number(process.env.LIVELY_SEED ?? 20_261_203);

/** Where what is done is a matter of where things lie, of what the browser was allowed, or of what a person dragged. */
const LEFT: readonly string[] = [
  // The panels under the pointer make room for one another.
  "a bar that opens under the pointer",
  // A press on what opens it, let go of inside, closes it by no means.
  "tips that pop up without a script",
  // It lies over its own button.
  "a drawer moved aside",
  // A row of next to no share has no height any more, before it has shut.
  "fares that fold",
];
const pages = Object.entries({ ...everyday, ...strangers }).filter(
  ([name]) => !faults[name] && !remarks[name]?.length && !LEFT.includes(name),
);

it.concurrent.each(oneIn(8, pages))("%s", async (name, html) => {
  const read = readHtml(html, name);
  if (!read.ok || !read.behaviour) throw new Error("nothing was read of its script");
  const doc = measured(read.behaviour.doc, name);
  const { trial } = await putOnTrial(browser, doc, wanderings(doc, WALKS, SEED), {
    source: { html },
    patience: PATIENT,
  });
  expect(doable(told(trial))).toEqual([]);
});
