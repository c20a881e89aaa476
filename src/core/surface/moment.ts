/** What the surface of a component depends on, and nothing else. The interpreter's state extends it. */
import type { Env } from "../expression";
import type { Presence, Value } from "../model";
import type { PartIndex, Program, StateIndex } from "../program";

/** A value on its way (CSS Transitions 1 §3): from `start`, after `delay`, for `duration`, all ms of the virtual clock. */
export interface Track {
  part: PartIndex;
  property: string;
  from: string;
  to: string;
  start: number;
  delay: number;
  duration: number;
  easing: string;
  /** Same part, property and end value, same number; see goalOf. */
  goal: number;
  /** The reversing-adjusted start value and the reversing shortening factor of the same section. */
  reverseFrom: string;
  shortening: number;
}

/** A part whose leaving motion still runs: it stays as it was until that ends. */
export interface Lingering {
  part: PartIndex;
  as: Presence;
}

export interface Moment {
  /** ms of the virtual clock */
  readonly now: number;
  readonly leaf: StateIndex;
  readonly data: readonly Value[];
  readonly focus: PartIndex;
  readonly tracks: readonly Track[];
  readonly lingering: readonly Lingering[];
}

export const trackEnd = (track: Track): number => track.start + track.delay + track.duration;

export function envOf(program: Program, moment: Pick<Moment, "data" | "leaf">): Env {
  return {
    data: moment.data,
    isIn: (name) => {
      const state = program.stateIndex.get(name);
      return state !== undefined && program.states[moment.leaf].path.includes(state);
    },
  };
}

/** A number for where a motion leads, so that situations can be told apart without comparing texts. */
export function goalOf(program: Program, part: PartIndex, property: string, to: string): number {
  const goals = (program.cache.get("goals") as Map<string, number> | undefined) ?? new Map<string, number>();
  program.cache.set("goals", goals);
  const key = `${part} ${property} ${to}`;
  let id = goals.get(key);
  if (id === undefined) {
    id = goals.size;
    goals.set(key, id);
  }
  return id;
}
