/** The short search finds what the whole proof offers. */

import fc from "fast-check";
import { expect, it } from "vitest";
import { demoComponents } from "../../../demo";
import { compile } from "../../program";
import { button, component } from "../../testing";
import { atMost, oneIn } from "../../testing/depth";
import { specifications } from "../../testing/specifications";
import { toTheEnd } from "../exploring/to-the-end";
import { proveNow } from "../prove";
import { everyReaction } from "./every-reaction";

const bare = <D extends object>(doc: D): D => ({ ...doc, scenarios: [], claims: [], waivers: [] });

it("every reaction of the demo is taken by the runs that a proof offers", () => {
  for (const doc of oneIn(3, demoComponents).map((d) => bare(d.load()))) {
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
    { numRuns: atMost(6, 25), seed: 5 },
  );
  expect(cut).toBeGreaterThan(atMost(0, 2));
});

it("goes where something is new, where several machines together can be in more ways than are gone through", () => {
  const names = Array.from({ length: 9 }, (_n, i) => `lamp${i}`);
  const lamps = names.map((name) => ({ name, states: [{ name: `${name}-off` }, { name: `${name}-on` }] }));
  const way = { name: "way", states: [{ name: "going" }, { name: "there" }] };
  const doc = component({
    parts: [...names, "step"].map((n) => button(n)),
    data: [{ name: "n", type: "integer", initial: 0, min: 0, max: 60 }],
    states: [{ name: "page", kind: "parallel", states: [...lamps, way] }],
    reactions: {
      ...Object.fromEntries(names.map((n) => [`click ${n}`, { [`${n}-off`]: `${n}-on`, [`${n}-on`]: `${n}-off` }])),
      "click step": { going: "[n < 40] / n = n + 1; [n == 40] there" },
    },
  });
  const { complete, offered } = toTheEnd(everyReaction(doc, { situations: 20_000 }));
  expect(complete).toBe(true);
  expect(offered.length).toBeGreaterThan(0);
});
