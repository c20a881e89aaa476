/** Random specifications, acted out by the core and by the delivered page, in Chromium and in Firefox. */
import fc from "fast-check";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { deeds, specifications } from "../../src/core/testing/specifications";
import { tried } from "../../src/core/testing/tried";
import { type EngineName, type Held, open } from "./engine";
import { difference } from "./hold";

const engines: { engine: EngineName; runs: number }[] = [
  { engine: "chromium", runs: 40 },
  ...(process.env.LIVELY_FIREFOX === "" ? [] : [{ engine: "firefox" as const, runs: 12 }]),
];

describe.each(engines)("the core and delivered pages in $engine", ({ engine, runs }) => {
  let browser: Held;
  beforeAll(async () => {
    browser = await open(engine);
  });
  afterAll(() => browser?.end());
  it("agree on every fact of every part, after every act", async ({ task }) => {
    await fc.assert(
      fc.asyncProperty(specifications, deeds, async (doc, acts) => {
        expect(await difference(browser, doc, acts, engine)).toBeNull();
      }),
      { numRuns: runs },
    );
    tried(task, runs);
  }, 600_000);
});
