/** What is known of motions turned back, against the interpreter that turns them back. */
import fc from "fast-check";
import { expect, it } from "vitest";
import { compile } from "../../program";
import { advance, start, stimulate } from "../../run";
import { trackEnd } from "../../surface";
import { button, component } from "../../testing";
import { isReversal, leftsOf, type Turned } from "./turned";
import { follow, TIMELESS } from "./zone";

const easings = ["linear", "ease", "ease-in", "ease-out", "cubic-bezier(0.2, 0.8, 0.4, 1)", "steps(4)"];
const motion = fc.record({
  come: fc.integer({ min: 40, max: 400 }),
  go: fc.integer({ min: 40, max: 400 }),
  delay: fc.integer({ min: 0, max: 60 }),
  easing: fc.constantFrom(...easings),
  /** When it is turned back, of its whole; and when that is turned back once more. */
  first: fc.double({ min: 0.05, max: 0.95, noNaN: true }),
  second: fc.double({ min: 0.05, max: 0.95, noNaN: true }),
});

it("takes as long on the way back as the interpreter has it, once and twice", () => {
  let turnedBack = 0;
  fc.assert(
    fc.property(motion, ({ come, go, delay, easing, first, second }) => {
      const program = compile(
        component({
          parts: [button("b"), { name: "panel", tag: "div" }],
          states: ["out", "in"],
          looks: {
            panel: {
              out: `opacity: 0; transition: opacity ${go}ms ${easing} ${delay}ms`,
              in: `opacity: 1; transition: opacity ${come}ms ${easing} ${delay}ms`,
            },
          },
          reactions: { "click b": { out: "in", in: "out" } },
        }),
      );
      let { state } = stimulate(program, start(program).state, { click: "b" });
      for (const share of [first, second]) {
        const [old] = state.tracks;
        if (!old) return;
        const left = trackEnd(old) - state.now;
        // The very range of instants whose latest is the one at which it is turned.
        const most = Math.round(left * 1000);
        const least = Math.round(left * (1 - share) * 1000);
        state = advance(program, state, state.now + (most - least) / 1000);
        state = stimulate(program, state, { click: "b" }).state;
        const [is] = state.tracks;
        if (!is || is === old) return;
        const turned: Turned = { was: 0, old, is };
        expect(isReversal(turned)).toBe(true);
        const lefts = leftsOf(turned, follow(TIMELESS, [-1], [[least, most]]));
        expect(Math.abs(lefts.at(-1)! - (trackEnd(is) - state.now) * 1000)).toBeLessThanOrEqual(2);
        turnedBack++;
      }
    }),
    { numRuns: 300 },
  );
  expect(turnedBack).toBeGreaterThan(200);
});
