/** Pages whose elements ask about one another: their sheets do what the scripts do, however they are written. */

import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { attributeOf } from "../../surface";
import { runOf } from "../../testing/acted";
import { atMost } from "../../testing/depth";
import { beside, next, pageOf } from "../../testing/machines";
import { behaviour, leaves } from "../../testing/read";

const walks = fc.array(fc.nat(), { minLength: 25, maxLength: 25 });

describe("a page whose elements ask about one another", () => {
  it("is read with states that do what its script does", () => {
    let together = 0;
    fc.assert(
      fc.property(beside(4), walks, (machines, walk) => {
        const { doc, unlike, notUnderstood } = behaviour(pageOf(machines));
        if (notUnderstood.some((n) => /more ways/.test(n.text))) return;
        expect([unlike, notUnderstood]).toEqual([[], []]);
        const acts = walk.map((n) => n % machines.acts.length);
        let state = machines.sizes.map(() => 0);
        acts.forEach((act, i) => {
          state = next(state, machines.acts[act]);
          const { program, run, at } = runOf(doc, ...acts.slice(0, i + 1).map((a) => ({ click: `act${a}` })));
          const said = state.map((_s, m) => attributeOf(program, run, at(`m${m}`), "title"));
          expect(said.map(Number)).toEqual(state);
        });
        const all = machines.sizes.reduce((a, b) => a * b, 1);
        if (all > 64 && leaves(doc).length < all / 4) together++;
      }),
      { numRuns: atMost(2, 12), seed: 20_261_130 },
    );
    expect(together).toBeGreaterThan(atMost(0, 6));
  });
});
