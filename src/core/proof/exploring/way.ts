/** From the situations that lead to one another to a run on the clock that goes that way. */
import type { Step as ScenarioStep } from "../../model";
import type { Program } from "../../program";
import { stepsAt } from "../scenarios/steps";
import { answeredBy, earliest, type Leg, type Wish } from "../zones";
import type { Move, Situation } from "./situation";

/**
 * @param last a move after the situation
 * @param leads whether steps, played, lead there; asked only where that depends on how far a motion had come
 * @returns null where no instants were found at which it goes so
 */
export function wayTo(
  program: Program,
  situations: readonly Situation[],
  wanted: Situation,
  last: Move | undefined,
  leads: (steps: readonly ScenarioStep[]) => boolean,
): ScenarioStep[] | null {
  const way: { move: Move; to: Situation | null }[] = last ? [{ move: last, to: null }] : [];
  let s = wanted;
  for (; s.move; s = situations[s.parent]) way.push({ move: s.move, to: s });
  way.reverse();
  const legs = way.map(({ move, to }, i): Leg => {
    const from = i ? way[i - 1].to! : s;
    const soon = answeredBy([program], from.things, move.kind === "time" ? null : move.stimulus);
    return { due: move.kind === "time" ? move.due : null, kept: to?.kept ?? [], begun: to?.begun ?? [], soon };
  });
  const acts = way.map(({ move }) => (move.kind === "time" ? null : move.stimulus));
  const steps = (wish?: Wish): ScenarioStep[] | null => {
    const instants = earliest(s.begun, legs, wish);
    return instants && stepsAt(acts, instants);
  };
  const soonest = steps();
  const open = legs.some((l) => l.begun.some((r) => r && r[0] !== r[1]));
  if (!open || !soonest) return soonest;
  // How long a motion turned back takes is known only on the clock: other instants are tried until it comes out right.
  if (leads(soonest)) return soonest;
  const instants = earliest(s.begun, legs)!;
  for (const wish of wishes(way, instants)) {
    const tried = steps(wish);
    if (tried && leads(tried)) return tried;
  }
  return null;
}

/** Other instants to try, µs: all acts apart from one another, single ones later. */
function* wishes(way: readonly { move: Move }[], instants: readonly number[]): Generator<Wish> {
  const later = [1, 20, 50, 90, 100, 150, 200, 300, 400, 600, 900].map((ms) => ms * 1000);
  for (const gap of later) yield { gap };
  for (const [i, { move }] of way.entries()) {
    if (move.kind === "time") continue;
    for (const by of later) {
      const atLeast = new Map([[i, instants[i] + by]]);
      yield { atLeast };
      for (const gap of [1000, 20_000, 60_000]) yield { atLeast, gap };
    }
  }
}
