/** States: adding, removing, moving, their kinds, what they do on entry and exit. */
import { mapEvent, mapExpected, mentionsAny } from "../names";
import { type Action, type Component, type StateKind, type StateNode, targetsOf } from "../schema";
import { allStates, inDifferentRegions, isHistory } from "../tree";
import { type Cells, filterBranches, filterExpectations, mapCells, moved, withCell, withoutMentions } from "./shared";

function mapStates(states: readonly StateNode[], f: (siblings: readonly StateNode[]) => StateNode[]): StateNode[] {
  return f(states).map((s) => {
    if (!s.states) return s;
    const inner = mapStates(s.states, f);
    const { states: _states, initial, initialActions, ...rest } = s;
    if (!inner.length) {
      const { kind, ...atomic } = rest;
      return kind === "parallel" ? atomic : rest;
    }
    const known = new Set(allStates({ states: inner }).map((i) => i.state.name));
    const keep = initial !== undefined && [initial].flat().every((i) => known.has(i));
    return { ...rest, ...(keep ? { initial, ...(initialActions ? { initialActions } : {}) } : {}), states: inner };
  });
}

/** Adds a state after a sibling, inside another, or at the end. */
export function addState(
  doc: Component,
  name: string,
  where: { after?: string; inside?: string; kind?: StateKind } = {},
): Component {
  // A parallel state is one once it has regions; until then it is added as a plain one.
  const node: StateNode = { name, ...(where.kind && where.kind !== "parallel" ? { kind: where.kind } : {}) };
  if (where.inside) {
    const into = (states: StateNode[]): StateNode[] =>
      states.map((s) =>
        s.name === where.inside
          ? { ...s, states: [...(s.states ?? []), node] }
          : s.states
            ? { ...s, states: into(s.states) }
            : s,
      );
    return { ...doc, states: into(doc.states) };
  }
  let placed = false;
  const states = mapStates(doc.states, (siblings) => {
    const at = siblings.findIndex((s) => s.name === where.after);
    if (at < 0) return [...siblings];
    placed = true;
    return siblings.toSpliced(at + 1, 0, node);
  });
  return { ...doc, states: placed ? states : [...doc.states, node] };
}

/** Removes a state and what is inside it; reactions that led there become undecided. The last state stays. */
export function removeState(doc: Component, name: string): Component {
  const place = allStates(doc).find((s) => s.state.name === name);
  if (!place || (place.parent === null && doc.states.length === 1)) return doc;
  const gone = new Set(allStates({ states: [place.state] }).map((s) => s.state.name));
  const states = mapStates(doc.states, (siblings) => siblings.filter((s) => !gone.has(s.name)));
  const drop = <T>(cells: Cells<T>): Cells<T> => mapCells(cells, (v, state) => (gone.has(state) ? undefined : v));
  const { initial, ...rest } = doc;
  const next: Component = {
    ...rest,
    ...(initial !== undefined && ![initial].flat().some((i) => gone.has(i)) ? { initial } : {}),
    states: withoutTargets(states, gone),
    looks: doc.looks.map((row) => ({ ...row, in: drop(row.in) })),
    focus: drop(doc.focus),
    reactions: doc.reactions
      .map((row) => ({
        ...row,
        in: mapCells(drop(row.in), (cell) => filterBranches(cell, (b) => !targetsOf(b).some((to) => gone.has(to)))),
      }))
      .filter((row) => !mentionsAny(mapEvent, row.event, "state", gone)),
    scenarios: doc.scenarios.map((s) => filterExpectations(s, (e) => !mentionsAny(mapExpected, e, "state", gone))),
  };
  return untangled(withoutMentions(next, "state", gone));
}

/** Where several states are entered together: those that still can be, once a kind or a place has changed. */
function untangled(doc: Component): Component {
  const apart = inDifferentRegions(doc);
  const fitting = (to: string | string[]): string | string[] => {
    if (typeof to === "string") return to;
    const kept = to.filter((name, i) => to.slice(0, i).every((other) => apart(other, name)));
    return kept.length === to.length ? to : kept.length === 1 ? kept[0] : kept;
  };
  const started = (s: StateNode): StateNode => ({
    ...s,
    ...(s.initial === undefined ? {} : { initial: fitting(s.initial) }),
    ...(s.states ? { states: s.states.map(started) } : {}),
  });
  return {
    ...doc,
    ...(doc.initial === undefined ? {} : { initial: fitting(doc.initial) }),
    states: doc.states.map(started),
    reactions: doc.reactions.map((row) => ({
      ...row,
      in: mapCells(row.in, (cell) =>
        cell === "ignored"
          ? cell
          : { ...cell, branches: cell.branches.map((b) => (b.to === undefined ? b : { ...b, to: fitting(b.to) })) },
      ),
    })),
  };
}

