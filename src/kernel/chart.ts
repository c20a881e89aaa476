/** The tree of states, flattened in document order (SCXML §3.3 to §3.11). */
import type { Action, State, StateIndex, StateKind, StateNode } from "./behaviour";

type Mutable<T> = { -readonly [K in keyof T]: T[K] };

/** What stands in a node as actions of the kernel. */
type Actions<A, R> = (list: A | undefined, path: string) => readonly Action<R>[];

/** @param root the state around all @returns its actions are asked for once all states are known */
export function flatten<A, R = never>(
  root: StateNode<A>,
): { states: State<R>[]; withActions(actions: Actions<A, R>): void } {
  const states: Mutable<State<R>>[] = [];
  const nodes: StateNode<A>[] = [];
  const add = (node: StateNode<A>, up: readonly StateIndex[]): StateIndex => {
    const index = states.length;
    const inner = node.states ?? [];
    const kind = node.kind ?? (inner.length || !up.length ? "compound" : "atomic");
    const state: Mutable<State<R>> = {
      index,
      name: node.name,
      kind,
      // only with nested states or final states
      parent: up[0] ?? -1,
      path: [index, ...up],
      end: 0,
      atomic: kind === "atomic" || kind === "final",
      children: [],
      // only with histories
      histories: [],
      initial: [],
      // only with initial actions
      initialActions: [],
      // only with entry actions
      entry: [],
      // only with exit actions
      exit: [],
    };
    states.push(state);
    nodes.push(node);
    state.children = inner.map((n) => add(n, state.path));
    // only with histories
    state.histories = state.children.filter((i) => isHistory(states[i]));
    // only with histories
    state.children = state.children.filter((i) => !isHistory(states[i]));
    state.end = states.length;
    return index;
  };
  add(root, []);
  const byName = new Map(states.map((s) => [s.name, s.index]));
  for (const s of states) {
    const named = [nodes[s.index].initial ?? []].flat().map((n) => byName.get(n as string)!);
    s.initial = named.length || s.kind !== "compound" ? named : s.children.slice(0, 1);
  }
  // only with histories
  // A history that says no default leads where its surroundings would start.
  for (const s of states) {
    if (!isHistory(s) || s.initial.length) continue;
    const around = states[s.parent];
    const own = around.initial.filter((i) => i !== s.index);
    s.initial = around.kind === "parallel" ? around.children : own.length ? own : around.children.slice(0, 1);
  }
  // only with initial actions or entry actions or exit actions
  const withActions = (actions: Actions<A, R>): void => {
    for (const s of states.slice(1)) {
      const node = nodes[s.index];
      // only with initial actions
      s.initialActions = actions(node.initialActions, `states.${s.name}.initialActions`);
      // only with entry actions
      s.entry = actions(node.entry, `states.${s.name}.entry`);
      // only with exit actions
      s.exit = actions(node.exit, `states.${s.name}.exit`);
    }
  };
  return {
    states,
    // only with initial actions or entry actions or exit actions
    withActions,
  };
}

export const isHistory = (s: { kind: StateKind }): boolean => s.kind === "history" || s.kind === "deep history";
