/** Which states a transition leaves and enters: the procedures of SCXML, appendix D. Pure. */

import type { Action, State, StateIndex } from "./behaviour";
import { isHistory } from "./chart";

export type History = ReadonlyMap<StateIndex, readonly StateIndex[]>;
export interface Transition {
  source: StateIndex;
  targets: readonly StateIndex[];
  internal: boolean;
}
type States<R> = readonly State<R>[];

const isCompoundOrRoot = (s: { kind: string; index: number }): boolean => s.kind === "compound" || s.index === 0;
const isDescendant = <R>(states: States<R>, s: StateIndex, outer: StateIndex): boolean =>
  s > outer && s < states[outer].end;

/** getEffectiveTargetStates: histories replaced by what they remember, or by their default. */
function effectiveTargets<R>(
  states: States<R>,
  targets: readonly StateIndex[],
  history: History,
  depth = 0,
): readonly StateIndex[] {
  // only with histories
  if (targets.some((t) => isHistory(states[t])))
    return targets.flatMap((t) => {
      if (!isHistory(states[t])) return [t];
      const kept = history.get(t);
      if (kept) return kept;
      return depth > states.length ? [] : effectiveTargets(states, states[t].initial, history, depth + 1);
    });
  return targets;
}

/** getTransitionDomain: the innermost compound state around source and targets, which is not left; -1 without targets. */
export function transitionDomain<R>(states: States<R>, t: Transition, history: History = new Map()): StateIndex {
  if (!t.targets.length) return -1;
  if (t.source === 0) return 0;
  const targets = effectiveTargets(states, t.targets, history);
  const around = (s: StateIndex): boolean => targets.every((x) => isDescendant(states, x, s));
  // only with internal transitions
  if (t.internal && isCompoundOrRoot(states[t.source]) && around(t.source)) return t.source;
  return states[t.source].path.find((a) => a !== t.source && isCompoundOrRoot(states[a]) && around(a)) ?? 0;
}

/** computeExitSet, in exit order: inner before outer, later before earlier. */
export function exitSet<R>(
  states: States<R>,
  active: Iterable<StateIndex>,
  domains: readonly StateIndex[],
): StateIndex[] {
  const out: StateIndex[] = [];
  for (const s of active) if (domains.some((d) => d >= 0 && isDescendant(states, s, d))) out.push(s);
  return out.sort((a, b) => b - a);
}

export interface Entry<R = never> {
  /** In entry order: document order. */
  enter: StateIndex[];
  /** Compound states that are entered by their default; their initial actions run after their entry. */
  byDefault: ReadonlySet<StateIndex>;
  /** Parent of a history that led by its default → the actions on that way. */
  historyActions: ReadonlyMap<StateIndex, readonly Action<R>[]>;
}

/** computeEntrySet */
export function entrySet<R>(states: States<R>, transitions: readonly Transition[], history: History): Entry<R> {
  const enter = new Set<StateIndex>();
  // only with initial actions
  const byDefault = new Set<StateIndex>();
  // only with histories
  const historyActions = new Map<StateIndex, readonly Action<R>[]>();
  // only with histories
  let depth = 0;
  const reach = (targets: readonly StateIndex[], around: StateIndex): void => {
    for (const t of targets) descend(t);
    for (const t of targets) ascend(t, around);
  };
  const descend = (s: StateIndex): void => {
    // only with histories
    if (isHistory(states[s])) {
      // They may lead round in a circle.
      if (depth > states.length) return;
      depth++;
      const { parent, initial, initialActions } = states[s];
      const kept = history.get(s);
      if (!kept) historyActions.set(parent, initialActions);
      reach(kept ?? initial, parent);
      depth--;
      return;
    }
    enter.add(s);
    // only with initial actions
    if (states[s].kind === "compound") byDefault.add(s);
    if (states[s].kind === "compound") reach(states[s].initial, s);
    // only with parallel states
    if (states[s].kind === "parallel") regions(s);
  };
  // only with parallel states
  const regions = (s: StateIndex): void => {
    for (const child of states[s].children) {
      if (![...enter].some((e) => isDescendant(states, e, child))) descend(child);
    }
  };
  const ascend = (s: StateIndex, around: StateIndex): void => {
    for (const a of states[s].path) {
      if (a === s) continue;
      if (a === around) return;
      enter.add(a);
      // only with parallel states
      if (states[a].kind === "parallel") regions(a);
    }
  };
  for (const t of transitions) {
    const domain = transitionDomain(states, t, history);
    if (domain < 0) continue;
    for (const target of t.targets) descend(target);
    for (const target of t.targets) ascend(target, domain);
  }
  return {
    enter: [...enter].filter((s) => s !== 0).sort((a, b) => a - b),
    // only with initial actions
    byDefault,
    // only with histories
    historyActions,
  };
}

/** What a history of a state that is left remembers (exitStates). */
export function remembered<R>(states: States<R>, h: StateIndex, active: ReadonlySet<StateIndex>): StateIndex[] {
  const { parent, kind } = states[h];
  const keep = (s: StateIndex): boolean =>
    kind === "deep history" ? states[s].atomic && isDescendant(states, s, parent) : states[s].parent === parent;
  return [...active].filter(keep).sort((a, b) => a - b);
}

/** isInFinalState */
export function isFinished<R>(states: States<R>, s: StateIndex, active: ReadonlySet<StateIndex>): boolean {
  const { kind, children } = states[s];
  if (kind === "compound") return children.some((c) => states[c].kind === "final" && active.has(c));
  return kind === "parallel" && children.every((c) => isFinished(states, c, active));
}
