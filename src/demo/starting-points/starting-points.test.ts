import { describe, expect, it } from "vitest";
import { checkNames } from "../../core/model";
import { proveNow } from "../../core/proof";
import { startingPoints } from ".";

describe.each(startingPoints.map((p) => [p.kind, p] as const))("%s", (kind, point) => {
  it("has nothing of the demo's world in it", () => {
    const words =
      /\b(holm|vardey|skerrow|lunna|skerry|ines|orm|vardal|crossings?|boats?|sail\w*|ports?|passengers?|seats?|decks?|fares?|luggage|harbour|tickets?|aboard|boarding|cabins?|galley|pier|timetable|crowns?|bikes|bicycles?|lamp|pass|bookings?)\b/i;
    expect(JSON.stringify(point.load()).match(new RegExp(words.source, "gi")) ?? []).toEqual([]);
  });
  it("is complete: named for its kind, nothing undecided, no rule broken, scenarios that hold, calm where wished", () => {
    const doc = point.load();
    const proof = proveNow(doc);
    expect(doc.name).toBe(kind);
    expect(checkNames(doc)).toEqual([]);
    expect([...proof.findings, ...proof.problems]).toEqual([]);
    expect(proof.complete).toBe(true);
    expect(proof.scenarios.filter((s) => !s.ok)).toEqual([]);
    expect(doc.scenarios.length).toBeGreaterThanOrEqual(4);
    const motions = doc.looks.flatMap((r) => Object.values(r.in).flatMap((l) => Object.values(l.motion ?? {})));
    const calm = motions.filter((m) => m.reduced !== undefined);
    // Only what is the very matter of a component, such as the bar of a hold, goes on moving.
    expect(motions.length - calm.length).toBeLessThanOrEqual(1);
  });
});
