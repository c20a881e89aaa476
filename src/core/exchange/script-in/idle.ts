/**
 * What a script lets be that is not under way, or begins anew at once, it need not let be: `clearTimeout` before every
 * `setTimeout` is the habit of people who know nothing of what went before, and tells no way to be from another.
 */
import { aboutOf, type Explored, type Outcome, startedBy, underWayAfter } from "./exploring";
import type { Effect } from "./reading";

export function withoutIdle(found: Explored): Explored {
  const alive = underWayIn(found);
  const matters = mattersIn(found);
  let isLess = false;
  const outcomes = found.outcomes.map((list, a) =>
    list.map((o, from) => {
      if (!o) return o;
      const now = underWayAfter(found.acts[a], [], alive[from], found.timers);
      const effects = needed(o.effects, now, matters[o.to]);
      if (effects.length === o.effects.length) return o;
      isLess = true;
      return { ...o, effects };
    }),
  );
  // What is not begun any more is not under way later on.
  return isLess ? withoutIdle({ ...found, outcomes }) : found;
}

/** By store: timers and requests that can be under way then, by the names that `startedBy` gives them. */
function underWayIn({ stores, loaded, acts, outcomes, timers }: Explored): Set<string>[] {
  const out = stores.map(() => new Set<string>());
  out[0] = new Set(startedBy(loaded));
  const queue = [0];
  const seen = new Set(queue);
  for (const at of queue) {
    for (const [a, act] of acts.entries()) {
      const o = outcomes[a][at];
      if (!o) continue;
      const before = out[o.to].size;
      for (const id of underWayAfter(act, o.effects, out[at], timers)) out[o.to].add(id);
      if (!seen.has(o.to) || out[o.to].size > before) queue.push(o.to);
      seen.add(o.to);
    }
  }
  return out;
}

/**
 * By store: timers that do something if they come then, or later if nobody lets them be before. What was not gone through,
 * since it was not under way there, may do anything.
 */
function mattersIn({ stores, acts, outcomes, timers }: Explored): Set<string>[] {
  const out = stores.map(() => new Set<string>());
  for (const name of timers.keys()) {
    const own = acts.findIndex((act) => act.is === "timer" && act.timer === name);
    const leads: number[][] = stores.map(() => []);
    outcomes.forEach((list, a) => {
      list.forEach((o, from) => {
        if (o && a !== own && !aboutOf(o.effects, name).length) leads[o.to].push(from);
      });
    });
    const isNothing = (o: Outcome | undefined, at: number): boolean => o?.to === at && o.effects.length === 0;
    const queue = stores.flatMap((_s, at) => (isNothing(outcomes[own]?.[at], at) ? [] : [at]));
    for (const at of queue) {
      if (out[at].has(name)) continue;
      out[at].add(name);
      queue.push(...leads[at]);
    }
  }
  return out;
}

/** @param alive what is under way as they begin @param matters timers that do something, if they come after all of them */
function needed(effects: readonly Effect[], alive: Set<string>, matters: ReadonlySet<string>): Effect[] {
  return effects.filter((e, i) => {
    if (e.do !== "start" && e.do !== "cancel") return true;
    const [later] = aboutOf(effects.slice(i + 1), e.timer);
    if (e.do === "start") {
      alive.add(e.timer);
      return later !== undefined || matters.has(e.timer);
    }
    return alive.delete(e.timer) && later !== "start";
  });
}

/**
 * Two timers of the same length that are never under way together, as one: by what it is under the name of the first.
 * @returns null where they are not such
 */
export function asOneTimer(found: Explored, one: string, other: string): Explored | null {
  const { acts, timers } = found;
  const [a, b] = [timers.get(one), timers.get(other)];
  if (!a || !b || a.ms !== b.ms || a.every !== b.every) return null;
  const alive = underWayIn(found);
  if (alive.some((s) => s.has(one) && s.has(other))) return null;
  const comes = (name: string): number => acts.findIndex((act) => act.is === "timer" && act.timer === name);
  const [first, second] = [comes(one), comes(other)];
  if (first < 0 || second < 0) return null;
  const named = (e: Effect): Effect => ("timer" in e && e.timer === other ? { ...e, timer: one } : e);
  const outcomes = withoutIdle(found).outcomes.map((list) =>
    list.map((o): Outcome | undefined => o && { ...o, effects: o.effects.map(named) }),
  );
  outcomes[first] = alive.map((s, i) => outcomes[s.has(other) ? second : first][i]);
  return {
    ...found,
    loaded: found.loaded.map(named),
    acts: acts.filter((_act, i) => i !== second),
    outcomes: outcomes.filter((_list, i) => i !== second),
    timers: new Map([...timers].filter(([name]) => name !== other)),
  };
}
