/**
 * Random specifications, acted out by the core and by the delivered page, in Chromium and in Firefox. Here the same ones each
 * time, so that what fails fails again; `npm run agree` goes on to others.
 */
import fc from "fast-check";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { atMost } from "../../src/core/testing/depth";
import { nested } from "../../src/core/testing/nested";
import { crowded, deeds, small, specifications } from "../../src/core/testing/specifications";
import { tried } from "../../src/core/testing/tried";
import { type EngineName, type Held, open } from "./engine";
import { difference } from "./hold";
import { leftOut, leftOutText } from "./left-out";

const SEED = 20_261_129;
/** In the sample 40 in Chromium and 8 in Firefox. */
const engines: { engine: EngineName; runs: number; few: number }[] = [
  { engine: "chromium", runs: atMost(16, 40), few: atMost(8, 20) },
  ...(process.env.LIVELY_FIREFOX === ""
    ? []
    : [{ engine: "firefox" as const, runs: atMost(2, 12), few: atMost(2, 8) }]),
];

describe.each(engines)("the core and delivered pages in $engine", ({ engine, runs, few }) => {
  let browser: Held;
  beforeAll(async () => {
    browser = await open(engine);
  });
  afterAll(async () => {
    console.log(`Left out so far, by reason:\n${leftOutText(leftOut())}`);
    await browser?.end();
  });
  const kinds = [
    { kind: "over the whole vocabulary", from: specifications, numRuns: runs },
    { kind: "of few words that come again", from: crowded, numRuns: few },
    { kind: "of little", from: small, numRuns: few },
    { kind: "of parts in parts that come and go", from: nested, numRuns: few },
  ];
  it.for(kinds)("agree on every fact of every part, after every act, $kind", async ({ from, numRuns }, { task }) => {
    await fc.assert(
      fc.asyncProperty(from, deeds, async (doc, acts) => {
        expect(await difference(browser, doc, acts, engine)).toBeNull();
      }),
      { numRuns, seed: SEED },
    );
    tried(task, numRuns, SEED);
  });
});
