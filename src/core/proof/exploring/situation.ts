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

/** As many of one event on their way show that they pile up; how high, is not asked. */
const PILE = 3;
/** The event of which more and more are on their way: nothing follows from there that anybody looks at. */
export function piledUp({ timers }: RunState): string | null {
  if (timers.length < PILE) return null;
  const piled = timers.find(
    (t) => t.kind === "event" && timers.filter((o) => o.kind === "event" && o.event === t.event).length >= PILE,
  );
  return piled?.kind === "event" ? piled.event : null;
}
