/** Random specifications, acted out by real mouse and keys on the live page of the app, and by the core. */
import fc from "fast-check";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { deeds, specifications } from "../../src/core/testing/specifications";
import { tried } from "../../src/core/testing/tried";
import { Stage } from "../stage";
import { LiveTarget, liveDifference } from "./target";

const SEED = 8_100_000;
const RUNS = 40;

describe("the live page", () => {
  let stage: Stage;
  beforeAll(async () => {
    stage = await Stage.open();
  });
  afterAll(() => stage?.close());

  it(`agrees with the core on ${RUNS} random specifications`, async ({ task }) => {
    tried(task, RUNS, SEED);
    const page = await LiveTarget.newPage(stage);
    const property = fc.asyncProperty(specifications, deeds, async (doc, acts) => {
      expect(await liveDifference(stage, page, doc, acts)).toBeNull();
    });
    await fc.assert(property, { seed: SEED, numRuns: RUNS, endOnFailure: true });
  });
});
