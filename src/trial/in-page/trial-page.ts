/** What a page on trial can be asked, and told: the script in it stands there under this name. */
import type { Observation } from "../../core/trial";
import type { NoPlace } from "../../core/trial/system";
import type { Wanted } from "../../core/trial/wanted";
import type { boxesOf } from "./boxes";
import type { Guess } from "./map";
import type { Place } from "./observe";

type Selectors = Readonly<Record<string, string>>;

/** Of several events, as of a click: when the first came, ms of the page's own clock, and how much later the last. */
export interface Told {
  at: number;
  took: number;
}

export interface TrialPage {
  /** @throws where the page never comes to rest */
  pass(ms: number): Promise<void>;
  guess(wanted: readonly Wanted[], had: Selectors): Guess[];
  /** Answers a request under way. @returns false where none is */
  answer(name: string, ok: boolean): boolean;
  observe(map: Selectors, parts: readonly string[]): Observation & { glided: boolean };
  place(map: Selectors, part: string): Place | NoPlace;
  /** A point at which nothing of the map lies. */
  bare(map: Selectors): { x: number; y: number } | null;
  boxes: typeof boxesOf;
  /** When it was told of what was done to it last; null where its clock is held. */
  told(): Told | null;
  /** The window loses the focus. */
  blur(): void;
}

declare global {
  interface Window {
    trialPage: TrialPage;
  }
}
