/** Changes made apart and brought together. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { demoComponents } from "../../demo";
import { specifications } from "../testing/specifications";
import { type Component, checkNames, mergeComponents, readComponentValue, same, setLook, setReaction } from ".";

const demo = demoComponents.map((d) => d.load());

/** Each look and reaction cell, changed by itself. */
function changes(doc: Component): ((d: Component) => Component)[] {
  return [
    ...doc.looks.flatMap(({ part, in: cells }) =>
      Object.keys(cells).map(
        (state) => (d: Component) => setLook(d, part, state, { ...cells[state], as: "shown", inert: true }),
      ),
    ),
    ...doc.reactions.flatMap(({ in: cells }, row) =>
      Object.keys(cells).map((state) => (d: Component) => setReaction(d, row, state, "ignored")),
    ),
    (d) => ({ ...d, name: `${d.name} 2` }),
    (d) => ({ ...d, parts: [...d.parts, { name: "added", tag: "p", content: ["More"] }] }),
    (d) => ({ ...d, data: [...(d.data ?? []), { name: "extra", type: "boolean" as const, initial: false }] }),
    (d) => ({ ...d, states: [...d.states, { name: "extra-state" }] }),
    (d) => ({ ...d, scenarios: [...d.scenarios, { name: "extra scenario", steps: [] }] }),
    (d) => ({ ...d, page: { ...d.page, width: d.page.width + 10 } }),
  ];
}

describe("merging", () => {
  it("takes the one that changed, whole, where the other did not", () => {
    fc.assert(
      fc.property(specifications, specifications, (base, other) => {
        for (const merged of [mergeComponents(base, other, base), mergeComponents(base, base, other)]) {
          expect(merged.conflicts).toEqual([]);
          expect(same(merged.doc, other)).toBe(true);
        }
        expect(mergeComponents(base, other, other)).toEqual({ doc: other, conflicts: [] });
      }),
      { numRuns: 40 },
    );
  });

  it("has both of two changes in different places, from either side, and can be read", () => {
    fc.assert(
      fc.property(fc.constantFrom(...demo), fc.nat(), fc.nat(), (base, a, b) => {
        const all = changes(base);
        const [ours, theirs] = [all[a % all.length], all[b % all.length]];
        if (ours === theirs) return;
        const merged = mergeComponents(base, ours(base), theirs(base));
        expect(merged.conflicts).toEqual([]);
        expect(same(merged.doc, theirs(ours(base)))).toBe(true);
        expect(same(mergeComponents(base, theirs(base), ours(base)).doc, merged.doc)).toBe(true);
        expect(checkNames(merged.doc)).toEqual([]);
        expect(readComponentValue(JSON.parse(JSON.stringify(merged.doc))).ok).toBe(true);
      }),
      { numRuns: 150 },
    );
  });

  it("keeps ours and tells theirs where both changed one cell", () => {
    const [base] = demo;
    const { part, in: cells } = base.looks[0];
    const [state] = Object.keys(cells);
    const ours = setLook(base, part, state, { as: "hidden" });
    const theirs = setLook(base, part, state, { as: "transparent" });
    const { doc, conflicts } = mergeComponents(base, ours, theirs);
    expect(doc).toEqual(ours);
    expect(conflicts).toEqual([
      { path: ["looks", part, "in", state], ours: { as: "hidden" }, theirs: { as: "transparent" } },
    ]);
  });

  it("never loses what one took away while the other went on with it", () => {
    const [base] = demo;
    const without = { ...base, scenarios: base.scenarios.slice(1) };
    const longer = {
      ...base,
      scenarios: base.scenarios.with(0, {
        ...base.scenarios[0],
        steps: [...base.scenarios[0].steps, { do: { wait: 5 } }],
      }),
    };
    for (const { doc, conflicts } of [mergeComponents(base, without, longer), mergeComponents(base, longer, without)]) {
      expect(doc.scenarios).toHaveLength(base.scenarios.length);
      expect(conflicts).toHaveLength(1);
    }
  });

  it("keeps an order that one changed, with what the other added where it was added", () => {
    const [base] = demo;
    const turned = { ...base, reactions: base.reactions.toReversed() };
    const more: Component = {
      ...base,
      reactions: base.reactions.toSpliced(1, 0, { event: { on: "window blur" }, in: {} }),
    };
    const { doc } = mergeComponents(base, turned, more);
    expect(doc.reactions.filter((r) => r.event.on !== "window blur")).toEqual(turned.reactions);
    expect(doc.reactions).toHaveLength(base.reactions.length + 1);
  });
});
