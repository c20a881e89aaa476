/** How much of a specification its scenarios exercise, and scenarios for what they do not. */
import { ALWAYS, type Expectation, own, type Scenario } from "../../model";
import type { Program } from "../../program";
import type { Frame, RunState, Session, Step } from "../../run";
import { activeNames, allActiveNames } from "../../surface";
import { candidates } from "../scenarios/candidates";
import { playScenario } from "../scenarios/scenario";
import { titleOf } from "../scenarios/titles";

/** Times by name; what was never exercised and could be has 0. Keys: see each. */
export interface Coverage {
  /** By state. */
  states: Record<string, number>;
  /** By `row state branch`: a branch of a reaction that can be taken. */
  branches: Record<string, number>;
  /** By `row state`: the cell was asked and decided, be it by ignoring. */
  cells: Record<string, number>;
  /** By `part state`: the state of a look's cell was entered. */
  looks: Record<string, number>;
  /** By `part state property`: a motion that is said in the state's look ran. */
  motions: Record<string, number>;
}

/** What can be exercised; found by exploration. */
export interface Reach {
  states: readonly string[];
  /** `row state branch`, by indices. */
  branches: readonly string[];
}

const count = (table: Record<string, number>, key: string): void => {
  if (Object.hasOwn(table, key)) table[key]++;
};

export class CoverageCounter {
  readonly coverage: Coverage;

  constructor(
    private readonly program: Program,
    { states, branches }: Reach,
  ) {
    const { doc } = program;
    const zero = (keys: readonly string[]): Record<string, number> => Object.fromEntries(keys.map((k) => [k, 0]));
    const there = new Set([...states, ALWAYS]);
    const looks = doc.looks.flatMap((r) =>
      Object.entries(r.in).map(([state, look]) => ({ part: r.part, state, look })),
    );
    const seen = looks.filter((l) => there.has(l.state));
    this.coverage = {
      states: zero(states),
      branches: zero(branches.map((b) => this.named(b))),
      cells: zero(doc.reactions.flatMap((r, i) => Object.keys(r.in).flatMap((s) => (there.has(s) ? `${i} ${s}` : [])))),
      looks: zero(seen.map((l) => `${l.part} ${l.state}`)),
      motions: zero(seen.flatMap((l) => Object.keys(l.look.motion ?? {}).map((p) => `${l.part} ${l.state} ${p}`))),
    };
  }

  /** The counts as they are now. */
  copy(): Coverage {
    const { states, branches, cells, looks, motions } = this.coverage;
    return {
      states: { ...states },
      branches: { ...branches },
      cells: { ...cells },
      looks: { ...looks },
      motions: { ...motions },
    };
  }

  /** A branch by its state's name instead of its index. */
  private named(branch: string): string {
    const [row, state, n] = branch.split(" ");
    return `${row} ${this.program.states[Number(state)].name} ${n}`;
  }

  /** The branches that have not been taken, by indices as in Reach. */
  left(branches: readonly string[]): string[] {
    return branches.filter((b) => own(this.coverage.branches, this.named(b)) === 0);
  }

  add(session: Session): void {
    let before: Frame | null = null;
    for (const frame of session.frames) {
      this.frame(frame, before);
      before = frame;
    }
  }

  private frame({ state, step }: Frame, before: Frame | null): void {
    const { coverage, program } = this;
    this.reactions(step);
    const names = allActiveNames(program, state);
    if (before?.state.config !== state.config) {
      const was = new Set(before ? allActiveNames(program, before.state) : []);
      for (const name of names) {
        if (was.has(name)) continue;
        count(coverage.states, name);
        for (const { part } of program.doc.looks) count(coverage.looks, `${part} ${name}`);
      }
    }
    for (const t of state.tracks) {
      if (t.start !== state.now || before?.state.tracks.includes(t)) continue;
      for (const name of names) count(coverage.motions, `${program.parts[t.part].name} ${name} ${t.property}`);
    }
  }

  private reactions(step: Step): void {
    for (const d of step.dispatches)
      for (const c of d.considered) {
        const state = this.program.states[c.state].name;
        if (c.outcome === "taken") count(this.coverage.branches, `${c.row} ${state} ${c.branch}`);
        if (c.outcome === "taken" || c.outcome === "ignored") count(this.coverage.cells, `${c.row} ${state}`);
      }
  }
}

export interface Share {
  covered: number;
  of: number;
}
export const shareOf = (table: Record<string, number>): Share => {
  const times = Object.values(table);
  return { covered: times.filter((n) => n > 0).length, of: times.length };
};

/** What the step changed that can be seen; where that is nothing, in which states it leaves the component. */
export function expectationsOf(program: Program, before: RunState, after: RunState): Expectation[] {
  const changed = candidates(program, before, after);
  return changed.length ? changed : activeNames(program, after).map((is) => ({ fact: "state", is }));
}

/** Longer lists of scenarios would help nobody. */
const MOST = 100;

/**
 * A small set of scenarios that takes every reaction that none took yet: longest ways first, since they take others along.
 * Each expects what its last step changes, as the specification has it.
 * @param wayTo the shortest steps that take a branch
 */
export function scenariosFor(
  program: Program,
  counter: CoverageCounter,
  branches: readonly string[],
  wayTo: (branch: string) => Scenario["steps"] | null,
): Scenario[] {
  const ways = counter.left(branches).flatMap((branch) => {
    const steps = wayTo(branch);
    return steps ? [{ branch, steps }] : [];
  });
  const out: Scenario[] = [];
  for (const { branch, steps } of ways.sort((a, b) => b.steps.length - a.steps.length)) {
    if (out.length >= MOST) break;
    if (!counter.left([branch]).length) continue;
    const played = playScenario(program, { name: "", steps });
    const { session, after } = played;
    counter.add(session);
    const last = steps.length - 1;
    const before = after[last - 1] ?? session.frames.at(0)!.state;
    const expect = last < 0 || !after[last] ? [] : expectationsOf(program, before, after[last]);
    out.push({
      name: titleOf(program, steps, played),
      steps: steps.map((s, i) => (i === last && expect.length ? { ...s, expect } : s)),
    });
  }
  return out;
}
