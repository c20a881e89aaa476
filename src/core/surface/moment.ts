/** What the surface of a component depends on, and nothing else. The interpreter's state extends it. */
import type { Env } from "../expression";
import { micros } from "../measure";
import type { Presence, Value } from "../model";
import {
  type Animation,
  type ConfigurationIndex,
  DOCUMENT,
  isInside,
  type PartIndex,
  type PoseIndex,
  type Program,
  shutting,
  takesAway,
} from "../program";
import { type PageState, scrollAt } from "./page";

/** A value on its way (CSS Transitions 1 §3): from `start`, after `delay`, for `duration`, all ms of the virtual clock. */
export interface Track {
  part: PartIndex;
  property: string;
  from: string;
  to: string;
  start: number;
  delay: number;
  duration: number;
  /** What `duration` is unless it is shortened because the motion turns another back. */
  whole: number;
  easing: string;
  /** Same part, property and end value, same number; see goalOf. */
  goal: number;
  /** The reversing-adjusted start value and the reversing shortening factor of the same section. */
  reverseFrom: string;
  shortening: number;
  /** Made by an animation, and what the part has besides; its duration is that of all iterations. */
  animation?: Animation;
  base?: string;
}

/** A part whose leaving motion still runs: it stays as it was until that ends. */
export interface Lingering {
  part: PartIndex;
  as: Presence;
  /**
   * Only how it is seen lingers, until the track of this property has ended: by its visibility (`shown` is visible,
   * `hidden` is not), or by where it is (`shown` is in view, `moved out` is not, and `hidden` has no room).
   */
  of?: string;
}

/** Stands for the instant at which what comes into view is not there yet: a motion's very beginning is where it comes from. */
export const NOT_IN_YET = "in view, not yet";
/** The property brings a part out of view, or keeps it there for that instant. */
export const isPlace = (property: string): boolean =>
  property === NOT_IN_YET || takesAway(property) || shutting(property);

export interface Moment {
  /** ms of the virtual clock */
  readonly now: number;
  readonly config: ConfigurationIndex;
  /** The configuration with the conditions on looks that hold. */
  readonly pose: PoseIndex;
  readonly data: readonly Value[];
  readonly focus: PartIndex;
  /** What the pointer is over. */
  readonly over: PartIndex;
  readonly tracks: readonly Track[];
  readonly lingering: readonly Lingering[];
  readonly page: PageState;
  /** Boxes and radio buttons that are checked, in document order. */
  readonly checked: readonly PartIndex[];
  /** What was announced last to assistive technology, and when; null when nothing was. */
  readonly said: { readonly text: string; readonly at: number } | null;
}

/** ms of the virtual clock */
export const trackEnd = (track: Track): number => micros(track.start + track.delay + track.duration);

type Asked = Pick<Moment, "data" | "config" | "page" | "now"> & Partial<Pick<Moment, "focus" | "over">>;

/** A class, since one is made for nearly everything that is looked up. */
class MomentEnv implements Env {
  readonly event = "";
  constructor(
    private readonly program: Program,
    private readonly moment: Asked,
    readonly data = moment.data,
  ) {}
  isIn(name: string): boolean {
    return isActive(this.program, this.moment, name);
  }
  focusWithin(part: string): boolean {
    return isWithin(this.program, this.moment.focus ?? DOCUMENT, part);
  }
  hovered(part: string): boolean {
    return isWithin(this.program, this.moment.over ?? DOCUMENT, part);
  }
  // Few expressions ask.
  get page(): Env["page"] {
    const { page, now } = this.moment;
    return { ...page, scroll: scrollAt(page, now) };
  }
}
export const envOf = (program: Program, moment: Asked): Env => new MomentEnv(program, moment);

/** True when a part is the one of that name, or inside it. */
export function isWithin(program: Program, part: PartIndex, outer: string): boolean {
  const index = program.partIndex.get(outer);
  return part !== DOCUMENT && index !== undefined && isInside(program, part, index);
}

/** True while the state of that name is active. */
export function isActive(program: Program, moment: Pick<Moment, "config">, name: string): boolean {
  const state = program.stateIndex.get(name);
  return state !== undefined && program.configurations.at(moment.config).has[state];
}

/** The active atomic states in words, such as `open` or `lit + two`. */
export const stateText = (program: Program, moment: Pick<Moment, "config">): string =>
  activeNames(program, moment).join(" + ");

/** The names of the active atomic states, in document order. */
export const activeNames = (program: Program, moment: Pick<Moment, "config">): string[] =>
  program.configurations.at(moment.config).atomic.map((s) => program.states[s].name);

/** The names of all active states, the outer ones and the root too. */
export const allActiveNames = (program: Program, moment: Pick<Moment, "config">): string[] =>
  program.configurations.at(moment.config).states.map((s) => program.states[s].name);

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

/** The same numbers for the same goals as in a program before an edit. */
export function inheritGoals(program: Program, from: Program): void {
  const goals = from.cache.get("goals");
  if (goals) program.cache.set("goals", goals);
}