/** A history whose default is gone leads nowhere by itself. */
const withoutTargets = (states: readonly StateNode[], gone: ReadonlySet<string>): StateNode[] =>
  states.map((s) => {
    const inner = s.states ? { ...s, states: withoutTargets(s.states, gone) } : s;
    if (!isHistory(s) || s.initial === undefined || ![s.initial].flat().some((i) => gone.has(i))) return inner;
    const { initial: _initial, initialActions: _actions, ...rest } = inner;
    return rest;
  });

const mapOne = (states: readonly StateNode[], name: string, f: (s: StateNode) => StateNode): StateNode[] =>
  states.map((s) => {
    if (s.name === name) return f(s);
    return s.states ? { ...s, states: mapOne(s.states, name, f) } : s;
  });

/**
 * Makes a state parallel, final, a history, or plain again (undefined). What the kind cannot have goes with it; what cannot
 * be of that kind stays as it is.
 */
export function setKind(doc: Component, name: string, kind: StateKind | undefined): Component {
  const { state, parent } = find(doc, name) ?? {};
  // A history needs something to remember (SCXML §3.10).
  const siblings = (parent?.states ?? doc.states).filter((s) => s.name !== name && !isHistory(s));
  if ((kind === "history" || kind === "deep history") && !siblings.length) return doc;
  if (!state || state.kind === kind || (kind && kind !== "parallel" && state.states?.length)) return doc;
  if (kind === "parallel" && !state.states?.length) return doc;
  const next = untangled({ ...doc, states: mapOne(doc.states, name, (s) => kindly(s, kind)) });
  const quiet = kind === "final" || kind === "history" || kind === "deep history";
  if (!quiet) return next;
  const drop = <T>(cells: Cells<T>): Cells<T> => withCell(cells, name, undefined);
  const history = kind !== "final";
  return {
    ...next,
    reactions: next.reactions.map((row) => ({ ...row, in: drop(row.in) })),
    ...(history ? { looks: doc.looks.map((row) => ({ ...row, in: drop(row.in) })), focus: drop(doc.focus) } : {}),
  };
}

function kindly(
  { kind: _kind, initial: _initial, initialActions: _actions, entry, exit, ...rest }: StateNode,
  kind: StateKind | undefined,
): StateNode {
  const { name, states } = rest;
  const history = kind === "history" || kind === "deep history";
  return {
    name,
    ...(kind ? { kind } : {}),
    ...(history ? {} : { ...(entry ? { entry } : {}), ...(exit ? { exit } : {}) }),
    // A region goes on for as long as its parallel state does (SCXML §3.4): it is not final.
    ...(states ? { states: kind === "parallel" ? states.map(withoutFinal) : states } : {}),
  };
}
const withoutFinal = ({ kind, ...state }: StateNode): StateNode =>
  kind === "final" || kind === undefined ? state : { ...state, kind };

/** What is done on entering or leaving a state. */
export const setLifecycle = (
  doc: Component,
  name: string,
  when: "entry" | "exit",
  actions: Action[] | undefined,
): Component => ({
  ...doc,
  states: mapOne(doc.states, name, (s) => {
    const { [when]: _old, ...rest } = s;
    return actions?.length ? { ...rest, [when]: actions } : rest;
  }),
});

/** Moves a state among its siblings by `by` places. */
export function moveState(doc: Component, name: string, by: number): Component {
  const states = mapStates(doc.states, (siblings) => {
    const at = siblings.findIndex((s) => s.name === name);
    return at < 0 ? [...siblings] : moved(siblings, at, at + by);
  });
  // The first state is the initial one unless it is said; moving columns must not change behaviour.
  return { ...doc, initial: doc.initial ?? doc.states.find((s) => !isHistory(s))!.name, states };
}

/** Makes a state, and each state around it, the one where its surroundings start. */
export function startIn(doc: Component, name: string): Component {
  const chain: string[] = [];
  for (let place = find(doc, name); place; place = place.parent ? find(doc, place.parent.name) : undefined) {
    chain.push(place.state.name);
  }
  if (!chain.length) return doc;
  const states = mapStates(doc.states, (siblings) =>
    siblings.map((s) => {
      const inner = s.states?.find((i) => chain.includes(i.name));
      return inner && s.kind !== "parallel" ? { ...s, initial: inner.name } : s;
    }),
  );
  return { ...doc, initial: chain[chain.length - 1], states };
}
const find = (doc: Component, name: string) => allStates(doc).find((s) => s.state.name === name);
