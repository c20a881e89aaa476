/** Which transitions an event enables (SCXML, appendix D: selectTransitions, removeConflictingTransitions). */
import type { CompiledBranch, RowInfo, StateIndex } from "../program";
import { attempt } from "./actions";
import { exitSet, transitionDomain } from "./entering";
import type { Machine } from "./machine";
import type { Considered } from "./state";

export interface Enabled {
  branch: CompiledBranch;
  source: StateIndex;
  considered: Considered;
}

/** SCXML selectTransitions: for each atomic state the innermost active state with something to say decides. */
export function select(m: Machine, rows: readonly RowInfo[], considered: Considered[], only?: StateIndex): Enabled[] {
  const { states } = m.program;
  const enabled: Enabled[] = [];
  const { atomic } = m.program.configurations.at(m.config);
  const leaves = only === undefined ? atomic : [only];
  const several = leaves.length > 1;
  const decided: StateIndex[] = [];
  let asked = 0;
  for (const leaf of leaves) {
    const path = only === undefined ? states[leaf].path : [only];
    next: for (const state of path) {
      // What one region has decided for the states around it, another need not ask again.
      if (several && decided.includes(state)) break;
      for (const row of rows) {
        const cell = row.cells[state];
        if (!cell) continue;
        asked++;
        if (cell.ignored) {
          considered.push({ row: row.index, state, outcome: "ignored" });
          decided.push(state);
          break next;
        }
        const branch = firstHolding(m, cell.branches);
        if (branch >= 0) {
          const entry: Considered = { row: row.index, state, outcome: "taken", branch };
          considered.push(entry);
          enabled.push({ branch: cell.branches[branch], source: state, considered: entry });
          decided.push(state);
          break next;
        }
        if (!several || !considered.some((c) => c.row === row.index && c.state === state)) {
          considered.push({ row: row.index, state, outcome: "guard" });
        }
      }
    }
  }
  // Where somebody has decided, nobody asks what the others would have said.
  if (!decided.length && asked < rows.length * leaves.length) {
    for (const row of rows) {
      if (!considered.some((c) => c.row === row.index)) {
        considered.push({ row: row.index, state: leaves[0] ?? 0, outcome: "undecided" });
      }
    }
  }
  return enabled.length > 1 ? withoutConflicts(m, enabled) : enabled;
}

function firstHolding(m: Machine, branches: readonly CompiledBranch[]): number {
  for (let i = 0; i < branches.length; i++) {
    const { guard } = branches[i];
    if (guard === null || attempt(m, guard) === true) return i;
  }
  return -1;
}

/** SCXML removeConflictingTransitions: what is inside goes before what is around it, and earlier before later. */
function withoutConflicts(m: Machine, enabled: readonly Enabled[]): Enabled[] {
  const { states } = m.program;
  const active = m.program.configurations.at(m.config).states;
  const exits = new Map(enabled.map((e) => [e, new Set(exitSet(states, active, [domainOf(m, e)]))]));
  let kept: Enabled[] = [];
  for (const e of enabled) {
    const rivals = kept.filter((k) => [...exits.get(e)!].some((s) => exits.get(k)!.has(s)));
    const inside = (a: StateIndex, b: StateIndex): boolean => a !== b && states[a].path.includes(b);
    if (rivals.some((k) => !inside(e.source, k.source))) {
      e.considered.outcome = "preempted";
      continue;
    }
    for (const k of rivals) k.considered.outcome = "preempted";
    kept = [...kept.filter((k) => !rivals.includes(k)), e];
  }
  return kept;
}

export function domainOf(m: Machine, { branch: { targets, internal }, source }: Enabled): StateIndex {
  return transitionDomain(m.program.states, { source, targets, internal }, m.history);
}
