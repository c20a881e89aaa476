/**
 * What happened in a run, frame by frame, for runs of any length: the latest frames are at hand, older ones are kept as
 * a snapshot and the stimuli since, and made again when somebody looks. A plain immutable list for its readers.
 */
import type { Program } from "../../program";
import { advance, nextDue, type Opening, start, stimulate } from "../machine/interpreter";
import type { RunState, Step, Stimulus } from "../state/state";

export interface Frame {
  state: RunState;
  step: Step;
  /** What the person did, where it was a person. */
  stimulus: Stimulus | null;
}

/** Frames a chunk, at least; it ends where the next frame is at a later instant or a stimulus. */
const SIZE = 256;
/** Chunks whose frames are kept once they were made again. */
const AT_HAND = 12;

/** A stretch of the past: where it began and what was done in it; the interpreter knows the rest. */
interface Chunk {
  /** Index of its first frame, and how many there are. */
  first: number;
  count: number;
  /** The state before it; null for the very first, which begins with the start itself. */
  before: RunState | null;
  /** Instants of its first and last frame, ms. */
  from: number;
  to: number;
  stimuli: readonly { at: number; stimulus: Stimulus }[];
}

const atHand = new Map<Chunk, readonly Frame[]>();

export class Frames {
  private constructor(
    private readonly program: Program,
    private readonly opening: Opening,
    private readonly chunks: readonly Chunk[],
    /** The state before the open frames; null for the very first. */
    private readonly before: RunState | null,
    private readonly open: readonly Frame[],
  ) {}

  static begin(program: Program, opening: Opening): Frames {
    const { state, step } = start(program, opening);
    return new Frames(program, opening, [], null, [{ state, step, stimulus: null }]);
  }

  private get sealed(): number {
    const last = this.chunks.at(-1);
    return last ? last.first + last.count : 0;
  }
  get length(): number {
    return this.sealed + this.open.length;
  }

  /** The frame of that index; negative ones count from the end. */
  at(index: number): Frame | undefined {
    const i = index < 0 ? this.length + index : index;
    if (i >= this.sealed) return this.open[i - this.sealed];
    const chunk = this.chunkOf((c) => c.first <= i);
    return chunk && this.made(chunk)[i - chunk.first];
  }

  get last(): Frame {
    return this.open[this.open.length - 1];
  }

  /** Index of the last frame at or before `t` ms; 0 before everything. */
  indexAt(t: number): number {
    const inOpen = this.open[0].step.at <= t;
    const chunk = inOpen ? undefined : this.chunkOf((c) => c.from <= t);
    if (!inOpen && !chunk) return 0;
    const frames = chunk ? this.made(chunk) : this.open;
    let low = 0;
    let high = frames.length - 1;
    while (low < high) {
      const mid = (low + high + 1) >> 1;
      if (frames[mid].step.at <= t) low = mid;
      else high = mid - 1;
    }
    return (chunk ? chunk.first : this.sealed) + low;
  }

  append(more: readonly Frame[]): Frames {
    const chunks = [...this.chunks];
    let { before } = this;
    let open = [...this.open];
    for (const frame of more) {
      const last = open[open.length - 1];
      if (open.length >= SIZE && (frame.stimulus || frame.step.at > last.step.at)) {
        chunks.push(sealed(chunks.at(-1), before, open));
        before = last.state;
        open = [];
      }
      open.push(frame);
    }
    return new Frames(this.program, this.opening, chunks, before, open);
  }

  /** The first `count` frames, at least one. */
  upTo(count: number): Frames {
    if (count >= this.length) return this;
    if (count > this.sealed)
      return new Frames(this.program, this.opening, this.chunks, this.before, this.open.slice(0, count - this.sealed));
    const chunk = this.chunkOf((c) => c.first < count)!;
    const kept = this.chunks.slice(0, this.chunks.indexOf(chunk));
    return new Frames(this.program, this.opening, kept, chunk.before, this.made(chunk).slice(0, count - chunk.first));
  }

  /** The frames from one index up to, without, another. */
  slice(from: number, to = this.length): Frame[] {
    const out: Frame[] = [];
    for (const { first, frames } of this.pieces(from, to))
      out.push(...frames.slice(Math.max(0, from - first), Math.max(0, to - first)));
    return out;
  }

