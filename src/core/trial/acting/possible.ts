/**
 * One course that a run may have taken. On a clock that is held there is one; where nobody holds it, timers come late, and an
 * act right before or after something is due may have found the page on either side of it.
 */
import type { Stimulus } from "../../model";
import type { Program } from "../../program";
import { advance, nextDue, type RunState, stimulate } from "../../run";
import { isPlace, trackEnd } from "../../surface";
import type { Done, Observation } from "../system";
import type { CoreSystem } from "./core-system";
import { type Differing, differing, type LetBe } from "./differing";

/** ms between two frames; the specification is compared as it was so long ago, and twice. */
export const FRAME = 1000 / 60;
/** Courses that are followed at once. */
export const MOST_POSSIBLE = 24;
/** ms before something is due, at which it surely is not done. */
const BEFORE = 0.5;

/** What was done last, and to what. */
interface Acted {
  before: RunState;
  act: Stimulus;
}

export class Possible {
  /** As it was at each look and act so far. */
  private past: RunState[];
  private last: Acted | null = null;

  /** @param behind ms by which its clock is behind the page's own, since a timer was late before an act */
  constructor(
    readonly core: CoreSystem,
    private readonly behind = 0,
  ) {
    this.past = [core.state];
  }

  async pass(ms: number): Promise<void> {
    await this.core.pass(ms);
    this.past.push(this.core.state);
  }

  /** @param now ms of the page's own clock */
  async follow(now: number): Promise<void> {
    const ms = now - this.behind - this.core.state.now;
    if (ms > 0) await this.pass(ms);
  }

  async act(act: Stimulus): Promise<Done> {
    this.last = { before: this.core.state, act };
    const done = await this.core.act(act);
    this.past.push(this.core.state);
    return done;
  }

  /**
   * What it may have been when the page was acted on, likeliest first: what was due shortly before may not have been done by
   * then, and what is due in a moment may have been.
   * @param at ms of the page's own clock
   * @param lag ms by which what is due may be late
   */
  couldHaveBeen(at: number, lag: number): Possible[] {
    const { program } = this.core;
    const now = Math.max(at - this.behind, this.core.state.now);
    const acted = this.last ? this.last.before.now : 0;
    const out = [this.at(advance(program, this.core.state, now), this.behind)];
    let state = advance(program, this.since(acted), Math.max(acted, now - lag));
    for (let due = nextDue(program, state); due !== null && due <= now + FRAME; due = nextDue(program, state)) {
      if (out.length === MOST_POSSIBLE) break;
      const late = Math.max(state.now, due - BEFORE);
      if (due <= now) out.push(this.at(advance(program, state, late), at - late));
      state = advance(program, state, due);
      if (due > now) out.push(this.at(state, at - due));
    }
    return out;
  }

  /** The first state that was kept after an act. */
  private since(acted: number): RunState {
    const from = this.last ? this.past.lastIndexOf(this.last.before) + 1 : 0;
    return this.past[from] ?? this.past.find((s) => s.now >= acted) ?? this.core.state;
  }

  private at(state: RunState, behind: number): Possible {
    const other = new Possible(this.core.from(state), behind);
    other.past = [...this.past.filter((s) => s.now <= state.now), state];
    other.last = this.last;
    return other;
  }

  /** @param draws whether the page has had to draw before it could go on */
  async differing(
    found: Observation,
    parts: readonly string[],
    letBe: readonly LetBe[],
    draws: boolean,
  ): Promise<Differing[]> {
    const { past, core } = this;
    const { program, state } = core;
    const expected = await core.observe(parts);
    const earlier = [...earlierOf(program, past, state, found), ...atTheEdge(program, past, state)];
    if (this.last) earlier.push(...later(program, this.last, state.now, found.lag));
    // What counts by frames begins at the next one, however soon that comes: it may be done a frame before its time.
    if (draws) earlier.push(advance(program, state, state.now + FRAME));
    // On the way the focus may have been where the page still has it.
    if (found.lag) for (const move of core.last.focus) earlier.push({ ...state, focus: move.to });
    return differing(program, state, expected, found, letBe, earlier);
  }
}

/** The last state that was reached at or before an instant, with the clock moved on to it. */
function before(past: readonly RunState[], t: number): RunState {
  const last = past.filter((s) => s.now <= t).at(-1) ?? past[0];
  return t > last.now ? { ...last, now: t } : last;
}

/** What the specification was like a moment ago, as far as the page may lag. */
function earlierOf(program: Program, past: readonly RunState[], now: RunState, { lag }: Observation): RunState[] {
  // Timers of pages count whole ms: between two of them either may be the case.
  const due = nextDue(program, now);
  const isBetween = !Number.isInteger(now.now) || (due !== null && due - now.now < 1);
  const near = isBetween ? [advance(program, now, now.now + 1), before(past, now.now - 1)] : [];
  if (!lag) return near;
  const out = near;
  for (let ms = FRAME; ms <= lag + FRAME; ms += FRAME) {
    const t = now.now - ms;
    const then = before(past, t);
    if (then.now < now.now) out.push(then);
  }
  // What an act has changed is not there yet, where it was done a moment ago.
  const last = past.at(-2);
  if (last && now.now - last.now <= lag + FRAME) out.push({ ...last, now: Math.max(last.now, now.now - FRAME) });
  return out;
}

/** What has just begun to come, or is about to be gone, is less than browsers draw: they may have it as it was, or will be. */
function atTheEdge(program: Program, past: readonly RunState[], now: RunState): RunState[] {
  return now.tracks
    .filter((t) => isPlace(t.property))
    .flatMap((t) => {
      const begins = t.start + Math.max(0, t.delay);
      const ends = trackEnd(t);
      return [
        ...(now.now - begins < FRAME && now.now > begins ? [before(past, begins)] : []),
        ...(ends - now.now < FRAME ? [advance(program, now, ends)] : []),
      ];
    });
}

/**
 * The specification as it would be had the last act come a frame later, or two: what turns back in mid-motion does so from
 * elsewhere then.
 */
function later(program: Program, { before, act }: Acted, now: number, lag: number): RunState[] {
  const out: RunState[] = [];
  if (!before.tracks.length) return out;
  for (let ms = FRAME; ms <= Math.min(lag && lag + FRAME, now - before.now); ms += FRAME) {
    const then = advance(program, before, before.now + ms);
    out.push(advance(program, stimulate(program, then, act).state, now));
  }
  return out;
}
