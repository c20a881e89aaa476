/** A run that can be turned back: what was done and every state on the way. A plain value; operations return a new one. */

import { mapStimulus, mentioned } from "../../model";
import type { Program } from "../../program";
import { advance, nextDue, type Opening, stimulate } from "../machine/interpreter";
import type { RunState, Stimulus } from "../state/state";
import { type Frame, Frames } from "./frames";

export type { Frame } from "./frames";

export interface Session {
  program: Program;
  /** One for each thing that happened, in time order; the first is the start. */
  frames: Frames;
  /** How it began. */
  opening: Opening;
  /** How far the clock has run, ms. */
  end: number;
}

export const openSession = (program: Program, opening: Opening = {}): Session => ({
  program,
  opening,
  frames: Frames.begin(program, opening),
  end: 0,
});

/** The last frame at or before `t` ms. */
export const frameAt = (session: Session, t: number): Frame => session.frames.at(session.frames.indexAt(t))!;

/** The state at `t` ms: that of the frame before, with the clock moved on. */
export function stateAt(session: Session, t: number): RunState {
  const { state } = frameAt(session, t);
  return t > state.now ? { ...state, now: t } : state;
}

/** So much may happen in one wait; a clock that ticks each millisecond for minutes. */
export const MOST_AT_ONCE = 100_000;

/** Lets the clock run on to `t`, or to where more than MOST_AT_ONCE things would happen. */
export function runTo(session: Session, t: number): Session {
  if (t <= session.end) return session;
  const last = session.frames.last.state;
  const due = nextDue(session.program, last);
  if (due === null || due > t) return { ...session, end: t };
  let { frames } = session;
  let more: Frame[] = [];
  const seen = (result: { state: RunState; step: Frame["step"] }): void => {
    more.push({ ...result, stimulus: null });
    if (more.length < 2048) return;
    frames = frames.append(more);
    more = [];
  };
  const { now } = advance(session.program, last, t, seen, MOST_AT_ONCE);
  return { ...session, frames: frames.append(more), end: now };
}

/** The run up to `t`; what came after is dropped. */
export function cutAt(session: Session, t: number): Session {
  if (t >= session.end) return session;
  return { ...session, frames: session.frames.upTo(session.frames.indexAt(t) + 1), end: t };
}

/** Does something at the end of the run. */
export function act(session: Session, stimulus: Stimulus): Session {
  const { state, step } = stimulate(session.program, stateAt(session, session.end), stimulus);
  return { ...session, frames: session.frames.append([{ state, step, stimulus }]) };
}

/** The same stimuli at the same instants under another specification; those it does not know are left out. */
export function replay(session: Session, program: Program): Session {
  let next = openSession(program, session.opening);
  for (const { at, stimulus } of session.frames.stimuli()) {
    if (mentioned(mapStimulus, stimulus, "part").some((name) => !program.partIndex.has(name))) continue;
    if (mentioned(mapStimulus, stimulus, "data").some((name) => !program.data.some((d) => d.name === name))) continue;
    next = act(runTo(next, at), stimulus);
  }
  return runTo(next, session.end);
}

/** The instants around `t` at which something happened, ms; null where nothing did. */
export function changesAround({ frames }: Session, t: number): { before: number | null; after: number | null } {
  let index = frames.indexAt(t);
  const next = frames.at(index + 1);
  while (index >= 0 && frames.at(index)!.step.at >= t) index--;
  return { before: index < 0 ? null : frames.at(index)!.step.at, after: next?.step.at ?? null };
}
