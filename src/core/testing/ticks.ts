/**
 * Small timed specifications, and a search of them tick by tick that knows nothing of zones: between two whole milliseconds
 * it keeps only in which order things will come, which is all that can matter where every delay is whole (regions of a
 * timed automaton).
 */
import fc from "fast-check";
import type { Component } from "../model";
import type { Program } from "../program";
import { advance, type RunState, type Step, start, stimulate } from "../run";
import { component } from ".";

export interface Seen {
  /** By all but the timings: what each timer has left, in eighths of a millisecond. */
  timings: Map<string, Map<string, number[]>>;
  taken: Set<string>;
  undecided: Set<string>;
}
/** A whole search: what it saw, the state at each of its points, and from which point to which it goes. */
export interface Ticks extends Seen {
  points: Map<string, RunState>;
  edges: [from: string, to: string][];
}
export const nothingSeen = (): Seen => ({ timings: new Map(), taken: new Set(), undecided: new Set() });

export const named = (program: Program, s: RunState): string =>
  [
    program.configurations.at(s.config).states.map((i) => program.states[i].name),
    s.data,
    s.timers.map((t) => (t.kind === "state" ? `${t.row}.${t.state}` : t.event)),
  ].join("|");

export function note(seen: Seen, program: Program, step: Step): void {
  for (const c of step.dispatches.flatMap((d) => d.considered)) {
    const cell = `${program.rows[c.row].label} ${program.states[c.state].name}`;
    if (c.outcome === "taken") seen.taken.add(`${cell} ${c.branch}`);
    if (c.outcome === "undecided") seen.undecided.add(cell);
  }
}

/** Eighths: more than enough places between two whole milliseconds for the order of five timers. */
export const PARTS = 8;
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

export function tickByTick(program: Program, keys: readonly string[], most: number): Ticks | null {
  const seen: Ticks = { ...nothingSeen(), points: new Map(), edges: [] };
  const queue: [point: string, state: RunState][] = [];
  let at = "";
  const visit = (state: RunState, given = lefts(state)): void => {
    const left = spaced(given);
    const name = named(program, state);
    const point = `${name} ${left}`;
    if (at) seen.edges.push([at, point]);
    const all = seen.timings.get(name) ?? new Map<string, number[]>();
    seen.timings.set(name, all);
    if (all.has(left.join())) return;
    all.set(left.join(), left);
    const there = withLeft(state, left);
    seen.points.set(point, there);
    queue.push([point, there]);
  };
  const opened = start(program);
  note(seen, program, opened.step);
  visit(opened.state);
  for (let next = queue.pop(); next; next = queue.pop()) {
    const [point, state] = next;
    at = point;
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
const reactionsOf = fc.record({
  "press a": row(does),
  "press b": row(does),
  "timer tick": row(fc.oneof(state, does)),
  "timer tock": row(fc.oneof(state, does)),
  after: row(fc.tuple(delay, state).map(([d, s]) => `${d} → ${s}`)),
  every: row(fc.tuple(delay, state).map(([d, s]) => `${d} → ${s}`)),
});

/** Up to three timers, delays of 1 to 6 ms, the keys a and b. */
export const timedSpecification: fc.Arbitrary<Component> = reactionsOf.map((reactions) => {
  // A state that nothing leads to makes both timers known.
  const known = (key: "press a" | "press b", cell: string) => ({ [key]: { ...reactions[key], aside: cell } });
  return component({
    parts: [],
    states: ["idle", "one", "two", "three", "aside"],
    reactions: {
      ...reactions,
      ...known("press a", "/ start tick after 1ms"),
      ...known("press b", "/ start tock after 1ms"),
    },
  });
});
