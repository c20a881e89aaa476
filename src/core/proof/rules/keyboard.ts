/** F16: something that only the pointer can bring about (WCAG 2.2, 2.1.1). */
import type { Program } from "../../program";
import { advance, nextDue, type RunState, type Step } from "../../run";
import { type Explorer, POINTER, type Visitor } from "../exploring/explore";
import type { Move, Situation } from "../exploring/situation";
import type { Collector } from "../findings/collector";

interface Way {
  situation: Situation;
  move: Move;
  row: number;
  state: number;
  /** Where it led; and whether what it did to the data counts. */
  to: RunState;
  data: boolean;
}

export interface KeyboardRule extends Visitor {
  /** To be asked when everything was explored. */
  finish(explorer: Explorer): void;
}

/** What comes by itself after a state that only waits: so many steps are followed. */
const FOLLOWED = 8;

/** What is asked to be the same: the states, and where a reaction only changes data, those too. */
const keyOf = (s: RunState, data: boolean): string => (data ? `${s.config} ${s.data.join(" ")}` : String(s.config));

export function keyboardRule(program: Program, collector: Collector): KeyboardRule {
  /** By row, state and branch: how a pointer first did it. */
  const ways = new Map<string, Way>();
  const isPointer = (step: Step): boolean =>
    ["down", "up", "move"].includes(step.cause.kind) || (step.cause.kind === "click" && step.cause.by !== "key");
  return {
    move(situation, move, step, to) {
      if (!step || !("stimulus" in move) || !isPointer(step)) return;
      for (const d of step.dispatches)
        for (const c of d.considered) {
          if (c.outcome !== "taken") continue;
          // What hovering does without a change of state is a hint, nothing that one could not do otherwise.
          const { on } = program.rows[c.row].event;
          const hovers = on === "pointer enter" || on === "pointer leave";
          if (d.from === d.to && hovers) continue;
          const data = !hovers && keyOf(to.state, true) !== keyOf({ ...to.state, data: situation.state.data }, true);
          const id = `${c.row} ${c.state} ${c.branch}`;
          if (!ways.has(id)) ways.set(id, { situation, move, row: c.row, state: c.state, to: to.state, data });
        }
    },
    finish(explorer) {
      const next = withoutPointer(explorer);
      const start = from(next, 0);
      const twins = new Map<string, number>();
      for (const s of start) {
        const key = keyOf(explorer.situations[s].state, true);
        if (!twins.has(key)) twins.set(key, s);
      }
      const canBe = ({ situation, to, data }: Way, twin: number): boolean => {
        const wanted = new Set<string>();
        let at = to;
        for (let i = 0; i < FOLLOWED; i++) {
          wanted.add(keyOf(at, data));
          const due = nextDue(program, at);
          if (due === null) break;
          at = advance(program, at, due);
          // What goes back by itself was no other way to where it came from.
          if (at.config === situation.state.config) break;
        }
        for (const s of from(next, twin))
          if (s !== twin && wanted.has(keyOf(explorer.situations[s].state, data))) return true;
        return false;
      };
      for (const way of ways.values()) {
        // Where no key leads to begin with, what led there is the finding.
        const twin = twins.get(keyOf(way.situation.state, true));
        if (twin === undefined || canBe(way, twin)) continue;
        const row = program.rows[way.row];
        const state = program.states[way.state].name;
        const text = `${row.label} in ${state} can only be done with the pointer: no key leads to the same`;
        const part = "part" in row.event ? (row.event.part ?? null) : null;
        const cell = { row: way.row, state };
        collector.add({ rule: "F16", text, part, state, cell }, explorer, way.situation, way.move);
      }
    },
  };
}

/** Where each situation leads by keys, time and surroundings alone. */
function withoutPointer({ edges }: Explorer): Map<number, number[]> {
  const next = new Map<number, number[]>();
  for (let i = 0; i < edges.length; i += 3) {
    if (edges[i + 2] === POINTER || edges[i] === edges[i + 1]) continue;
    const list = next.get(edges[i]);
    if (list) list.push(edges[i + 1]);
    else next.set(edges[i], [edges[i + 1]]);
  }
  return next;
}

/** All that can be reached from a situation, itself included. */
function from(next: ReadonlyMap<number, readonly number[]>, situation: number): Set<number> {
  const seen = new Set([situation]);
  for (const at of seen) for (const to of next.get(at) ?? []) seen.add(to);
  return seen;
}
