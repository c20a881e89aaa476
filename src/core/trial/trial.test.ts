/** What a trial tells of parts that it does not find. The page is the specification itself, which finds what is in its document. */

import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { allParts, type Component } from "../model";
import { atMost } from "../testing/depth";
import { specifications } from "../testing/specifications";
import { CoreSystem } from "./acting";
import type { TrialRun } from "./runs";
import { type Page, trial } from "./trial";

/** @param lacks parts that it has no element for */
class Itself extends CoreSystem implements Page {
  private readonly found = new Set<string>();
  constructor(
    doc: Component,
    private readonly lacks: readonly string[],
    private readonly seen: Set<string>,
  ) {
    super(doc);
  }
  mapped = (): string[] => [...this.found];
  notes = (): string[] => [];
  picture = async (): Promise<null> => null;
  async find(wanted: Parameters<Page["find"]>[0]): Promise<void> {
    for (const { part, present } of wanted) {
      if (!present) continue;
      this.seen.add(part);
      if (!this.lacks.includes(part)) this.found.add(part);
    }
  }
}

async function tried(doc: Component, runs: readonly TrialRun[], lacks: readonly string[]) {
  const seen = new Set<string>();
  const page = async (): Promise<Page> => new Itself(doc, lacks, seen);
  return { ...(await trial(doc, runs, { page, atOnce: 1, letBe: [] })), seen };
}

/** As the page opens, and with one part clicked. */
const clicks = (doc: Component, at: number): TrialRun[] =>
  [[], [{ do: { click: allParts(doc)[at % allParts(doc).length].part.name } }]].map((steps, i) => ({
    name: String(i),
    scenario: { name: String(i), steps },
  }));

describe("parts that are not found", () => {
  it("are missed where a run has them in the document, and else are in no run", async () => {
    let unseen = 0;
    let missed = 0;
    await fc.assert(
      fc.asyncProperty(specifications, fc.nat(), fc.nat(5), async (doc, which, clicked) => {
        const names = (await tried(doc, clicks(doc, clicked), [])).seen;
        const lacks = [...names][which % Math.max(1, names.size)];
        const of = await tried(doc, clicks(doc, clicked), lacks === undefined ? [] : [lacks]);
        expect(of.unmapped).toEqual(lacks === undefined ? [] : [lacks]);
        for (const part of of.unseen) expect(names.has(part)).toBe(false);
        unseen += of.unseen.length;
        missed += of.unmapped.length;
      }),
      { numRuns: atMost(8, 30) },
    );
    expect([unseen > 0, missed > 0]).toEqual([true, true]);
  });
});
