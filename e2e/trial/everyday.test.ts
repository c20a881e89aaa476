/** Everyday pages brought in: what was read of their scripts does in a browser what the pages themselves do. */
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { readHtml } from "../../src/core/exchange";
import type { Component } from "../../src/core/model";
import { deliveredPage } from "../../src/core/testing/delivered";
import { atMost, oneIn } from "../../src/core/testing/depth";
import { everyday } from "../../src/core/testing/everyday";
import { faults, remarks, strangers } from "../../src/core/testing/strangers";
import { runsOf, type TrialRun } from "../../src/core/trial";
import { putOnTrial, type Started, startBrowser } from "../../src/trial";
import { measured } from "./as-read";
import { doable, PATIENT, told } from "./told";

let browser: Started;
beforeAll(async () => {
  browser = await startBrowser({ browser: "chromium" });
});
afterAll(() => browser?.end());

function broughtIn(html: string, name: string): Component {
  const read = readHtml(html, name);
  if (!read.ok) throw new Error(read.message);
  if (!read.behaviour) throw new Error("nothing was read of its script");
  expect(read.behaviour.notUnderstood.map((n) => n.text)).toEqual(remarks[name] ?? []);
  expect(read.behaviour.unlike).toEqual([]);
  return measured(read.behaviour.doc, name);
}

async function same(doc: Component, runs: readonly TrialRun[], html: string): Promise<void> {
  const { trial } = await putOnTrial(browser, doc, runs, { source: { html }, patience: PATIENT });
  expect(told(trial)).toEqual([]);
}

/** Some of many runs, all over them. */
const some = (runs: readonly TrialRun[], most: number): TrialRun[] =>
  runs.filter((_run, i) => i % Math.ceil(runs.length / most) === 0);

const MOST = atMost(3, 5);
describe.concurrent.each(Object.entries(everyday))("%s", (name, html) => {
  it("does what its page does", async () => {
    const doc = broughtIn(html, name);
    const { runs } = runsOf(doc, "reactions");
    expect(runs.length).toBeGreaterThan(0);
    await same(doc, some(runs, MOST), html);
  });
  // What the browser opens over the page by itself it must not open besides.
  it.runIf(html.includes("popover"))("does so when it is delivered", async () => {
    const doc = broughtIn(html, name);
    await same(doc, some(runsOf(doc, "reactions").runs, MOST), deliveredPage(doc));
  });
});

const SOME = atMost(2, 3);
/** All of them are read elsewhere each time; those whose fault has to be looked for take as long as ten others. */
const gone = new Set([
  ...oneIn(
    2,
    Object.keys(strangers).filter((n) => !faults[n]),
  ),
  ...oneIn(3, Object.keys(faults)),
]);
describe.concurrent.each(Object.entries(strangers).filter(([name]) => gone.has(name)))("%s", (name, html) => {
  const wrong = async (doc: Component, runs: readonly TrialRun[]): Promise<string[]> => {
    const { trial } = await putOnTrial(browser, doc, runs, { source: { html }, patience: PATIENT });
    return doable(told(trial));
  };
  it(faults[name] ? "has its fault found" : "does what its page does", async () => {
    const doc = broughtIn(html, name);
    const all = runsOf(doc, "reactions").runs;
    expect(all.length).toBeGreaterThan(0);
    if (!faults[name]) return expect(await wrong(doc, some(all, SOME))).toEqual([]);
    const found: string[] = [];
    const longer = [...all, ...runsOf(doc, "situations").runs];
    for (let at = 0; at < longer.length && !faults[name].test(found.join("\n")); at += SOME)
      found.push(...(await wrong(doc, longer.slice(at, at + SOME))));
    expect(found.join("\n")).toMatch(faults[name]);
  });
});

const SOME_SITUATIONS = atMost(5, 10);
/** Pages that work by their rules alone, in their one state. */
const ruled: Record<string, string> = {
  "a menu under the pointer": `<style>.sub { display: none } .top:hover .sub, .top:focus-within .sub { display: block }</style>
<div class="top"><button type="button">Routes</button><div class="sub"><button type="button">Holm</button><button type="button">Vardey</button></div></div><p>Tickets at the quay.</p>`,
  "a card that comes forward": `<style>.card .more { opacity: 0; pointer-events: none } .card:hover .more { opacity: 1; pointer-events: auto }</style>
<div class="card"><p>Night boat</p><button class="more" type="button">Book</button></div><button type="button">Other</button>`,
  "a tip for the pointer and for the keyboard": `<style>.info + .tip { visibility: hidden } .info:hover + .tip, .info:focus-visible + .tip { visibility: visible } .info:active { transform: translateY(1px) }</style>
<button class="info" type="button">Weather</button><span class="tip" role="tooltip">Wind four</span><p>Timetable</p><button type="button">Other</button>`,
  "a place that a link leads to": `<style>.sheet { position: fixed; inset: 0; display: none } .sheet:target { display: block }</style>
<a href="#terms">Terms</a><div class="sheet" id="terms"><p>No dogs on deck.</p><a href="#">Close</a></div>`,
  "a control under its label": `<style>input:hover + p, input:active + p { opacity: 0.4 }</style>
<label for="quiet">Quiet</label> <input type="checkbox" id="quiet"><p>Cabins forward</p><button type="button">Book</button>`,
  "a link at the edge of the page": `<style>.skip { position: absolute; top: -60px } .skip:focus { top: 0 }</style><a class="skip" href="#main">Skip</a><main id="main">Timetable</main><button type="button">Buy</button>`,
  "a link that shows when it has the focus": `<style>.skip { opacity: 0 } .skip:focus { opacity: 1 }</style><a class="skip" href="#main">Skip</a><main id="main" tabindex="-1">Timetable</main><a href="#end">End</a><p id="end">Last boat</p><button type="button">Buy</button>`,
};
describe.concurrent.each(Object.entries(ruled))("%s", (name, html) => {
  it("does what its page does", async () => {
    const read = readHtml(html, name);
    if (!read.ok) throw new Error(read.message);
    const { runs } = runsOf(read.doc, "situations");
    expect(runs.length).toBeGreaterThan(1);
    await same(read.doc, some(runs, SOME_SITUATIONS), html);
  });
});
