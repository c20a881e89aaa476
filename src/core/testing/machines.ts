/** Small machines beside one another, some of which ask about another. */
import fc from "fast-check";

/** What an act makes of one machine, by its state; where it asks about another, only in one state of that. */
export interface Move {
  machine: number;
  to: number[];
  asks: { machine: number; state: number } | null;
}
export interface Beside {
  /** How many states each machine has. */
  sizes: number[];
  acts: Move[][];
}

const SIZES = [2, 4] as const;
/** @param asking of six moves so many ask about another machine */
export const beside = (asking = 1): fc.Arbitrary<Beside> =>
  fc.array(fc.integer({ min: SIZES[0], max: SIZES[1] }), { minLength: 4, maxLength: 7 }).chain((sizes) => {
    const machine = fc.nat(sizes.length - 1);
    const move = machine.chain((m) =>
      fc.record({
        machine: fc.constant(m),
        to: fc.array(fc.nat(sizes[m] - 1), { minLength: sizes[m], maxLength: sizes[m] }),
        asks: fc.oneof(
          { weight: 6 - asking, arbitrary: fc.constant(null) },
          {
            weight: asking,
            arbitrary: machine.chain((other) =>
              fc.record({ machine: fc.constant(other), state: fc.nat(sizes[other] - 1) }),
            ),
          },
        ),
      }),
    );
    const act = fc.uniqueArray(move, { minLength: 1, maxLength: 2, selector: (x) => x.machine });
    // Every machine can be led round by an act of its own.
    const round = sizes.map((n, m): Move[] => [
      { machine: m, to: sizes.map((_s, i) => (i + 1) % n).slice(0, n), asks: null },
    ]);
    return fc.array(act, { maxLength: 6 }).map((acts) => ({ sizes, acts: [...round, ...acts] }));
  });

/** What all of them are in after an act. */
export const next = (state: readonly number[], act: readonly Move[]): number[] => {
  const out = [...state];
  for (const { machine, to, asks } of act)
    if (!asks || state[asks.machine] === asks.state) out[machine] = to[state[machine]] ?? state[machine];
  return out;
};

/** A page with an element a machine, which says in what state it is, and a button an act. */
export const pageOf = ({ sizes, acts }: Beside): string => `<!doctype html><html lang="en"><title>Machines</title>
${acts.map((_a, a) => `<button id="act${a}" type="button">act ${a}</button>`).join("\n")}
${sizes.map((_n, m) => `<p id="m${m}" title="0">machine ${m}</p>`).join("\n")}
<script>
const state = [${sizes.map(() => 0)}];
const act = (button, moves) => document.getElementById(button).addEventListener("click", () => {
  const was = [...state];
  for (const { machine, to, asks } of moves) {
    if (asks && was[asks.machine] !== asks.state) continue;
    state[machine] = to[was[machine]] ?? was[machine];
    document.getElementById("m" + machine).title = state[machine];
  }
});
${acts.map((moves, a) => `act("act${a}", ${JSON.stringify(moves)});`).join("\n")}
</script></html>`;
