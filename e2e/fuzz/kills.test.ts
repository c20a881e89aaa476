/** A few kills with the tests; `npm run fuzz -- --family kills --runs N` does any number. */
import { expect, it } from "vitest";
import { tried } from "../../src/core/testing/tried";
import { kills } from "./kills";

it("what was in force for a moment is there when the killed browser is started again", async ({ task }) => {
  const { broken, tried: times } = await kills({ seed: 3, most: 4, until: Number.POSITIVE_INFINITY });
  expect(broken).toEqual([]);
  tried(task, times);
});
