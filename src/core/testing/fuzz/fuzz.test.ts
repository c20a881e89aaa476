/** A few hundred damaged inputs through every door, and every case that ever broke one. `npm run fuzz` tries any number. */

import { readdirSync, readFileSync } from "node:fs";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { demoComponents } from "../../../demo";
import { ALL, atMost } from "../depth";
import { strangers } from "../strangers";
import { tried } from "../tried";
import { fuzzCases } from "./cases";
import { type Kind, tryDoors } from "./doors";
import { smaller } from "./smaller";

const kept = new URL("./kept/", import.meta.url);
const cases = readdirSync(kept).map((file) => [file, JSON.parse(readFileSync(new URL(file, kept), "utf8"))] as const);

/** Cases that take seconds each, since they go on without an end. */
const long = /^(requests-that-pile-up|ways-that-never|events-that-never|a-chart-that-took|component-1100008426)/;

describe("what broke once", () => {
  it.each(cases.filter(([file]) => ALL || !long.test(file)))(
    "%s does not any more",
    (_file, { kind, text, luck }: { kind: Kind; text: string; luck: number }) => {
      tryDoors(kind, text, luck);
    },
  );
});

describe("damaged files, pages, charts, cells and style", () => {
  const all = fuzzCases(
    demoComponents.map((c) => c.load()),
    Object.values(strangers),
  );
  const numRuns = atMost(16, 240);
  it("throw out of no door, are refused with a place, and read back as they were", ({ task }) => {
    fc.assert(
      fc.property(all, ({ kind, text, luck }) => tryDoors(kind, text, luck)),
      // Always the same ones: others are what `npm run fuzz` is for.
      { numRuns, endOnFailure: true, seed: 2 },
    );
    tried(task, numRuns);
  }, 600_000);
});

describe("making a case small", () => {
  it("keeps what breaks, and little else", () => {
    expect(smaller(`${"a".repeat(500)}X${"b".repeat(300)}Y`, (t) => /X.*Y/.test(t))).toBe("XY");
    const doc = { list: [1, { deep: { bad: true, more: [1, 2, 3] } }, "x"], other: { a: 1 } };
    expect(JSON.parse(smaller(JSON.stringify(doc), (t) => t.includes('"bad":true')))).toEqual({
      list: [{ deep: { bad: true } }],
    });
  });
});
