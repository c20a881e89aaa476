/**
 * The explorer: every stimulus in every reachable situation, at every instant at which it can be given. A situation stands
 * for all its timings at once, as a zone; each step is done by the interpreter at one of them. Breadth first, so that the
 * first run that shows something has the fewest steps; of those with these steps it is given the earliest instants.
 */
import { micros } from "../measure";
import type { Scenario, Step as ScenarioStep } from "../model";
import type { Program } from "../program";
import { advance, type RunState, type Step, start, stimulate } from "../run";
import { stateText } from "../surface";
import { type Act, Acts } from "./acts";
import { endOf, playScenario } from "./scenario";
import { trimmer } from "./trim";
import { wayTo } from "./way";
import {
  covers,
  elapse,
  type Followed,
  firstDue,
  firstInstants,
  followed,
  longest,
  moved,
  NOTHING,
  type Timed,
  thingsOf,
  whenDone,
} from "./zones";

/** How one situation follows from another: somebody did something, or what was due (by index of its things) came. */
export type Move = Act | { kind: "time"; due: readonly number[] };

export interface Situation extends Followed {
  index: number;
  /** At one of its timings. */
  state: RunState;
  parent: number;
  move: Move | null;
}

/** As many of one event on their way show that they pile up; how high, is not asked. */
const PILE = 3;
function piledUp({ timers }: RunState): string | null {
  if (timers.length < PILE) return null;
  const piled = timers.find(
    (t) => t.kind === "event" && timers.filter((o) => o.kind === "event" && o.event === t.event).length >= PILE,
  );
  return piled?.kind === "event" ? piled.event : null;
}

/** What watches the exploration; rules and coverage are written as visitors. */
export interface Visitor {
  situation?(situation: Situation, explorer: Explorer): void;
  /** `step` is null where only the clock moved. */
  move?(from: Situation, move: Move, step: Step | null, to: Situation, explorer: Explorer): void;
  /** Several things are due at one instant; `from` is at one of the timings in which they are. */
  together?(from: Situation, due: readonly number[], explorer: Explorer): void;
}

/** What is looked at beside the situations themselves. */
export interface Observer {
  /** Adds clocks of its own to a state that steps have led to, or takes them away. */
  observe?(state: RunState, steps: readonly Step[]): RunState;
  /** True where nothing that follows is of interest. */
  stop?(state: RunState): boolean;
}

/** Kinds of moves among the edges. */
export const POINTER = 0;
export const KEY = 1;
export const SURROUNDINGS = 2;
export const TIME = 3;
const kinds = { click: POINTER, key: KEY, page: SURROUNDINGS, time: TIME };

export interface Bounds {
  /** Situations after which the search stops and says so. */
  situations: number;
}

export class Explorer {
  readonly situations: Situation[] = [];
  /** Triples: from, to, kind of move. */
  readonly edges: number[] = [];
  readonly first: Step;
  /** False when a bound was reached before everything was seen. */
  complete = true;
  /** Events of which more and more are on their way: how it goes on with them was not looked at. */
  readonly piled = new Set<string>();
  /** Configurations of what was reached when the bound was, and not kept. */
  private readonly beyond = new Set<number>();
  private readonly known = new Map<string, Situation[]>();
  readonly acts: Acts;
  private readonly programs: readonly Program[];
  private readonly trim: (state: RunState) => RunState;
  private readonly idle = new Map<string, Map<Act, Step>>();

  constructor(
    readonly program: Program,
    private readonly visitors: readonly Visitor[],
    private readonly bounds: Bounds,
    private readonly observer: Observer = {},
  ) {
    this.acts = new Acts(program);
    this.programs = [program];
    this.trim = trimmer(program);
    const { state, step } = start(program);
    this.first = step;
    const opened = this.after(state, [step]);
    this.visit(
      followed(this.programs, NOTHING, [opened], (s) => s),
      null,
      null,
      null,
    );
  }

  /** Explores; yields the number of situations seen so far, now and then, so that the caller can stop or show it. */
  *run(every = 500): Generator<number, void> {
    for (let i = 0; i < this.situations.length; i++) {
      this.expand(this.situations[i]);
      if (i % every === every - 1) yield this.situations.length;
    }
  }

  /**
   * The run that leads to a situation, and a last move where one is given, as a scenario's steps: played again on the clock,
   * it leads just there. Null where no instants were found at which it does.
   */
  pathTo(situation: Situation, last?: Move): ScenarioStep[] | null {
    const wanted = this.situations[situation.index] ?? situation;
    return wayTo(this.program, this.situations, wanted, last, (steps) => this.leadsTo(steps, wanted, last));
  }

  /** What was not looked at: nothing where the exploration is complete. */
  get uncovered(): { piled: string[]; states: string[] } {
    const states = [...this.beyond].map((config) => stateText(this.program, { config }));
    return { piled: [...this.piled], states: [...new Set(states)] };
  }

  /** Null where no instants were found at which it goes so. */
  scenario(name: string, situation: Situation, last?: Move): Scenario | null {
    const steps = this.pathTo(situation, last);
    return steps && { name, steps };
  }

  private leadsTo(steps: readonly ScenarioStep[], { state }: Situation, last?: Move): boolean {
    const before = last && last.kind !== "time" ? steps.slice(0, -1) : steps;
    if (last?.kind === "time") return !playScenario(this.program, { name: "run", steps: [...steps] }).stuck;
    const played = playScenario(this.program, { name: "run", steps: [...before] });
    const end = this.trim(endOf(played));
    return !played.stuck && this.acts.key(end) === this.acts.key({ ...state, timers: end.timers });
  }

