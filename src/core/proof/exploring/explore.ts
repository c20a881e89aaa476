/**
 * The explorer: every stimulus in every reachable situation, at every instant at which it can be given. A situation stands
 * for all its timings at once, as a zone; each step is done by the interpreter at one of them. Breadth first, so that the
 * first run that shows something has the fewest steps; of those with these steps it is given the earliest instants.
 */
import type { Scenario, Step as ScenarioStep } from "../../model";
import type { Program } from "../../program";
import { type RunState, type Step, start } from "../../run";
import { stateText } from "../../surface";
import { endOf, playScenario } from "../scenarios/scenario";
import { covers, elapse, type Followed, firstInstants, followed, NOTHING } from "../zones";
import { Acts } from "./acts";
import type { Log } from "./log";
import { Order } from "./order";
import { type Outcome, Outcomes } from "./outcomes";
import { type Move, piledUp, type Situation } from "./situation";
import { trimmer } from "./trim";
import { wayTo } from "./way";

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

/** So many acts that never come to rest, a thousand steps each, are enough to tell of it: what else there is can wait. */
export const MOST_CUT = 25;

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
  /** Situations in which a step never came to rest and was cut: what would follow says nothing. */
  private readonly restless = new Set<number>();
  /** Moves after which a step was cut: each of them takes a thousand steps. */
  private cuts = 0;
  readonly acts: Acts;
  private readonly trim: (state: RunState) => RunState;
  private readonly outcomes: Outcomes;

  constructor(
    readonly program: Program,
    private readonly visitors: readonly Visitor[],
    private readonly bounds: Bounds,
    private readonly observer: Observer = {},
    /** What was found out of an earlier specification and is still so; and where it is kept for a later one. */
    readonly log: Log | null = null,
  ) {
    this.acts = new Acts(program);
    this.trim = trimmer(program);
    const after = this.after.bind(this);
    this.outcomes = new Outcomes(program, this.acts, after, observer.observe !== undefined);
    const { state, step } = start(program);
    this.first = step;
    const all = this.after(state, [step]);
    // Where it begins is always a situation; what piles up in it already is left out of it, and nothing follows.
    const pile = piledUp(all);
    const opened = pile ? { ...all, timers: [] } : all;
    if (pile) {
      this.piled.add(pile);
      this.restless.add(0);
    }
    this.visit(
      followed([program], NOTHING, [opened], (s) => s),
      null,
      null,
      step,
    );
  }

  /**
   * Explores; yields the number of situations seen so far, now and then, so that the caller can stop or show it.
   * @param plain after so many what shows something for the first time goes before what only shows it otherwise together
   */
  *run(every = 500, plain = Number.POSITIVE_INFINITY): Generator<number, void> {
    const order = new Order(this.program, this.situations);
    for (let n = 1; ; n++) {
      const next = order.next(n > plain);
      if (!next) return;
      this.expand(next);
      if (n % every === 0) yield this.situations.length;
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
  get uncovered(): { piled: string[]; states: string[]; endless: boolean } {
    const states = [...this.beyond].map((config) => stateText(this.program, { config }));
    return { piled: [...this.piled], states: [...new Set(states)], endless: this.cuts > MOST_CUT };
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
      const pile = piledUp(state);
      if (pile) this.piled.add(pile);
      elapse(next.zone, 1);
      const key = pile ? "" : this.acts.key(state);
      const alike = this.known.get(key);
      to = alike?.find((s) => covers(s.zone, next.zone)) ?? null;
      if (!to) {
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
        if (step?.loop) this.restless.add(index);
        if (alike) alike.push(to);
        else this.known.set(key, [to]);
        fresh = true;
      }
    }
    if (step?.loop) this.cuts++;
    if (from && move) {
      this.edges.push(from.index, to.index, kinds[move.kind]);
      // The visitor gets the state that this very move led to, even where the situation was known already.
      const reached = to.state === state || !this.visitors.length ? to : { ...to, state };
      for (const v of this.visitors) v.move?.(from, move, step, reached, this);
    }
    if (fresh) for (const v of this.visitors) v.situation?.(to, this);
  }

  private expand(from: Situation): void {
    if (this.observer.stop?.(from.state)) return;
    if (this.restless.has(from.index) || this.cuts > MOST_CUT) {
      this.complete = false;
      this.beyond.add(from.state.config);
      return;
    }
    const before = this.log?.of(from);
    const groups: (readonly Outcome[])[] = [];
    const look = (at: number, make: () => readonly Outcome[]): void => {
      const outcomes = before?.[at] ?? make();
      groups.push(outcomes);
      for (const outcome of outcomes) this.take(from, outcome);
    };
    const ofAct = this.outcomes.ofActs(from);
    for (const act of this.acts.in(from.state)) look(groups.length, () => ofAct(act));
    for (const instant of firstInstants(from.zone)) look(groups.length, () => [this.outcomes.ofTime(from, instant)]);
    this.log?.keep(from, groups);
  }

  /** Shows what comes of a move to whoever watches, and looks where it leads. */
  private take(situation: Situation, { move, on, results, next }: Outcome): void {
    const { states, things, zone } = on;
    const from = on === situation ? situation : { ...situation, states, things, zone, state: states[0] };
    if (move.kind === "time" && move.due.length > 1) for (const v of this.visitors) v.together?.(from, move.due, this);
    // Of several things at one instant all but the last are seen on the way.
    for (const { state, step } of results.slice(0, -1))
      for (const v of this.visitors) v.move?.(from, move, step, { ...from, state }, this);
    this.visit(next ?? from, from, move, results.at(-1)?.step ?? null);
  }

  /** The state that steps have led to, as far as it counts. */
  private after(state: RunState, steps: readonly Step[]): RunState {
    const trimmed = this.trim(state);
    return this.observer.observe?.(trimmed, steps) ?? trimmed;
  }
}
