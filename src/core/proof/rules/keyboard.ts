/** F16: something that only the pointer can bring about (WCAG 2.2, 2.1.1). */
import type { Program } from "../../program";
import { advance, nextDue, type RunState, type Step } from "../../run";
import type { Explorer, Move, Situation, Visitor } from "../explore";
import type { Collector } from "./collector";

interface Way {
  situation: Situation;
  move: Move;
  row: number;
  state: number;
  /** Where it led; and whether to other states, or only to other data. */
  to: RunState;
  led: boolean;
}

export interface KeyboardRule extends Visitor {
  /** To be asked when everything was explored. */
  finish(explorer: Explorer): void;
}

/** Kind of a pointer's move in the explorer's edges. */
const POINTER = 0;
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
          if (d.from === d.to && (on === "pointer enter" || on === "pointer leave")) continue;
          const id = `${c.row} ${c.state} ${c.branch}`;
          if (!ways.has(id))
            ways.set(id, { situation, move, row: c.row, state: c.state, to: to.state, led: d.from !== d.to });
        }
    },
    finish(explorer) {
      const { seen, keys } = withoutPointer(explorer);
      const canBe = ({ to, led }: Way): boolean => {
        let at = to;
        for (let i = 0; i < FOLLOWED; i++) {
          if (keys.has(keyOf(at, !led))) return true;
          const due = nextDue(program, at);
          if (due === null) return false;
          at = advance(program, at, due);
        }
        return false;
      };
      for (const way of ways.values()) {
        // Where no key leads to begin with, what led there is the finding.
        if (!seen[way.situation.index] || canBe(way)) continue;
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

/** What can be reached by keys, time and surroundings alone. */
function withoutPointer({ situations, edges }: Explorer): { seen: Uint8Array; keys: Set<string> } {
  const next = new Map<number, number[]>();
  for (let i = 0; i < edges.length; i += 3) {
    if (edges[i + 2] === POINTER) continue;
    const list = next.get(edges[i]);
    if (list) list.push(edges[i + 1]);
    else next.set(edges[i], [edges[i + 1]]);
  }
  const seen = new Uint8Array(situations.length);
  const stack = [0];
  seen[0] = 1;
  const keys = new Set<string>();
  for (let at = stack.pop(); at !== undefined; at = stack.pop()) {
    for (const data of [true, false]) keys.add(keyOf(situations[at].state, data));
    for (const to of next.get(at) ?? []) {
      if (seen[to]) continue;
      seen[to] = 1;
      stack.push(to);
    }
  }
  return { seen, keys };
}
