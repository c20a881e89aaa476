/** Timers that a script sets again before they have come: its page goes by both, a specification has one clock for each. */

import type { Store } from "../reading";
import { type Act, aboutOf, isNotYet, startedBy, underWayAfter } from "./acts";
import type { Explored, Outcome } from "./found";

const TIMER = "a timer that can be set again while it is under way, and not be cleared: here it starts anew";
const REQUEST = "a request that can be made again before it is answered: here only the last one is answered";

/** So long, ms, nobody does anything twice. */
const SHORT = 50;
/** So many ways to be are gone through for one timer. */
const MOST = 20_000;

type Found = Pick<Explored, "acts" | "outcomes" | "timers" | "requests" | "loaded" | "stores">;

/** @returns those that make a difference by coming at the first time, too, with what is told of them */
export function underWayTwice(found: Found): { line: number; text: string }[] {
  const timers = [...found.timers].flatMap(([name, { ms, line }]) =>
    ms >= SHORT && isSetTwice({ kind: "timer", name }, found) ? [{ line, text: TIMER }] : [],
  );
  const requests = [...found.requests].flatMap(([name, { line }]) =>
    isSetTwice({ kind: "request", name }, found) ? [{ line, text: REQUEST }] : [],
  );
  return [...timers, ...requests];
}

interface Due {
  kind: "timer" | "request";
  name: string;
}
const idOf = ({ kind, name }: Due): string => (kind === "timer" ? name : `request ${name}`);
const isOf = ({ kind, name }: Due, act: Act): boolean =>
  kind === "timer" ? act.is === "timer" && act.timer === name : act.is === "answer" && act.request === name;

/** What must have come between an act and the same act once more. */
const within: Partial<Record<Act["is"], { what: string; enters: boolean }>> = {
  "pointer enter": { what: "pointer", enters: true },
  "pointer leave": { what: "pointer", enters: false },
  "focus enters": { what: "focus", enters: true },
  "focus leaves": { what: "focus", enters: false },
  "in view": { what: "view", enters: true },
  "out of view": { what: "view", enters: false },
};

function isSetTwice(due: Due, found: Found): boolean {
  const { acts, outcomes, timers, loaded } = found;
  const id = idOf(due);
  const comes = acts.flatMap((act, a) => (isOf(due, act) ? [a] : []));
  const queue = [{ at: 0, underWay: new Set(startedBy(loaded)), inside: new Set<string>() }];
  const seen = new Set<string>();
  for (const { at, underWay, inside } of queue) {
    for (const [a, act] of acts.entries()) {
      const outcome = outcomes[a][at];
      if (!outcome || isNotYet(act, underWay)) continue;
      const crossing = within[act.is];
      const place = crossing && "target" in act ? `${crossing.what} ${act.target}` : "";
      // What is in view at first is not known.
      if (crossing && crossing.what !== "view" && inside.has(place) === crossing.enters) continue;
      const own = comes.includes(a);
      if (startsAgain(outcome, due) && underWay.has(id) && !own && tells(comes, found, outcome.to)) return true;
      const then = underWayAfter(act, outcome.effects, underWay, timers);
      const now = place ? new Set(inside) : inside;
      if (place && crossing!.enters) now.add(place);
      else if (place) now.delete(place);
      const key = `${outcome.to} ${[...then].sort()} ${[...now].sort()}`;
      if (seen.has(key)) continue;
      if (seen.size > MOST) return false;
      seen.add(key);
      queue.push({ at: outcome.to, underWay: then, inside: now });
    }
  }
  return false;
}

/** Whether it begins then without having been let be before. */
function startsAgain({ effects }: Outcome, due: Due): boolean {
  const of = aboutOf(effects, idOf(due));
  const starts = due.kind === "request" ? "request" : "start";
  return of.at(-1) === starts && of[0] === starts;
}

/** Whether the page is otherwise once it has come. */
const tells = (comes: readonly number[], { outcomes, stores }: Found, from: number): boolean =>
  comes.some((a) => {
    const outcome = outcomes[a][from];
    return outcome !== undefined && (outcome.effects.length > 0 || differ(stores[from], stores[outcome.to]));
  });
/** An animation that has ended shows nothing any more, whether its style says it still or not. */
const differ = (a: Store, b: Store): boolean =>
  a !== b &&
  [...new Set([...a.keys(), ...b.keys()])].some((k) => a.get(k) !== b.get(k) && !/^style \S+ animation$/.test(k));