  private visit(next: Followed, from: Situation | null, move: Move | null, step: Step | null): void {
    // Most stimuli change nothing; the state is then the same value.
    const [state] = next.states;
    const stayed = from !== null && state === from.state;
    let to = stayed ? from : null;
    let fresh = false;
    if (!to) {
      elapse(next.zone, 1);
      const key = this.acts.key(state);
      const alike = this.known.get(key);
      to = alike?.find((s) => covers(s.zone, next.zone)) ?? null;
      if (!to) {
        const pile = piledUp(state);
        if (pile) this.piled.add(pile);
        if (this.situations.length >= this.bounds.situations || pile) {
          this.complete = false;
          this.beyond.add(state.config);
          // The move itself is seen; what lies beyond is not looked at.
          if (from && move && step)
            for (const v of this.visitors) v.move?.(from, move, step, { ...from, ...next, state }, this);
          return;
        }
        const index = this.situations.length;
        const { states, things, zone, kept, begun } = next;
        to = { index, state, parent: from?.index ?? -1, move, states, things, zone, kept, begun };
        this.situations.push(to);
        if (alike) alike.push(to);
        else this.known.set(key, [to]);
        fresh = true;
      }
    }
    if (from && move) {
      this.edges.push(from.index, to.index, kinds[move.kind]);
      // The visitor gets the state that this very move led to, even where the situation was known already.
      const reached = to.state === state || !this.visitors.length ? to : { ...to, state };
      for (const v of this.visitors) v.move?.(from, move, step, reached, this);
    }
    if (fresh) for (const v of this.visitors) v.situation?.(to, this);
  }

  private expand(from: Situation): void {
    const { program, programs } = this;
    const { state } = from;
    if (this.observer.stop?.(state)) return;
    const idle = this.idleIn(state);
    const fresh = state.tracks.filter((t) => t.start === state.now);
    const begun = fresh.length ? midway(from) : null;
    for (const move of this.acts.in(state)) {
      // What changed nothing where all that matters to it was the same changes nothing again.
      const known = idle.get(move);
      if (known) {
        this.visit(from, from, move, known);
        continue;
      }
      const at = whenDone(programs, from, move.stimulus);
      if (!at) continue;
      const result = stimulate(program, at.states[0], move.stimulus);
      const next = this.after(result.state, [result.step]);
      if (next === state) {
        if (!this.observer.observe && !acted(result.step)) idle.set(move, result.step);
        this.visit(from, from, move, result.step);
        continue;
      }
      const does = ([s]: readonly RunState[]): RunState[] => {
        const { state, step } = stimulate(program, s, move.stimulus);
        return [this.after(state, [step])];
      };
      this.visit(
        followed(programs, at, [next], does),
        at === from ? from : { ...from, state: at.states[0] },
        move,
        result.step,
      );
      if (!begun || fresh.every((t) => next.tracks.includes(t))) continue;
      // What is turned back at its very first instant has no way to go; a moment later it has.
      const then = stimulate(program, begun, move.stimulus);
      const after = this.after(then.state, [then.step]);
      this.visit(followed(programs, from, [after], does), { ...from, state: begun }, move, then.step);
    }
    for (const { due, zone } of firstInstants(from.zone)) {
      const at = this.at(from, due, longest(zone));
      this.pass({ ...from, ...at, zone, state: at.states[0] }, due);
    }
  }

  /** The situation at a timing in which just these things are first; as it is where they are so already. */
  private at(from: Situation, due: readonly number[], left: readonly number[]): Timed {
    const next = firstDue(from.things);
    if (from.things.every((t, i) => (t.due === next) === due.includes(i))) return from;
    return moved(this.programs, from, left);
  }

  /** Lets the clock run to the instant at which things are due. */
  private pass(from: Situation, due: readonly number[]): void {
    const { program } = this;
    const move: Move = { kind: "time", due };
    if (due.length > 1) for (const v of this.visitors) v.together?.(from, due, this);
    const steps: Step[] = [];
    let was: RunState | null = null;
    const next = advance(program, from.state, from.things[due[0]].due, (result) => {
      // Of several things at one instant all but the last are seen on the way.
      if (was) for (const v of this.visitors) v.move?.(from, move, steps.at(-1)!, { ...from, state: was }, this);
      steps.push(result.step);
      was = result.state;
    });
    const does = ([s]: readonly RunState[]): RunState[] => {
      const first = firstDue(thingsOf(this.programs, [s]));
      const passed: Step[] = [];
      return [
        this.after(
          advance(program, s, first, ({ step }) => passed.push(step)),
          passed,
        ),
      ];
    };
    this.visit(followed(this.programs, from, [this.after(next, steps)], does), from, move, steps.at(-1) ?? null);
  }

  /** The state that steps have led to, as far as it counts. */
  private after(state: RunState, steps: readonly Step[]): RunState {
    const trimmed = this.trim(state);
    return this.observer.observe?.(trimmed, steps) ?? trimmed;
  }

  /** The acts that are known to change nothing, whatever timers and motions run: those decide nothing by themselves. */
  private idleIn(state: RunState): Map<Act, Step> {
    const key = this.acts.core(state);
    let idle = this.idle.get(key);
    if (!idle) {
      idle = new Map();
      this.idle.set(key, idle);
    }
    return idle;
  }
}

/** The state half-way to what comes first. */
function midway({ state, things }: Situation): RunState {
  const next = firstDue(things);
  return { ...state, now: micros(state.now + (next - state.now) / 2) };
}

/** A reaction that changes nothing now may do so at another time: when it cancels what does not run. */
const acted = (step: Step): boolean => step.dispatches.some((d) => d.considered.some((c) => c.outcome === "taken"));
