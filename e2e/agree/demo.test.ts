/** The demo's components, and some that between them use the whole vocabulary, acted out by the core and in a browser. */
import fc from "fast-check";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { components } from "../../src/core/testing/components";
import { oneIn } from "../../src/core/testing/depth";
import { deeds } from "../../src/core/testing/specifications";
import { demoComponents } from "../../src/demo";
import { type Held, open } from "./engine";
import { difference } from "./hold";

let browser: Held;
beforeAll(async () => {
  browser = await open("chromium");
});
afterAll(() => browser?.end());

const all = [...Object.entries(components), ...demoComponents.map((d) => [d.name, d.load()] as const)];
describe.concurrent.each(oneIn(2, all))("%s", (_name, doc) => {
  it("does in the browser what the core says", async () => {
    await fc.assert(
      fc.asyncProperty(deeds, async (acts) => {
        expect(await difference(browser, doc, acts, "chromium")).toBeNull();
      }),
      { seed: 7919, numRuns: 3, examples: [] },
    );
  });
});
