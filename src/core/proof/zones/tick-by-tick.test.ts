/**
 * Zones against brute force: another search, tick by tick, must find the same situations with the same timings, the same
 * reactions taken and the same cells undecided, and the same findings.
 */

import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { Component } from "../../model";
import { compile, type Program } from "../../program";
import { advance, type RunState } from "../../run";
import { stateText } from "../../surface";
import { atMost } from "../../testing/depth";
import {
  named,
  note,
  nothingSeen,
  PARTS,
  type Seen,
  type Ticks,
  tickByTick,
  timedSpecification,
} from "../../testing/ticks";
import { type Finding, proveNow, type RuleId } from "..";
import { Explorer } from "../exploring/explore";
import type { Situation } from "../exploring/situation";

const sorted = (list: Iterable<string>): string[] => [...new Set(list)].sort();

/** The points from which some run leads back to where it all began. */
function canReturn(program: Program, { points, edges }: Ticks): Set<string> {
  const into = new Map<string, string[]>();
  for (const [from, to] of edges) into.set(to, [...(into.get(to) ?? []), from]);
  const queue = [...points.keys()].filter((p) => stateText(program, points.get(p)!) === "idle");
  const can = new Set(queue);
  for (let p = queue.pop(); p !== undefined; p = queue.pop()) {
    for (const from of into.get(p) ?? []) {
      if (can.has(from)) continue;
      can.add(from);
      queue.push(from);
    }
  }
  return can;
}

/** The states that some run comes to from a state, itself too. */
function namesAfter(program: Program, { points, edges }: Ticks, state: string): Set<string> {
  const nameOf = (point: string): string => stateText(program, points.get(point)!);
  const next = new Map<string, string[]>();
  for (const [from, to] of edges) next.set(from, [...(next.get(from) ?? []), to]);
  const seen = new Set([...points.keys()].filter((p) => nameOf(p) === state));
  for (const p of seen) for (const to of next.get(p) ?? []) seen.add(to);
  return new Set([...seen].map(nameOf));
}

/** Whether what is due first comes at one instant, and the order counts. */
function isRace(program: Program, state: RunState): boolean {
  const first = Math.min(...state.timers.map((t) => t.due));
  const together = state.timers.filter((t) => t.due === first);
  if (together.length < 2) return false;
  const ends = together.map((early) => {
    const timers = state.timers.map((t) => (t.due === first && t !== early ? { ...t, due: t.due + 0.01 } : t));
    return named(program, advance(program, { ...state, timers }, first + 0.01));
  });
  return new Set(ends).size > 1;
}

/** What the rules find, against what follows from the search's points alone. */
function compareFindings(doc: Component, program: Program, brute: Ticks, counted: Map<string, number>): void {
  const { findings } = proveNow(doc);
  for (const { rule } of findings) counted.set(rule, (counted.get(rule) ?? 0) + 1);
  const of = (rule: RuleId): Finding[] => findings.filter((f) => f.rule === rule);
  const cellOf = ({ cell, state }: Finding): string => (cell ? `${program.rows[cell.row].label} ${state}` : state!);
  const all = [...brute.points].map(([point, state]) => ({ point, state, name: stateText(program, state) }));

  expect(sorted(of("F18").map(cellOf))).toEqual(sorted(brute.undecided));

  const entered = new Set(all.map((p) => p.name));
  const said = program.rows.flatMap(({ label, cells }) =>
    program.states.flatMap((s) => (cells[s.index] && !cells[s.index]?.ignored ? [[label, s.name]] : [])),
  );
  const never = said.filter(([label, s]) => entered.has(s) && !brute.taken.has(`${label} ${s} 0`));
  const unreached = program.states.slice(1).flatMap((s) => (entered.has(s.name) ? [] : s.name));
  expect(sorted(of("F17").map(cellOf))).toEqual(sorted([...never.map((n) => n.join(" ")), ...unreached]));

  const waiting = all.flatMap(({ state, name }) =>
    state.timers.flatMap((t) => {
      const row = t.kind === "event" && program.eventRows.find((r) => r.descriptors.includes(t.event))?.row;
      return row && !row.cells[program.stateIndex.get(name)!] ? `${row.label} ${name}` : [];
    }),
  );
  expect(sorted(of("F10").map(cellOf))).toEqual(sorted(waiting));

  const can = canReturn(program, brute);
  const lost = all.filter((p) => !can.has(p.point)).map((p) => p.name);
  const found = of("F5").map((f) => f.state!);
  // It is said of a state where nobody can return from some of its situations: one stands for many timings.
  for (const state of found) expect(lost).toContain(state);
  // Of states that follow one another the last is told.
  for (const state of entered)
    if (all.every((p) => p.name !== state || !can.has(p.point)))
      expect([state, [...namesAfter(program, brute, state)].some((name) => found.includes(name))]).toEqual([
        state,
        true,
      ]);

  const racy = new Set(all.flatMap(({ state, name }) => (isRace(program, state) ? name : [])));
  for (const f of of("F19")) expect(racy).toContain(f.state);
  expect(findings.filter((f) => !["F5", "F10", "F17", "F18", "F19", "F20"].includes(f.rule))).toEqual([]);
}

function byZones(program: Program): { seen: Seen; situations: readonly Situation[] } {
  const seen = nothingSeen();
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

describe("zones", () => {
  it("find what a search tick by tick finds, and so do the rules, in random specifications", () => {
    let compared = 0;
    let timed = 0;
    const counted = new Map<string, number>();
    fc.assert(
      fc.property(timedSpecification, (doc) => {
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
        compareFindings(doc, program, brute, counted);
        for (const [name, zones] of byName) {
          const points = [...brute.timings.get(name)!.values()];
          for (const p of points) {
            expect(zones.some((z) => holds(z.zone, p))).toBe(true);
            timed++;
          }
          for (const z of zones) expect(points.some((p) => holds(z.zone, p))).toBe(true);
        }
      }),
      { numRuns: atMost(150, 2100), seed: 20261123 },
    );
    expect(compared).toBeGreaterThanOrEqual(atMost(140, 2000));
    expect(timed).toBeGreaterThan(atMost(1000, 20_000));
    for (const rule of ["F5", "F10", "F17", "F18", "F19"]) expect(counted.get(rule)).toBeGreaterThan(atMost(2, 50));
  }, 240_000);
});
