/** A run that can be turned back: what was done and every state on the way. A plain value; operations return a new one. */

import { mapStimulus, mentioned } from "../model";
import type { Program } from "../program";
import { advance, nextDue, type Opening, start, stimulate } from "./interpreter";
import type { RunState, Step, Stimulus } from "./state";

export interface Frame {
  state: RunState;
  step: Step;
  /** What the person did, where it was a person. */
  stimulus: Stimulus | null;
}
export interface Session {
  program: Program;
  /** One for each thing that happened, in time order; the first is the start. */
  frames: readonly Frame[];
  /** How it began. */
  opening: Opening;
  /** How far the clock has run, ms. */
  end: number;
}

export function openSession(program: Program, opening: Opening = {}): Session {
  const { state, step } = start(program, opening);
  return { program, opening, frames: [{ state, step, stimulus: null }], end: 0 };
}

/** The last frame at or before `t`. */
export function frameAt(session: Session, t: number): number {
  let low = 0;
  let high = session.frames.length - 1;
  while (low < high) {
    const mid = (low + high + 1) >> 1;
    if (session.frames[mid].state.now <= t) low = mid;
    else high = mid - 1;
  }
  return low;
}

/** The state at `t` ms: that of the frame before, with the clock moved on. */
export function stateAt(session: Session, t: number): RunState {
  const { state } = session.frames[frameAt(session, t)];
  return t > state.now ? { ...state, now: t } : state;
}

/** Lets the clock run on to `t`. */
export function runTo(session: Session, t: number): Session {
  if (t <= session.end) return session;
  const last = session.frames[session.frames.length - 1].state;
  const due = nextDue(session.program, last);
  if (due === null || due > t) return { ...session, end: t };
  const frames = [...session.frames];
  advance(session.program, last, t, ({ state, step }) => frames.push({ state, step, stimulus: null }));
  return { ...session, frames, end: t };
}

/** The run up to `t`; what came after is dropped. */
export function cutAt(session: Session, t: number): Session {
  if (t >= session.end) return session;
  return { ...session, frames: session.frames.slice(0, frameAt(session, t) + 1), end: t };
}

/** Does something at the end of the run. */
export function act(session: Session, stimulus: Stimulus): Session {
  const { state, step } = stimulate(session.program, stateAt(session, session.end), stimulus);
  return { ...session, frames: [...session.frames, { state, step, stimulus }] };
}

/** The same stimuli at the same instants under another specification; those it does not know are left out. */
export function replay(session: Session, program: Program): Session {
  let next = openSession(program, session.opening);
  for (const frame of session.frames) {
    if (!frame.stimulus) continue;
    const { stimulus } = frame;
    if (mentioned(mapStimulus, stimulus, "part").some((name) => !program.partIndex.has(name))) continue;
    if (mentioned(mapStimulus, stimulus, "data").some((name) => !program.data.some((d) => d.name === name))) continue;
    next = act(runTo(next, frame.step.at), stimulus);
  }
  return runTo(next, session.end);
}
