/** Small machines beside one another, some of which ask about another: what is told of each foretells what all of them do. */

import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { atMost } from "../../../testing/depth";
import { type Beside, beside, next } from "../../../testing/machines";
import { keyOfStore, type Store } from "../reading";
import { type Done, parted, worthGoingOn } from "./index";

const storeOf = (state: readonly number[]): Store =>
  new Map(state.map((s, m) => [`attribute part${m} data-at`, String(s)]));

/** Goes through them as a page is gone through. */
function exploredOf({ sizes, acts }: Beside): { stores: Store[]; states: number[][]; done: Done[] } {
  const states = [sizes.map(() => 0)];
  const stores = states.map(storeOf);
  const index = new Map([[keyOfStore(stores[0]), 0]]);
  const done: Done[] = [];
  const gone = new Map<number, boolean>();
  for (let queue: { store: number; every: boolean }[] | null = [{ store: 0, every: true }]; queue?.length; ) {
    for (const { store: from, every } of queue) {
      gone.set(from, every);
      for (const [act, moves] of acts.entries()) {
        const then = next(states[from], moves);
        const key = keyOfStore(storeOf(then));
        const to = index.get(key) ?? states.push(then) - 1;
        if (to === stores.length) stores.push(storeOf(then));
        index.set(key, to);
        done.push({ act, from, to, effects: [] });
      }
    }
    queue = worthGoingOn({ stores, done, gone, canBe: () => true }, true);
  }
  return { stores, states, done };
}

describe("machines beside one another", () => {
  it("are told apart, and what is told of each foretells what all do", () => {
    fc.assert(
      fc.property(beside(), fc.array(fc.nat(), { minLength: 60, maxLength: 60 }), (machines, walk) => {
        const { stores, states, done } = exploredOf(machines);
        const { groups, of } = parted(stores, done);
        const asked = machines.acts.flat().some((m) => m.asks);
        // Nobody goes through all of them together where they are many.
        const all = machines.sizes.reduce((a, b) => a * b, 1);
        if (all > 500 && !asked) expect(new Set(done.map((d) => d.from)).size).toBeLessThan(all / 2);
        // What a group does in each of its ways, by act.
        const tables = groups.map((_g, g) => new Map(done.map((d) => [`${d.act} ${of[g][d.from]}`, of[g][d.to]])));
        const ways = groups.map((keys) => keys.map((key) => Number(/\d+/.exec(key)![0])));
        const wayOf = (g: number, state: readonly number[]): number =>
          of[g][states.findIndex((s) => ways[g].every((m) => s[m] === state[m]))];
        let state = machines.sizes.map(() => 0);
        for (const n of walk) {
          const act = n % machines.acts.length;
          const then = next(state, machines.acts[act]);
          for (const [g] of groups.entries())
            expect(tables[g].get(`${act} ${wayOf(g, state)}`), `act ${act} in ${state}`).toBe(wayOf(g, then));
          state = then;
        }
      }),
      { numRuns: atMost(15, 100), seed: 20_261_130 },
    );
  });
});
