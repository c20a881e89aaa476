/** What comes of a move in a situation, by the interpreter; an explorer then looks where that leads. */
import { micros } from "../../measure";
import type { Program } from "../../program";
import { advance, type Result, type RunState, type Step, stimulate } from "../../run";
import {
  type Followed,
  firstDue,
  followed,
  type Instant,
  longest,
  moved,
  NOTHING,
  type Timed,
  thingsOf,
  whenDone,
} from "../zones";
import type { Act, Acts } from "./acts";
import { type Move, piledUp, type Situation } from "./situation";

/** One move, done at one of the timings at which it can be. */
export interface Outcome {
  move: Move;
  /** The situation at that timing. */
  on: Timed;
  /** One after the other; none where only the clock moved. */
  results: readonly Result[];
  /** Null where nothing changed. */
  next: Followed | null;
}

export class Outcomes {
  private readonly programs: readonly Program[];
  private readonly idle = new Map<string, Map<Act, Step>>();

  /**
   * @param after the state that steps have led to, as far as it counts
   * @param watched something may be of interest where nothing changes
   */
  constructor(
    private readonly program: Program,
    private readonly acts: Acts,
    private readonly after: (state: RunState, steps: readonly Step[]) => RunState,
    private readonly watched: boolean,
  ) {
    this.programs = [program];
  }

  /** Of everything that can be done in a situation, a list for each act. */
  ofActs(from: Situation): (act: Act) => readonly Outcome[] {
    const idle = this.idleIn(from.state);
    const fresh = from.state.tracks.filter((t) => t.start === from.state.now);
    const begun = fresh.length ? midway(from) : null;
    return (act) => {
      // What changed nothing where all that matters to it was the same changes nothing again.
      const known = idle.get(act);
      if (known) return [{ move: act, on: from, results: [{ state: from.state, step: known }], next: null }];
      const at = whenDone(this.programs, from, act.stimulus);
      if (!at) return [];
      const out = this.done(at, at, act);
      if (!out.next && !this.watched && !acted(out.results[0].step)) idle.set(act, out.results[0].step);
      if (!out.next || !begun || fresh.every((t) => out.next?.states[0].tracks.includes(t))) return [out];
      // What is turned back at its very first instant has no way to go; a moment later it has.
      return [out, this.done({ states: [begun], things: from.things, zone: from.zone }, from, act)];
    };
  }

  /** @param before all the timings at which it can be done; `on` is at one of them */
  private done(on: Timed, before: Timed, move: Act): Outcome {
    const act = (s: RunState): Result => {
      const { state, step } = stimulate(this.program, s, move.stimulus);
      return { state: this.after(state, [step]), step };
    };
    const result = act(on.states[0]);
    const changed = result.state !== on.states[0];
    const again = ([s]: readonly RunState[]): RunState[] => [act(s).state];
    const next = changed ? this.followed(before, result.state, again) : null;
    return { move, on, results: [result], next };
  }

  /** Of letting the clock run to the instant at which things are due. */
  ofTime(from: Situation, { due, zone }: Instant): Outcome {
    const { program } = this;
    const at = this.at(from, due, longest(zone));
    const on = { states: at.states, things: at.things, zone };
    const results: Result[] = [];
    const led = advance(program, on.states[0], on.things[due[0]].due, (result) => results.push(result));
    const steps = (list: readonly Result[]): Step[] => list.map((r) => r.step);
    const again = ([s]: readonly RunState[]): RunState[] => {
      const passed: Result[] = [];
      const state = advance(program, s, firstDue(thingsOf(this.programs, [s])), (r) => passed.push(r));
      return [this.after(state, steps(passed))];
    };
    const next = this.followed(on, this.after(led, steps(results)), again);
    return { move: { kind: "time", due }, on, results, next };
  }

  /** Where a step leads, with all its timings; but for what piles up, whose timings nobody looks at. */
  private followed(before: Timed, state: RunState, again: (at: readonly RunState[]) => RunState[]): Followed {
    if (piledUp(state)) return { ...NOTHING, states: [state], kept: [], begun: [] };
    return followed(this.programs, before, [state], again);
  }

  /** The situation at a timing in which just these things are first; as it is where they are so already. */
  private at(from: Situation, due: readonly number[], left: readonly number[]): Timed {
    const next = firstDue(from.things);
    if (from.things.every((t, i) => (t.due === next) === due.includes(i))) return from;
    return moved(this.programs, from, left);
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
