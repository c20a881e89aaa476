/** What came of going through a page's script: the ways to be, and where each act leads from each. */
import type { Asked, Effect, Store, Told } from "../reading";
import type { Act } from "./acts";

/** One of several ways that an act can go, told by a number that counts. */
export interface Branch {
  /** An expression; empty for all else. */
  when: string;
  to: number;
  effects: readonly Effect[];
  /** What becomes of the number, as an action; empty where it stays. */
  assign: string;
}
export interface Outcome {
  to: number;
  effects: readonly Effect[];
  whole: boolean;
  branches?: readonly Branch[];
  /** What would be done if the page were elsewhere than it can be then. */
  elsewhere?: Outcome;
}
export interface Explored {
  stores: readonly Store[];
  /** Effects of loading. */
  loaded: readonly Effect[];
  acts: readonly Act[];
  /** By act, then by store; undefined where it cannot be done then. */
  outcomes: readonly (readonly (Outcome | undefined)[])[];
  timers: ReadonlyMap<string, { ms: number; every: boolean; line: number }>;
  requests: ReadonlyMap<string, Asked>;
  listeners: readonly { line: number; type: string; on: string; read: boolean }[];
  notUnderstood: readonly Told[];
  /** Variables that are numbers as the page is loaded, by their key in the store; and those that count without an end. */
  numbers: ReadonlyMap<string, number>;
  endless: ReadonlySet<string>;
  /** Parts that are displayed before they move, and how each is displayed in a store. */
  softly: ReadonlyMap<string, (store: Store) => string | null>;
  /** Parts with a transition of their own. */
  moving: ReadonlySet<string>;
  /** There are more ways to be than are looked at. */
  cut: boolean;
  /** There may be so many since something that the script keeps grows. */
  grows: boolean;
}
