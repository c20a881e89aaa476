/** Pages on trial: right ones show no difference, each planted fault is found and named. */
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { ALL, oneIn } from "../../src/core/testing/depth";
import { runsOf } from "../../src/core/trial";
import { openPage, putOnTrial, type Started, startBrowser } from "../../src/trial";
import { fixtures, framedFixtures } from "./pages";
import { PATIENT, told } from "./told";

let browser: Started;
beforeAll(async () => {
  browser = await startBrowser({ browser: "chromium" });
});
afterAll(() => browser?.end());

describe.each([...oneIn(4, fixtures), ...framedFixtures])("$name", ({ doc, html, faults }) => {
  const runs = runsOf(doc, ALL ? "situations" : "reactions").runs;
  it("does the same", async () => {
    expect(runs.length).toBeGreaterThan(0);
    const { trial } = await putOnTrial(browser, doc, runs, { source: { html }, patience: PATIENT });
    expect(told(trial)).toEqual([]);
  });
  it.each(oneIn(3, faults))("$what: found", async ({ from, to, shows }) => {
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
      patience: PATIENT,
      signal,
      onResult: (r) => r.differs && onResult(),
    });
    expect(told(trial).join("\n")).toContain(shows);
  });
});

it("what is slotted into a part of a shadow tree does not lie over it", async () => {
  const html = `<!doctype html><html lang="en"><title>Vents</title><vent-panel><p style="margin: 0">Open</p></vent-panel><script>
    customElements.define("vent-panel", class extends HTMLElement {
      connectedCallback() { this.attachShadow({ mode: "open" }).innerHTML = '<div id="panel"><slot></slot></div>'; }
    })</script></html>`;
  const address = `data:text/html,${encodeURIComponent(html)}`;
  const map = { panel: "vent-panel >>> #panel" };
  const page = await openPage(browser, { address, map, requests: [], allowed: [] });
  await page.open({ width: 300, height: 300, scroll: 0, reducedMotion: false });
  expect(await page.act({ click: "panel" })).toEqual({ done: true });
  expect((await page.observe(["panel"])).parts.panel!["takes pointer"]).toBe(true);
  await page.close();
});
