/** Pairs of reactions: every one that can follow directly on another, and scenarios that take those nobody takes yet. */
import type { Component, Scenario, Step as ScenarioStep } from "../../model";
import { compile, type Program } from "../../program";
import { advance, nextDue, type RunState, type Session, type Step, stimulate } from "../../run";
import type { Acts } from "../exploring/acts";
import { type Bounds, Explorer, MOST_CUT } from "../exploring/explore";
import type { Move, Situation } from "../exploring/situation";
import { runScenarios } from "../scenarios/run-scenarios";
import { endOf, playScenario } from "../scenarios/scenario";
import { titleOf } from "../scenarios/titles";
import { answeredBy, CROWD, thingsOf } from "../zones";
import { expectationsOf } from "./coverage";

export interface Pairs {
  covered: number;
  of: number;
  /** Scenarios that take the rest, each expecting what its last steps change. */
  offered: Scenario[];
  complete: boolean;
}

/** From so many situations after a reaction the next one is looked for. */
const WAYS = 6;
/** Steps without any reaction between the two that are followed, and states looked at on the way. */
const DEEP = 4;
const MOST = 250;
interface Search {
  program: Program;
  acts: Acts;
  /** Endless chains that are still put up with. */
  loops: number;
  /** Seen by the explorer; told while the search goes on. */
  situations: number;
}

const taken = (steps: Iterable<Step>): string[] =>
  [...steps].flatMap((s) =>
    s.dispatches.flatMap((d) =>
      d.considered.flatMap((c) => (c.outcome === "taken" ? `${c.row} ${c.state} ${c.branch}` : [])),
    ),
  );

/** Adds what follows directly on what in a run. */
function addPairs(session: Session, pairs: Set<string>): void {
  let last = "";
  for (const { step } of session.frames)
    for (const branch of taken([step])) {
      if (last) pairs.add(`${last} > ${branch}`);
      last = branch;
    }
}

/** Yields the number of situations seen so far. */
export function* pairsOf(doc: Component, bounds: Bounds): Generator<number, Pairs> {
  const program = compile(doc);
  const ways = new Map<string, { from: Situation; move: Move; to: RunState }[]>();
  const explorer = new Explorer(
    program,
    [
      {
        move(from, move, step, to) {
          const branch = step && taken([step]).at(-1);
          // What never comes to rest is followed by nothing (F21), and leaves thousands of timers behind.
          if (!branch || step.loop || to.state.timers.length > CROWD) return;
          const known = ways.get(branch) ?? [];
          ways.set(branch, known);
          const another = !known.some((w) => w.to.config === to.state.config && w.to.focus === to.state.focus);
          if (known.length < WAYS && another) known.push({ from, move, to: to.state });
        },
      },
    ],
    bounds,
  );
  yield* explorer.run();
  const search: Search = { program, acts: explorer.acts, loops: MOST_CUT, situations: explorer.situations.length };
  const found = new Map<string, ScenarioStep[]>();
  for (const [branch, list] of ways)
    for (const { from, move } of list) {
      const lead = explorer.pathTo(from, move);
      if (!lead) continue;
      for (const [next, more] of yield* nextOf(search, lead)) {
        const key = `${branch} > ${next}`;
        const steps = [...lead, ...more];
        if (!found.has(key) || found.get(key)!.length > steps.length) found.set(key, steps);
      }
    }
  const covered = new Set<string>();
  for (const session of runScenarios(program).sessions) addPairs(session, covered);
  const count = [...found.keys()].filter((k) => covered.has(k)).length;
  return {
    covered: count,
    of: found.size,
    offered: yield* scenariosFor(search, found, covered),
    complete: explorer.complete && search.loops > 0,
  };
}

