/** Facts over a span of a run: at every instant of it, or at any. */
import type { Expectation, Span } from "../../model";
import type { Program } from "../../program";
import { type RunState, runTo, type Session } from "../../run";
import { type Found, found, holds, meets } from "../../surface";

/** While something moves, facts are looked at as often as a screen shows them, ms. */
const FRAME = 1000 / 60;
/** Right before something happens. */
const EPSILON = 0.001;

/** The states of a run from a frame on until an instant, in order: each that lasts, and those in the midst of motion. */
function* statesFrom(session: Session, frame: number, until: number): Generator<RunState> {
  const { frames } = session;
  for (let i = frame; i < frames.length; i++) {
    const { state } = frames.at(i)!;
    if (state.now > until) return;
    const next = Math.min(frames.at(i + 1)?.state.now ?? Number.POSITIVE_INFINITY, until + EPSILON);
    // What is over at the same instant was never there, but for what the step itself left behind.
    if (next > state.now || i === frame) yield state;
    if (!state.tracks.length && !state.page.glide) continue;
    for (let t = state.now + FRAME; t < next - EPSILON; t += FRAME) yield { ...state, now: t };
    if (next - EPSILON > state.now) yield { ...state, now: next - EPSILON };
  }
}

export interface SpanCheck {
  ok: boolean;
  /** ms: where it was decided */
  at: number;
  found: Found;
}

/**
 * @param frame index of the frame after which the span begins
 * @param from its instant, ms
 */
export function judgeSpan(
  program: Program,
  played: Session,
  frame: number,
  from: number,
  that: Expectation,
  over: Span,
): SpanCheck {
  const length = "within" in over ? over.within : "for" in over ? over.for : 0;
  const session = runTo(played, from + length);
  const until = "until" in over ? session.end : from + length;
  let last: SpanCheck = { ok: false, at: from, found: null };
  for (const state of statesFrom(session, frame, until)) {
    const what = found(program, state, that);
    const ok = meets(that, what);
    last = { ok, at: Math.max(state.now, from), found: what };
    if ("within" in over ? ok : !ok && !("until" in over && holds(program, state, over.until))) return last;
    if ("until" in over && holds(program, state, over.until)) return { ...last, ok: true };
  }
  // Where too much happens to look at all of it, nothing was shown about the rest.
  if (session.end < from + length) return { ...last, ok: false, at: session.end };
  return { ...last, ok: !("within" in over), at: until };
}
