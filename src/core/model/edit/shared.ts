/** What several edits need: cells by state, and taking away whatever mentions a name that is gone. */
import { mapAction, mapClaim, mentionsAny, type NameKind } from "../names";
import type {
  Action,
  Branch,
  Component,
  EventRow,
  Expected,
  Reaction,
  Scenario,
  StateNode,
  TrialPlan,
} from "../schema";
import { isIdle } from "../tree";

export type Cells<T> = Record<string, T>;

export function withCell<T>(cells: Cells<T>, state: string, value: T | undefined): Cells<T> {
  const { [state]: _old, ...rest } = cells;
  return value === undefined ? rest : { ...rest, [state]: value };
}
export const mapCells = <T>(cells: Cells<T>, f: (value: T, state: string) => T | undefined): Cells<T> =>
  Object.fromEntries(
    Object.entries(cells).flatMap(([state, value]) => {
      const next = f(value, state);
      return next === undefined ? [] : [[state, next]];
    }),
  );

/** Moves the item at `from` so that it stands at `to`. */
export function moved<T>(list: readonly T[], from: number, to: number): T[] {
  const out = [...list];
  out.splice(Math.max(0, Math.min(to, list.length - 1)), 0, ...out.splice(from, 1));
  return out;
}

export const filterBranches = (cell: Reaction, keep: (b: Branch) => boolean) => {
  if (cell === "ignored") return cell;
  const branches = cell.branches.filter(keep);
  return branches.length ? { ...cell, branches } : undefined;
};
/** Actions that mention one of the names go, also from inside conditions. */
export const without = (list: readonly Action[], kind: NameKind, gone: ReadonlySet<string>): Action[] =>
  list.flatMap((a): Action[] =>
    a.do === "block"
      ? [{ ...a, actions: without(a.actions, kind, gone) }]
      : a.do === "if"
        ? [{ ...a, branches: a.branches.map((b) => ({ ...b, actions: without(b.actions, kind, gone) })) }]
        : mentionsAny(mapAction, a, kind, gone)
          ? []
          : [a],
  );
const filterActions = (cell: Reaction, kind: NameKind, gone: ReadonlySet<string>): Reaction =>
  cell === "ignored"
    ? cell
    : {
        ...cell,
        branches: cell.branches.map((b) => (b.actions ? { ...b, actions: without(b.actions, kind, gone) } : b)),
      };
/** What happens by itself and does nothing is taken away: a component has no such cell. */
export const withoutIdle = (row: EventRow): EventRow =>
  row.event.on !== "automatic"
    ? row
    : {
        ...row,
        in: mapCells(row.in, (cell) => filterBranches(cell, (b) => !isIdle(b))),
      };
/** Rows without the actions that mention one of the names. */
export const filterRows = (rows: readonly EventRow[], kind: NameKind, gone: ReadonlySet<string>): EventRow[] =>
  rows.map((row) => withoutIdle({ ...row, in: mapCells(row.in, (cell) => filterActions(cell, kind, gone)) }));
export const filterStateActions = (
  states: readonly StateNode[],
  kind: NameKind,
  gone: ReadonlySet<string>,
): StateNode[] =>
  states.map((s) => ({
    ...s,
    ...(s.initialActions ? { initialActions: without(s.initialActions, kind, gone) } : {}),
    ...(s.entry ? { entry: without(s.entry, kind, gone) } : {}),
    ...(s.exit ? { exit: without(s.exit, kind, gone) } : {}),
    ...(s.states ? { states: filterStateActions(s.states, kind, gone) } : {}),
  }));
/** Claims, waivers and what trials know of a name that is gone go with it. */
export function withoutMentions(doc: Component, kind: NameKind, gone: ReadonlySet<string>): Component {
  const { claims, waivers, trial, ...rest } = doc;
  const kept = claims?.filter((c) => !mentionsAny(mapClaim, c, kind, gone));
  const still = waivers?.filter((w) => !gone.has((kind === "part" ? w.part : w.state) ?? ""));
  return {
    ...rest,
    ...(kept?.length ? { claims: kept } : {}),
    ...(still?.length ? { waivers: still } : {}),
    ...(trial ? { trial: kind === "part" ? trialWithout(trial, gone) : trial } : {}),
  };
}

function trialWithout({ map, letBe, ...rest }: TrialPlan, gone: ReadonlySet<string>): TrialPlan {
  const left = Object.entries(map ?? {}).filter(([part]) => !gone.has(part));
  const still = letBe?.filter((l) => !gone.has(l.part ?? ""));
  return {
    ...rest,
    ...(left.length ? { map: Object.fromEntries(left) } : {}),
    ...(still?.length ? { letBe: still } : {}),
  };
}
export const filterExpectations = (scenario: Scenario, keep: (e: Expected) => boolean): Scenario => ({
  ...scenario,
  ...(scenario.expect ? { expect: scenario.expect.filter(keep) } : {}),
  steps: scenario.steps.map((s) => (s.expect ? { ...s, expect: s.expect.filter(keep) } : s)),
});
