/** Which states a transition leaves and enters: the procedures of SCXML, appendix D. Pure. */
import {
  type CompiledAction,
  type CompiledBranch,
  type Configuration,
  isHistoryInfo,
  isInState,
  type Program,
  type StateIndex,
  type StateInfo,
} from "../program";

export type History = ReadonlyMap<StateIndex, readonly StateIndex[]>;
export interface Transition {
  source: StateIndex;
  targets: readonly StateIndex[];
  internal: boolean;
}

const isCompoundOrRoot = (s: StateInfo): boolean => s.kind === "compound" || s.index === 0;
const isDescendant = (states: readonly StateInfo[], s: StateIndex, outer: StateIndex): boolean =>
  s !== outer && isInState(states[outer], s);

/** getEffectiveTargetStates: histories replaced by what they remember, or by their default. */
function effectiveTargets(
  states: readonly StateInfo[],
  targets: readonly StateIndex[],
  history: History,
  depth = 0,
): StateIndex[] {
  return targets.flatMap((t) => {
    if (!isHistoryInfo(states[t])) return [t];
    const kept = history.get(t);
    if (kept) return kept;
    return depth > states.length ? [] : effectiveTargets(states, states[t].initial, history, depth + 1);
  });
}

/** getTransitionDomain: the innermost compound state around source and targets, which is not left; -1 without targets. */
export function transitionDomain(
  states: readonly StateInfo[],
  t: Transition,
  history: History = new Map(),
): StateIndex {
  if (!t.targets.length) return -1;
  const targets = effectiveTargets(states, t.targets, history);
  const around = (s: StateIndex): boolean => targets.every((x) => isDescendant(states, x, s));
  if (t.source === 0) return 0;
  if (t.internal && isCompoundOrRoot(states[t.source]) && around(t.source)) return t.source;
  return states[t.source].path.find((a) => a !== t.source && isCompoundOrRoot(states[a]) && around(a)) ?? 0;
}

/** computeExitSet, in exit order: inner before outer, later before earlier. */
export function exitSet(
  states: readonly StateInfo[],
  active: Iterable<StateIndex>,
  domains: readonly StateIndex[],
): StateIndex[] {
  const out: StateIndex[] = [];
  for (const s of active) if (domains.some((d) => d >= 0 && isDescendant(states, s, d))) out.push(s);
  return out.sort((a, b) => b - a);
}

export interface Entry {
  /** In entry order: document order. */
  enter: StateIndex[];
  /** Compound states that are entered by their default; their initial actions run after their entry. */
  byDefault: ReadonlySet<StateIndex>;
  /** Parent of a history that led by its default → the actions on that way. */
  historyActions: ReadonlyMap<StateIndex, readonly CompiledAction[]>;
}

/** computeEntrySet */
export function entrySet(states: readonly StateInfo[], transitions: readonly Transition[], history: History): Entry {
  const enter = new Set<StateIndex>();
  const byDefault = new Set<StateIndex>();
  const historyActions = new Map<StateIndex, readonly CompiledAction[]>();
  let depth = 0;
  const descend = (s: StateIndex): void => {
    if (depth > 2 * states.length) return;
    depth++;
    const info = states[s];
    const reach = (targets: readonly StateIndex[], around: StateIndex): void => {
      for (const t of targets) descend(t);
      for (const t of targets) ascend(t, around);
    };
    if (isHistoryInfo(info)) {
      const kept = history.get(s);
      if (!kept) historyActions.set(info.parent, info.initialActions);
      reach(kept ?? info.initial, info.parent);
    } else {
      enter.add(s);
      if (info.kind === "compound") {
        byDefault.add(s);
        reach(info.initial, s);
      } else if (info.kind === "parallel") regions(s);
    }
    depth--;
  };
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
      if (states[a].kind === "parallel") regions(a);
    }
  };
  for (const t of transitions) {
    const domain = transitionDomain(states, t, history);
    if (domain < 0) continue;
    for (const target of t.targets) descend(target);
    for (const target of effectiveTargets(states, t.targets, history)) ascend(target, domain);
  }
  return { enter: [...enter].filter((s) => s !== 0).sort((a, b) => a - b), byDefault, historyActions };
}

/** What a history of a state that is left remembers (exitStates). */
export function remembered(states: readonly StateInfo[], h: StateIndex, active: ReadonlySet<StateIndex>): StateIndex[] {
  const { parent, kind } = states[h];
  const keep = (s: StateIndex): boolean =>
    kind === "deep history" ? states[s].atomic && isDescendant(states, s, parent) : states[s].parent === parent;
  return [...active].filter(keep).sort((a, b) => a - b);
}

/** isInFinalState */
export function isFinished(states: readonly StateInfo[], s: StateIndex, active: ReadonlySet<StateIndex>): boolean {
  const { kind, children } = states[s];
  if (kind === "compound") return children.some((c) => states[c].kind === "final" && active.has(c));
  return kind === "parallel" && children.every((c) => isFinished(states, c, active));
}

/** The configuration on entering a state from outside by its defaults; the root's is where a run starts. */
export function configurationOn(
  program: { states: readonly StateInfo[]; configurations: { of(list: Iterable<StateIndex>): Configuration } },
  state: StateIndex,
): Configuration {
  const targets = state === 0 ? program.states[0].initial : [state];
  return program.configurations.of(
    entrySet(program.states, [{ source: 0, targets, internal: false }], new Map()).enter,
  );
}

const isQuiet = ({ entry, exit, initialActions, histories, kind }: StateInfo): boolean =>
  !entry.length && !exit.length && !initialActions.length && !histories.length && kind !== "final";

const starts = new WeakMap<Program, Plan | null>();
/** Where a run starts, computed once; null where actions run on the way. */
export function initialPlan(program: Program): Plan | null {
  let plan = starts.get(program);
  if (plan === undefined) {
    const { states, configurations } = program;
    const { enter } = entrySet(states, [{ source: 0, targets: states[0].initial, internal: false }], new Map());
    const plain = enter.every((s) => isQuiet(states[s]));
    plan = plain ? { exit: [], enter, to: configurations.of([0, ...enter]).index } : null;
    starts.set(program, plan);
  }
  return plan;
}

export interface Plan {
  exit: StateIndex[];
  enter: StateIndex[];
  to: number;
}
const plans = new WeakMap<CompiledBranch, Map<number, Plan | null>>();

/**
 * Where a single transition leads from a configuration, computed once; null where that is not known beforehand: actions on
 * leaving or entering see the states half-way, histories remember, final states raise events.
 */
export function planOf(program: Program, config: number, branch: CompiledBranch, source: StateIndex): Plan | null {
  let byConfig = plans.get(branch);
  if (!byConfig) {
    byConfig = new Map();
    plans.set(branch, byConfig);
  }
  const known = byConfig.get(config);
  if (known !== undefined) return known;
  const { states, configurations } = program;
  const transition = { source, targets: branch.targets, internal: branch.internal };
  const active = configurations.at(config).states;
  const exit = exitSet(states, active, [transitionDomain(states, transition)]);
  const { enter } = entrySet(states, [transition], new Map());
  const plain =
    [...exit, ...enter].every((s) => isQuiet(states[s])) && branch.targets.every((t) => !isHistoryInfo(states[t]));
  const left = active.filter((s) => !exit.includes(s));
  const fresh = enter.filter((s) => !left.includes(s));
  const plan = plain ? { exit, enter: fresh, to: configurations.of([...left, ...fresh]).index } : null;
  byConfig.set(config, plan);
  return plan;
}
