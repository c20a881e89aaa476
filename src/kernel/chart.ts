/** The tree of states, flattened in document order (SCXML §3.3 to §3.11). */
import type { Action, State, StateIndex, StateKind, StateNode } from "./behaviour";

type Mutable<T> = { -readonly [K in keyof T]: T[K] };

/**
 * @param root the name of the state around all
 * @param actions what stands in a node as actions of the kernel; asked once all states are known
 */
export function flatten<A, R = never>(
  root: StateNode<A>,
  actions: (list: A | undefined, path: string) => readonly Action<R>[],
): { states: State<R>[]; withActions(): void } {
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
      parent: up[0] ?? -1,
      path: [index, ...up],
      end: 0,
      atomic: kind === "atomic" || kind === "final",
      children: [],
      histories: [],
      initial: [],
      initialActions: [],
      entry: [],
      exit: [],
    };
    states.push(state);
    nodes.push(node);
    const indices = inner.map((n) => add(n, state.path));
    state.children = indices.filter((i) => !isHistory(states[i]));
    state.histories = indices.filter((i) => isHistory(states[i]));
    state.end = states.length;
    return index;
  };
  add(root, []);
  const byName = new Map(states.map((s) => [s.name, s.index]));
  for (const s of states) {
    const named = [nodes[s.index].initial ?? []].flat().map((n) => byName.get(n as string)!);
    s.initial = named.length || s.kind !== "compound" ? named : s.children.slice(0, 1);
  }
  // A history that says no default leads where its surroundings would start.
  for (const s of states) {
    if (!isHistory(s) || s.initial.length) continue;
    const around = states[s.parent];
    const own = around.initial.filter((i) => i !== s.index);
    s.initial = around.kind === "parallel" ? around.children : own.length ? own : around.children.slice(0, 1);
  }
  const withActions = (): void => {
    for (const s of states.slice(1)) {
      const { initialActions, entry, exit } = nodes[s.index];
      s.initialActions = actions(initialActions, `states.${s.name}.initialActions`);
      s.entry = actions(entry, `states.${s.name}.entry`);
      s.exit = actions(exit, `states.${s.name}.exit`);
    }
  };
  return { states, withActions };
}

export const isHistory = (s: { kind: StateKind }): boolean => s.kind === "history" || s.kind === "deep history";
