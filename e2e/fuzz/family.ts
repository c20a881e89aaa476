/** A family of attacks: how long it is tried, and what came of it. */
export interface Length {
  /** The first of the seeds. */
  seed: number;
  /** How many cases at the most. */
  most: number;
  /** When it ends, ms since 1970. */
  until: number;
}

export interface Tried {
  tried: number;
  /** What broke, each with what shows it again. */
  broken: string[];
}