/** The reactions that can come next after a run, each with the fewest steps to it. Yields often. */
function* nextOf(search: Search, lead: readonly ScenarioStep[]): Generator<number, Map<string, ScenarioStep[]>> {
  const { program, acts } = search;
  const out = new Map<string, ScenarioStep[]>();
  const played = playScenario(program, { name: "lead", steps: [...lead] });
  if (played.stuck) return out;
  const seen = new Set<string>();
  let edge: { state: RunState; steps: ScenarioStep[] }[] = [{ state: endOf(played), steps: [] }];
  for (let depth = 0; depth < DEEP && edge.length; depth++) {
    const next: typeof edge = [];
    const arrive = (state: RunState, did: readonly Step[], steps: ScenarioStep[]): void => {
      const [branch] = taken(did);
      if (branch !== undefined) {
        if (!out.has(branch)) out.set(branch, steps);
        return;
      }
      if (state.timers.length > CROWD) return;
      const key = `${acts.core(state)} ${state.tracks.length} ${state.timers.length}`;
      if (seen.has(key) || seen.size > MOST) return;
      seen.add(key);
      next.push({ state, steps });
    };
    for (const { state, steps } of edge) {
      yield search.situations;
      for (const { stimulus } of acts.in(state)) {
        if (search.loops <= 0) return out;
        // Not sooner than the request can answer; later it does by itself.
        const due = thingsOf([program], [state]);
        const early = answeredBy([program], due, stimulus).some(([i, most]) => (due[i].due - state.now) * 1000 > most);
        if (early) continue;
        const result = stimulate(program, state, stimulus);
        if (result.step.loop) search.loops--;
        if (result.state !== state || taken([result.step]).length)
          arrive(result.state, [result.step], [...steps, { do: stimulus }]);
      }
      const due = nextDue(program, state);
      if (due === null) continue;
      const did: Step[] = [];
      const then = advance(program, state, due, ({ step }) => did.push(step));
      arrive(then, did, [...steps, { do: { wait: due - state.now } }]);
    }
    edge = next;
  }
  return out;
}

/** A scenario goes on with reactions that have not followed on one another yet, but is not longer than somebody would read. */
const LONGEST = 24;

/** Longest ways first: they take others along, and each goes on from where it ends as long as something new can follow. */
function* scenariosFor(
  search: Search,
  found: ReadonlyMap<string, ScenarioStep[]>,
  already: ReadonlySet<string>,
): Generator<number, Scenario[]> {
  const { program } = search;
  const covered = new Set(already);
  const branches = [...new Set([...found.keys()].map((pair) => pair.split(" > ")[1]))];
  const isNew = (a: string, b: string): boolean => found.has(`${a} > ${b}`) && !covered.has(`${a} > ${b}`);
  const out: Scenario[] = [];
  for (const [pair, way] of [...found].sort((a, b) => b[1].length - a[1].length)) {
    if (covered.has(pair)) continue;
    let steps = way;
    for (let last = pair; ; ) {
      addPairs(playScenario(program, { name: "so far", steps }).session, covered);
      const from = last.split(" > ")[1];
      const nexts = [...(yield* nextOf(search, steps))].sort((a, b) => a[1].length - b[1].length);
      const more =
        nexts.find(([next]) => isNew(from, next)) ?? nexts.find(([next]) => branches.some((b) => isNew(next, b)));
      if (!more || steps.length + more[1].length > LONGEST) break;
      steps = [...steps, ...more[1]];
      last = `${from} > ${more[0]}`;
    }
    out.push({ name: titleOf(program, steps), steps: expecting(program, steps) });
  }
  return out;
}

/** Each step that takes a reaction expects what it changes. */
function expecting(program: Program, steps: readonly ScenarioStep[]): ScenarioStep[] {
  const { session, after, marks } = playScenario(program, { name: "whole", steps: [...steps] });
  return steps.map((step, i) => {
    if (!after[i]) return step;
    const first = (marks[i - 1] ?? 0) + 1;
    const did = session.frames.slice(first, marks[i] + 1).map((f) => f.step);
    const before = after[i - 1] ?? session.frames.at(0)!.state;
    const expect = taken(did).length ? expectationsOf(program, before, after[i]) : [];
    return expect.length ? { ...step, expect } : step;
  });
}
