/** The short search finds what the whole proof offers. */
import fc from "fast-check";
import { expect, it } from "vitest";
import { demoComponents } from "../../../demo";
import { compile } from "../../program";
import { specifications } from "../../testing/specifications";
import { toTheEnd } from "../exploring/to-the-end";
import { proveNow } from "../prove";
import { everyReaction } from "./every-reaction";

const bare = <D extends object>(doc: D): D => ({ ...doc, scenarios: [], claims: [], waivers: [] });

it("every reaction of the demo is taken by the runs that a proof offers", () => {
  for (const doc of demoComponents.map((d) => bare(d.load()))) {
    const found = toTheEnd(everyReaction(doc, { situations: 5000 }));
    expect(found.complete, doc.name).toBe(true);
    expect(found.offered, doc.name).toEqual(proveNow(doc, { situations: 5000 }).offered);
  }
});

it("so it is of random specifications, where the bound ends the search, too", () => {
  let cut = 0;
  fc.assert(
    fc.property(specifications, (random) => {
      const doc = bare(random);
      if (compile(doc).problems.length) return;
      const found = toTheEnd(everyReaction(doc, { situations: 25 }));
      if (!found.complete) cut++;
      expect(found.offered).toEqual(proveNow(doc, { situations: 25 }).offered);
    }),
    { numRuns: 25, seed: 5 },
  );
  expect(cut).toBeGreaterThan(2);
});
