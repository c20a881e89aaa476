/** After an edit of cells, what is still so is not found out again; and the proof is the very one it would have been. */

import { describe, expect, it } from "vitest";
import { demoComponents } from "../../../demo";
import type { Component } from "../../model";
import { button, component } from "../../testing";
import { atMost } from "../../testing/depth";
import { type Memo, mutants, newMemo, type Proof, prove, proveNow } from "..";
import { toTheEnd } from "./to-the-end";

const bounds = { situations: 3000 };
const again = (doc: Component, memo: Memo): Proof => toTheEnd(prove(doc, bounds, memo));
const counted = (memo: Memo): { spared: number; moves: number } => {
  const { explorer } = memo.last!.explored;
  return { spared: explorer.log!.spared, moves: explorer.edges.length / 3 };
};
/** Every so many of the small changes that can be made. */
const EVERY = atMost(120, 11);

describe("after one edit after another", () => {
  let spared = 0;
  let moves = 0;
  it.each(demoComponents.map((d) => [d.name, d.load()] as const))("%s is proved as if anew", (_name, doc) => {
    const memo = newMemo();
    const changed = [...mutants(doc)].filter((_m, i) => i % EVERY === 0).map((m) => m.doc);
    for (const edited of [doc, ...changed.flatMap((m, i) => (i % 3 === 0 ? [m, doc] : [m]))]) {
      expect(again(edited, memo)).toEqual(proveNow(edited, bounds));
      spared += counted(memo).spared;
      moves += counted(memo).moves;
    }
  });
  it("and much of it was not found out again", () => expect(spared / moves).toBeGreaterThan(atMost(0.2, 0.4)));
});

const steps = Array.from({ length: 30 }, (_x, i) => `s${i}`);
const wizard = (over: Record<string, string> = {}): Component =>
  component({
    parts: [button("next"), button("back")],
    states: steps,
    reactions: {
      "click next": { ...Object.fromEntries(steps.map((s, i) => [s, steps[i + 1] ?? "ignored"])), ...over },
      "click back": Object.fromEntries(steps.map((s, i) => [s, steps[i - 1] ?? "ignored"])),
    },
  });

describe("of a wizard of thirty steps", () => {
  it("only what meets the step whose cell was changed is explored again", () => {
    const memo = newMemo();
    again(wizard(), memo);
    expect(counted(memo).spared).toBe(0);
    again(wizard({ s10: "s12" }), memo);
    const { spared, moves } = counted(memo);
    expect(spared).toBeLessThan(moves);
    expect(spared / moves).toBeGreaterThan(0.85);
  });
  it("everything is, where more than cells was changed", () => {
    const memo = newMemo();
    again(wizard(), memo);
    const { parts, ...rest } = wizard();
    again({ ...rest, parts: [...parts, button("help")] }, memo);
    expect(counted(memo).spared).toBe(0);
  });
});
