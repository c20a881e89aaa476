/** Two rows for one event, joined: what they said stays what happens. */
import fc from "fast-check";
import { expect, it } from "vitest";
import { compile } from "../program";
import { act, openSession, runTo, type Session } from "../run";
import { component } from "../testing";
import { specifications } from "../testing/specifications";
import { type Component, joinRows, type Reaction, twinOf } from ".";

/** The row in two: what each cell says first stays, the rest goes to a row of its own. */
function split(doc: Component, row: number): Component {
  const { event, in: cells } = doc.reactions[row];
  const upper: Record<string, Reaction> = {};
  const lower: Record<string, Reaction> = {};
  Object.entries(cells).forEach(([state, cell], i) => {
    if (cell === "ignored" || cell.branches.length < 2) (i % 2 ? upper : lower)[state] = cell;
    else {
      upper[state] = { ...cell, branches: cell.branches.slice(0, 1) };
      lower[state] = { ...cell, branches: cell.branches.slice(1) };
    }
  });
  return {
    ...doc,
    reactions: doc.reactions.toSpliced(row, 1, { event, in: upper }, { event, in: lower }),
  };
}
const sorted = (doc: Component): unknown =>
  doc.reactions.map((r) => ({ ...r, in: Object.fromEntries(Object.entries(r.in).sort()) }));

it("gives back what was one row before it was split", () => {
  fc.assert(
    fc.property(specifications, fc.nat(), (doc, pick) => {
      if (!doc.reactions.length) return;
      const row = pick % doc.reactions.length;
      const two = split(doc, row);
      expect(sorted(joinRows(two, row, row + 1))).toEqual(sorted(doc));
    }),
    { numRuns: 60 },
  );
});

it("keeps what happened where both rows spoke", () => {
  const doc = component({
    parts: [{ name: "b", tag: "button" }],
    states: ["a", "b1", "c"],
    data: [{ name: "n", type: "number", initial: 0 }],
    reactions: {
      "click b": { a: "[n > 0] b1", b1: "ignored", c: "[n > 9] a" },
      "press Enter": { a: "[n < 1] / n = n + 1" },
    },
  });
  const below = component({
    parts: [{ name: "b", tag: "button" }],
    states: ["a", "b1", "c"],
    data: [{ name: "n", type: "number", initial: 0 }],
    reactions: { "click b": { a: "[n == 0] c; b1", b1: "a", c: "ignored" } },
  });
  const two: Component = { ...doc, reactions: [...doc.reactions, ...below.reactions] };
  expect(twinOf(two, two.reactions[2].event, 2)).toBe(0);
  const one = joinRows(two, 0, 2);
  expect(one.reactions).toHaveLength(2);
  const led = (d: Component): string[] => {
    let session: Session = openSession(compile(d));
    const out: string[] = [];
    for (const stimulus of [{ click: "b" }, { click: "b" }, { press: "Enter" }, { click: "b" }]) {
      session = act(runTo(session, session.end + 10), stimulus);
      out.push(JSON.stringify([session.frames.last.state.config, session.frames.last.state.data]));
    }
    return out;
  };
  expect(led(one)).toEqual(led(two));
});

it("leaves delays alone: several may run", () => {
  const doc = component({ parts: [], states: ["a"], reactions: { after: { a: "240ms a" } } });
  expect(twinOf(doc, { on: "after" }, -1)).toBe(-1);
});
