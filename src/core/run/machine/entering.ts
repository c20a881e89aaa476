/** Where transitions lead that run nothing on the way: computed once by the kernel's procedures, then looked up. */
import { entrySet, exitSet, isHistory, transitionDomain } from "../../../kernel";
import type { CompiledBranch, Configuration, Program, StateIndex, StateInfo } from "../../program";

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
    plan = plain ? { exit: [], enter, left: [], to: configurations.of([0, ...enter]).index } : null;
    starts.set(program, plan);
  }
  return plan;
}

export interface Plan {
  exit: StateIndex[];
  enter: StateIndex[];
  /** Those that stay. */
  left: readonly StateIndex[];
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
    [...exit, ...enter].every((s) => isQuiet(states[s])) && branch.targets.every((t) => !isHistory(states[t]));
  const left = active.filter((s) => !exit.includes(s));
  const fresh = enter.filter((s) => !left.includes(s));
  const plan = plain ? { exit, enter: fresh, left, to: configurations.of([...left, ...fresh]).index } : null;
  byConfig.set(config, plan);
  return plan;
}
