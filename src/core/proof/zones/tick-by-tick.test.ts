/**
 * Zones against brute force: another search, tick by tick, must find the same situations with the same timings, the same
 * reactions taken and the same cells undecided. It knows nothing of zones: between two whole milliseconds it keeps only in
 * which order things will come, which is all that can matter where every delay is whole (regions of a timed automaton).
 */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { compile, type Program } from "../../program";
import { advance, type RunState, type Step, start, stimulate } from "../../run";
import { component } from "../../testing";
import { Explorer, type Situation } from "../explore";

interface Seen {
  /** By all but the timings: what each timer has left, in eighths of a millisecond. */
  timings: Map<string, Map<string, number[]>>;
  taken: Set<string>;
  undecided: Set<string>;
}

const named = (program: Program, s: RunState): string =>
  [
    program.configurations.at(s.config).states.map((i) => program.states[i].name),
    s.data,
    s.timers.map((t) => (t.kind === "state" ? `${t.row}.${t.state}` : t.event)),
  ].join("|");

function note(seen: Seen, program: Program, step: Step): void {
  for (const c of step.dispatches.flatMap((d) => d.considered)) {
    const cell = `${program.rows[c.row].label} ${program.states[c.state].name}`;
    if (c.outcome === "taken") seen.taken.add(`${cell} ${c.branch}`);
    if (c.outcome === "undecided") seen.undecided.add(cell);
  }
}

/** Eighths: more than enough places between two whole milliseconds for the order of five timers. */
const PARTS = 8;
const lefts = (s: RunState): number[] => s.timers.map((t) => Math.round((t.due - s.now) * PARTS));

/** The same order between whole milliseconds, evenly spaced. */
function spaced(left: readonly number[]): number[] {
  const order = [...new Set([0, ...left.map((l) => l % PARTS)])].sort((a, b) => a - b);
  return left.map((l) => l - (l % PARTS) + order.indexOf(l % PARTS));
}
const withLeft = (s: RunState, left: readonly number[]): RunState => ({
  ...s,
  now: 1000,
  timers: s.timers.map((t, i) => ({ ...t, due: 1000 + left[i] / PARTS })),
});

function tickByTick(program: Program, keys: readonly string[], most: number): Seen | null {
  const seen: Seen = { timings: new Map(), taken: new Set(), undecided: new Set() };
  const queue: RunState[] = [];
  const visit = (state: RunState, given = lefts(state)): void => {
    const left = spaced(given);
    const all = seen.timings.get(named(program, state)) ?? new Map<string, number[]>();
    seen.timings.set(named(program, state), all);
    if (all.has(left.join())) return;
    all.set(left.join(), left);
    queue.push(withLeft(state, left));
  };
  const opened = start(program);
  note(seen, program, opened.step);
  visit(opened.state);
  for (let state = queue.pop(); state; state = queue.pop()) {
    if (queue.length > most) return null;
    for (const press of keys) {
      const result = stimulate(program, state, { press });
      note(seen, program, result.step);
      visit(result.state);
    }
    const left = lefts(state);
    if (!left.length) continue;
    const parts = left.map((l) => l % PARTS);
    // Where one is whole, a little on, less than to the next; else to where the next is whole.
    const whole = parts.includes(0);
    const later = left.map((l) => l - (whole ? 0.5 : Math.min(...parts)));
    if (whole) visit(state, later);
    else visit(advance(program, withLeft(state, later), 1000, ({ step }) => note(seen, program, step)));
  }
  return seen;
}

function byZones(program: Program): { seen: Seen; situations: readonly Situation[] } {
  const seen: Seen = { timings: new Map(), taken: new Set(), undecided: new Set() };
  const explorer = new Explorer(program, [{ move: (_from, _move, step) => step && note(seen, program, step) }], {
    situations: 5000,
  });
  note(seen, program, explorer.first);
  for (const _ of explorer.run());
  expect(explorer.complete).toBe(true);
  return { seen, situations: explorer.situations };
}

const holds = (zone: Float64Array, left: readonly number[]): boolean => {
  const all = [0, ...left.map((l) => (l * 1000) / PARTS)];
  return all.every((a, i) => all.every((b, j) => a - b <= zone[i * all.length + j]));
};

const delay = fc.integer({ min: 1, max: 6 }).map((ms) => `${ms}ms`);
const state = fc.constantFrom("idle", "one", "two", "three");
const timer = fc.constantFrom("tick", "tock");
const does = fc.oneof(
  state,
  fc.tuple(timer, delay).map(([t, d]) => `/ start ${t} after ${d}`),
  fc.tuple(state, timer, delay).map(([s, t, d]) => `${s} / start ${t} after ${d}`),
  timer.map((t) => `/ cancel ${t}`),
  fc.constant("ignored"),
);
const row = (cell: fc.Arbitrary<string>) => fc.dictionary(state, cell, { maxKeys: 3 });
const specification = fc.record({
  "press a": row(does),
  "press b": row(does),
  "timer tick": row(fc.oneof(state, does)),
  "timer tock": row(fc.oneof(state, does)),
  after: row(fc.tuple(delay, state).map(([d, s]) => `${d} → ${s}`)),
  every: row(fc.tuple(delay, state).map(([d, s]) => `${d} → ${s}`)),
});

describe("zones", () => {
  it("find what a search tick by tick finds, in 2,000 specifications", () => {
    let compared = 0;
    let timed = 0;
    fc.assert(
      fc.property(specification, (reactions) => {
        // A state that nothing leads to makes both timers known.
        const known = (key: "press a" | "press b", cell: string) => ({ [key]: { ...reactions[key], aside: cell } });
        const doc = component({
          parts: [],
          states: ["idle", "one", "two", "three", "aside"],
          reactions: {
            ...reactions,
            ...known("press a", "/ start tick after 1ms"),
            ...known("press b", "/ start tock after 1ms"),
          },
        });
        const program = compile(doc);
        const brute = tickByTick(program, ["a", "b"], 20_000);
        if (!brute) return;
        const { seen, situations } = byZones(program);
        compared++;
        expect([...seen.taken].sort()).toEqual([...brute.taken].sort());
        expect([...seen.undecided].sort()).toEqual([...brute.undecided].sort());
        const byName = new Map<string, Situation[]>();
        for (const s of situations)
          byName.set(named(program, s.state), [...(byName.get(named(program, s.state)) ?? []), s]);
        expect([...byName.keys()].sort()).toEqual([...brute.timings.keys()].sort());
        for (const [name, zones] of byName) {
          const points = [...brute.timings.get(name)!.values()];
          for (const p of points) {
            expect(zones.some((z) => holds(z.zone, p))).toBe(true);
            timed++;
          }
          for (const z of zones) expect(points.some((p) => holds(z.zone, p))).toBe(true);
        }
      }),
      { numRuns: 2100, seed: 20261123 },
    );
    expect(compared).toBeGreaterThanOrEqual(2000);
    expect(timed).toBeGreaterThan(20_000);
  }, 240_000);
});
