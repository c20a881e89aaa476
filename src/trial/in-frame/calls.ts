/** What the app asks of a page in its frame, through a port of their own. */
import type { Stimulus } from "../../core/model";
import type { Done, Observation, StandInRequest, Wanted } from "../../core/trial";

export interface FrameCalls {
  /** Answered by the page's own document, and by no other. */
  here(): true;
  /** Answered as the page begins to leave for elsewhere. */
  leaving(): Promise<void>;
  /** Writes the page into the frame, taken hold of before its scripts run. */
  write(
    html: string,
    opening: { scroll: number; reducedMotion: boolean; requests: readonly StandInRequest[] },
  ): Promise<void>;
  /** Once it is loaded: its first moment. */
  open(scroll: number): Promise<Done>;
  act(stimulus: Stimulus, map: Readonly<Record<string, string>>): Promise<Done>;
  pass(ms: number): Promise<void>;
  observe(map: Readonly<Record<string, string>>, parts: readonly string[]): Promise<Observation & { glided: boolean }>;
  guess(
    wanted: readonly Wanted[],
    map: Readonly<Record<string, string>>,
  ): Promise<readonly { part: string; selector: string; why: string }[]>;
}
