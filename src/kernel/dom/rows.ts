/** A component's reactions as the kernel has them: what each does, by the index of the state. */
import type { Action, Row, StateIndex } from "../behaviour";
import type { Act, Component, Env, Reaction, Way } from "./component";

export interface PageRow extends Row<Env> {
  at: Reaction;
}

/** @param index of each state, by its name */
export function rowsOf({ reactions }: Component, index: ReadonlyMap<string, StateIndex>): PageRow[] {
  const cellOf = (at: Reaction, state: string): PageRow["cells"][number] => {
    if (!Object.hasOwn(at.in, state)) return null;
    const ways = [at.in[state]].flat().map((w): Way => (typeof w === "string" ? { to: [w] } : w));
    const branches = ways.map((w) => ({
      guard: w.when ?? null,
      targets: (w.to ?? []).map((t) => index.get(t)!),
      // only with internal transitions
      internal: w.internal ?? false,
      actions: (w.actions ?? []).map(action),
    }));
    return { ignored: !branches.length, branches } as PageRow["cells"][number];
  };
  return reactions.map((at) => ({ at, cells: [...index.keys()].map((state) => cellOf(at, state)) }));
}

/** Rows by the part that they listen at, in the order in which they stand. */
export function byPart(rows: readonly PageRow[]): Map<string | undefined, PageRow[]> {
  const out = new Map<string | undefined, PageRow[]>();
  for (const r of rows) out.set(r.at.part, [...(out.get(r.at.part) ?? []), r]);
  return out;
}

/** An action as the kernel knows it: conditions that are not there are null. */
export function action(act: Act): Action<Env> {
  // only with blocks
  if (act.do === "block") return { do: "block", actions: act.actions.map(action) };
  // only with branches
  if (act.do === "if")
    return { do: "if", branches: act.branches.map((b) => ({ when: b.when ?? null, actions: b.actions.map(action) })) };
  return act as Action<Env>;
}
