/** A situation of the exploration, and what leads from one to the next. */
import type { RunState } from "../../run";
import type { Followed } from "../zones";
import type { Act } from "./acts";

/** How one situation follows from another: somebody did something, or what was due (by index of its things) came. */
export type Move = Act | { kind: "time"; due: readonly number[] };

export interface Situation extends Followed {
  index: number;
  /** At one of its timings. */
  state: RunState;
  parent: number;
  move: Move | null;
}
