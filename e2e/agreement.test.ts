/** The core against a real browser: the same acts on a component run by the core and on the page it delivers. */
import type { Browser } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { compile } from "../src/core/program";
import { advance, type RunState, start, stimulate } from "../src/core/run";
import { components } from "../src/core/testing/components";
import { deliveredPage } from "../src/core/testing/delivered";
import { demoComponents } from "../src/demo";
import { choose, found, random, said, withNames } from "./agreement";
import { act } from "./delivered";
import { ownClock, stayHere } from "./own-clock";
import { launch } from "./stage";

let browser: Browser;
beforeAll(async () => {
  browser = await launch();
});
afterAll(() => browser?.close());

describe.each(Object.entries(components))("%s", (_name, doc) => {
  it.each([1, 2, 3])("does in the browser what the core says, acts %i", async (seed) => {
    const program = compile(doc);
    const page = await browser.newPage();
    const errors: string[] = [];
    page.on("pageerror", (e) => errors.push((e as Error).message));
    await page.setViewport({ width: 390, height: 480 });
    await page.setContent(deliveredPage({ ...doc, parts: withNames(doc.parts) }, null));
    const pick = random(seed * 7919);
    let state = start(program).state;
    const done: string[] = [];
    expect(await found(page, program)).toEqual(said(program, state));
    for (let i = 0; i < 14; i++) {
      const stimulus = choose(program, state, pick);
      done.push(JSON.stringify(stimulus));
      if (!(await act(page, stimulus, "data-name"))) continue;
      state = stimulate(program, state, stimulus).state;
      expect(await found(page, program), done.join(" → ")).toEqual(said(program, state));
    }
    expect(errors).toEqual([]);
    await page.close();
  });
});

/** The demo's components with time in them: timers and answers go by a clock of the test's own, motions are calmed. */
describe.each(demoComponents.map((d) => [d.name, d.load()] as const))("%s", (_name, doc) => {
  it.each([1, 2])("does in the browser what the core says, in its time, acts %i", async (seed) => {
    const program = compile(doc);
    const page = await (await browser.createBrowserContext()).newPage();
    const errors: string[] = [];
    page.on("pageerror", (e) => errors.push((e as Error).message));
    const { width, height } = doc.page;
    await page.setViewport({ width, height });
    await page.emulateMediaFeatures([{ name: "prefers-reduced-motion", value: "reduce" }]);
    await page.evaluate(ownClock);
    await page.setContent(deliveredPage({ ...doc, parts: withNames(doc.parts) }, null));
    await page.evaluate(stayHere);
    const pick = random(seed * 104729);
    let state: RunState = start(program, { page: { reducedMotion: true } }).state;
    const done: string[] = [];
    const pass = async (ms: number): Promise<void> => {
      await page.evaluate((by) => (window as unknown as { pass(ms: number): Promise<void> }).pass(by), ms);
      state = advance(program, state, state.now + ms);
    };
    await pass(0);
    expect(await found(page, program)).toEqual(said(program, state));
    for (let i = 0; i < 16; i++) {
      if (pick() < 0.35) {
        const ms = [40, 250, 900, 1500][Math.floor(pick() * 4)];
        done.push(`wait ${ms}`);
        await pass(ms);
      } else {
        const stimulus = choose(program, state, pick);
        if (!(await act(page, stimulus, "data-name"))) continue;
        done.push(JSON.stringify(stimulus));
        state = stimulate(program, state, stimulus).state;
        await pass(0);
      }
      expect(await found(page, program), done.join(" → ")).toEqual(said(program, state));
    }
    expect(errors).toEqual([]);
    await page.browserContext().close();
  });
});