  map<T>(each: (frame: Frame, index: number) => T): T[] {
    const out: T[] = [];
    for (const frame of this) out.push(each(frame, out.length));
    return out;
  }

  find(wanted: (frame: Frame) => boolean): Frame | undefined {
    for (const frame of this) if (wanted(frame)) return frame;
    return undefined;
  }

  *[Symbol.iterator](): Iterator<Frame> {
    for (const { frames } of this.pieces(0, this.length)) yield* frames;
  }

  /** What was done, without making any frame again. */
  *stimuli(): Generator<{ at: number; stimulus: Stimulus }> {
    for (const chunk of this.chunks) yield* chunk.stimuli;
    yield* stimuliOf(this.open);
  }

  /**
   * The stretches in which frames are kept, in order, each with the state before it; `frames()` makes them at need.
   * The key stays the same value while the stretch does, so that what is computed of it can be kept by it.
   */
  stretches(): {
    key: object;
    first: number;
    from: number;
    to: number;
    before: RunState;
    frames(): readonly Frame[];
  }[] {
    const sealed = this.chunks.map((c) => ({
      key: c,
      first: c.first,
      from: c.from,
      to: c.to,
      before: c.before ?? this.made(c)[0].state,
      frames: () => this.made(c),
    }));
    const { open } = this;
    const from = open[0].step.at;
    const last = { key: open, first: this.sealed, from, to: this.last.step.at, before: this.before ?? open[0].state };
    return [...sealed, { ...last, frames: () => open }];
  }

  private *pieces(from: number, to: number): Generator<{ first: number; frames: readonly Frame[] }> {
    for (const c of this.chunks)
      if (c.first < to && c.first + c.count > from) yield { first: c.first, frames: this.made(c) };
    if (to > this.sealed) yield { first: this.sealed, frames: this.open };
  }

  /** The last chunk of which it is true; it is true of all up to some chunk, and of none after. */
  private chunkOf(is: (chunk: Chunk) => boolean): Chunk | undefined {
    let low = -1;
    let high = this.chunks.length - 1;
    while (low < high) {
      const mid = (low + high + 1) >> 1;
      if (is(this.chunks[mid])) low = mid;
      else high = mid - 1;
    }
    return this.chunks[low];
  }

  private made(chunk: Chunk): readonly Frame[] {
    const known = atHand.get(chunk);
    if (known) return known;
    const frames = this.again(chunk);
    keep(chunk, frames);
    return frames;
  }

  /** The frames of a chunk from its snapshot: the same stimuli at the same instants, and what comes of itself. */
  private again({ before, stimuli, count }: Chunk): Frame[] {
    const { program } = this;
    const frames: Frame[] = [];
    const first = before ? null : start(program, this.opening);
    if (first) frames.push({ ...first, stimulus: null });
    let state = first ? first.state : before!;
    const on = (until: number): void => {
      if (until > state.now || nextDue(program, state) === until)
        state = advance(program, state, until, (r) => frames.push({ ...r, stimulus: null }));
    };
    for (const { at, stimulus } of stimuli) {
      if (at > state.now) on(at);
      const result = stimulate(program, state, stimulus);
      frames.push({ ...result, stimulus });
      state = result.state;
    }
    while (frames.length < count) on(nextDue(program, state)!);
    return frames;
  }
}

function sealed(last: Chunk | undefined, before: RunState | null, frames: readonly Frame[]): Chunk {
  const chunk: Chunk = {
    first: last ? last.first + last.count : 0,
    count: frames.length,
    before,
    from: frames[0].step.at,
    to: frames[frames.length - 1].step.at,
    stimuli: [...stimuliOf(frames)],
  };
  keep(chunk, frames);
  return chunk;
}

function keep(chunk: Chunk, frames: readonly Frame[]): void {
  atHand.set(chunk, frames);
  if (atHand.size > AT_HAND) atHand.delete(atHand.keys().next().value!);
}

function* stimuliOf(frames: readonly Frame[]): Generator<{ at: number; stimulus: Stimulus }> {
  for (const { step, stimulus } of frames) if (stimulus) yield { at: step.at, stimulus };
}
