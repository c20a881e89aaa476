/** The state tree flattened, in document order. */
import { ALWAYS, type Component, isHistory, type StateNode } from "../model";
import type { CompiledAction, StateIndex, StateInfo } from "./program";

type Actions = (list: StateNode["entry"], path: string) => readonly CompiledAction[];
type Mutable<T> = { -readonly [K in keyof T]: T[K] };

/** @param actions compiles executable content; asked once all states are known */
export function flattenStates(doc: Component): { states: StateInfo[]; withActions(actions: Actions): void } {
  const out: Mutable<StateInfo>[] = [];
  const nodes: (StateNode | null)[] = [];
  const add = (node: StateNode | null, inner: readonly StateNode[], up: readonly StateIndex[]): StateIndex => {
    const index = out.length;
    const kind = node?.kind ?? (inner.length ? "compound" : "atomic");
    const info: Mutable<StateInfo> = {
      index,
      name: node?.name ?? ALWAYS,
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
    out.push(info);
    nodes.push(node);
    const indices = inner.map((n) => add(n, n.states ?? [], info.path));
    info.children = indices.filter((_i, k) => !isHistory(inner[k]));
    info.histories = indices.filter((_i, k) => isHistory(inner[k]));
    info.end = out.length;
    return index;
  };
  add(null, doc.states, []);
  const byName = new Map(out.map((s) => [s.name, s.index]));
  for (const info of out) {
    const said = info.index === 0 ? doc.initial : nodes[info.index]?.initial;
    const named = said === undefined ? [] : [said].flat().map((n) => byName.get(n)!);
    if (info.kind === "compound") info.initial = named.length ? named : info.children.slice(0, 1);
    else if (named.length) info.initial = named;
  }
  // A history that says no default leads where its surroundings would start.
  for (const info of out) {
    if ((info.kind !== "history" && info.kind !== "deep history") || info.initial.length) continue;
    const around = out[info.parent];
    const own = around.initial.filter((s) => s !== info.index);
    info.initial = around.kind === "parallel" ? around.children : own.length ? own : around.children.slice(0, 1);
  }
  return {
    states: out,
    withActions: (actions) => {
      for (const info of out) {
        const node = nodes[info.index];
        if (!node) continue;
        const path = `states.${info.name}`;
        info.initialActions = actions(node.initialActions, `${path}.initialActions`);
        info.entry = actions(node.entry, `${path}.entry`);
        info.exit = actions(node.exit, `${path}.exit`);
      }
    },
  };
}
