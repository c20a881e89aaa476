import { describe, expect, it } from "vitest";
import { demoComponents } from "../../../demo";
import type { Component } from "../../model";
import { compile } from "../../program";
import { button, component } from "../../testing";
import { addScenarios, defaultBounds, type Pairs, pairsOf, runScenario, toTheEnd } from "..";

function all(doc: Component): Pairs {
  return toTheEnd(pairsOf(doc, defaultBounds));
}
const lamp = component({
  parts: [button("on"), button("off")],
  states: ["dark", "lit", "dim"],
  reactions: {
    "click on": { dark: "lit", lit: "ignored", dim: "lit" },
    "click off": { dark: "ignored", lit: "dark", dim: "dark" },
    after: { lit: "3s dim" },
  },
  scenarios: [{ name: "on and off", steps: [{ do: { click: "on" } }, { do: { click: "off" } }] }],
});

describe("pairs of reactions", () => {
  it("tell how many situations were seen, also while a way is looked for from each", () => {
    const told = [...pairsOf(lamp, defaultBounds)];
    expect(told).toEqual(told.toSorted((a, b) => a - b));
    // The last number comes again and again: somebody who waits can stop at any of them.
    expect(told.filter((n) => n === told.at(-1)).length).toBeGreaterThan(all(lamp).of);
  });
  it("are those that can follow on one another", () => {
    // on → off, on → after; off → on; after → on, after → off; and on (from dim) → off, → after; off (from dim) → on.
    const found = all(lamp);
    expect([found.covered, found.of]).toEqual([1, 8]);
    for (const s of found.offered) expect(runScenario(compile(lamp), s)).toMatchObject({ ok: true, stuck: null });
  });
  it.each(demoComponents.slice(0, 3).map((d) => [d.name, d.load()] as const))(
    "of %s are all taken when what is offered is added",
    (_name, doc) => {
      const { offered, covered, of } = all(doc);
      expect(of).toBeGreaterThan(1);
      const more = { ...doc, scenarios: addScenarios(doc.scenarios, offered) };
      const then = all(more);
      expect([then.covered, then.offered.length]).toEqual([of, 0]);
      expect(covered).toBeLessThanOrEqual(of);
    },
  );
});
