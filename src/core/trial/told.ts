/** What the server of the app tells while a component is on trial: one JSON object a line. */
import type { TrialSet } from "./asked";
import type { RunResult } from "./trial";

export interface TrialAsked {
  /** The component file's text. */
  component: string;
  set: TrialSet;
  /** Address or file; the page that would be delivered where none is given. */
  page?: string;
  browser: string;
  /** Hosts beside this machine that the person allows. */
  allow?: string[];
  /** Requests go to their servers. */
  realRequests?: boolean;
}

export interface Guess {
  selector: string;
  why: string;
}

/** An element as it lies on the picture of a page, px. */
export interface PageBox {
  selector: string;
  /** The part that it is on the map, if any. */
  part: string | null;
  x: number;
  y: number;
  width: number;
  height: number;
}
/** The page as it opens: where its elements are, to be pointed at. */
export interface PagePicture {
  /** A data address. */
  image: string;
  width: number;
  height: number;
  boxes: PageBox[];
}

export type TrialTold =
  | { kind: "runs"; of: number; left: string[] }
  | { kind: "result"; result: RunResult }
  | { kind: "end"; unmapped: string[]; unseen: string[]; guessed: Record<string, Guess>; stopped: boolean }
  | { kind: "picture"; picture: PagePicture }
  | { kind: "problem"; message: string };

/** The header by which the app of this start of the server is known. */
export const START_HEADER = "x-lively-start";
