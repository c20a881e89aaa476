/**
 * Edits: pure functions from document to document. What an edit takes away, it takes away everywhere, so that a
 * document never mentions a name that is gone. Renaming lives in expression/, since expressions mention names too.
 */
import { mapAction, mapEvent, mapExpectation, mapStimulus, mapTarget, mentionsAny, type NameKind } from "./names";
import {
  type Action,
  type Branch,
  type Component,
  type Datum,
  type EventRow,
  type EventSpec,
  type Expectation,
  type FocusRule,
  isTimed,
  type Look,
  type Part,
  type Reaction,
  type Scenario,
  type StateKind,
  type StateNode,
  targetsOf,
} from "./schema";
import { allParts, allStates, isHistory } from "./tree";

type Cells<T> = Record<string, T>;

function withCell<T>(cells: Cells<T>, state: string, value: T | undefined): Cells<T> {
  const { [state]: _old, ...rest } = cells;
  return value === undefined ? rest : { ...rest, [state]: value };
}
const mapCells = <T>(cells: Cells<T>, f: (value: T, state: string) => T | undefined): Cells<T> =>
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

// Cells

export function setLook(doc: Component, part: string, state: string, look: Look | undefined): Component {
  return {
    ...doc,
    looks: doc.looks.map((row) => (row.part === part ? { ...row, in: withCell(row.in, state, look) } : row)),
  };
}

export function setReaction(doc: Component, row: number, state: string, cell: Reaction | undefined): Component {
  return {
    ...doc,
    reactions: doc.reactions.map((r, i) => (i === row ? { ...r, in: withCell(r.in, state, cell) } : r)),
  };
}

export const setFocusRule = (doc: Component, state: string, rule: FocusRule | undefined): Component => ({
  ...doc,
  focus: withCell(doc.focus, state, rule),
});

// Rows

export function addLookRow(doc: Component, part: string, at = doc.looks.length): Component {
  if (doc.looks.some((row) => row.part === part)) return doc;
  return { ...doc, looks: doc.looks.toSpliced(at, 0, { part, in: {} }) };
}
export const removeLookRow = (doc: Component, part: string): Component => ({
  ...doc,
  looks: doc.looks.filter((row) => row.part !== part),
});
export const addEventRow = (doc: Component, event: EventSpec, at = doc.reactions.length): Component => ({
  ...doc,
  reactions: doc.reactions.toSpliced(at, 0, { event, in: {} }),
});
/** Changing an event between a timed kind and another drops its cells: their meaning went with it. */
export const setEvent = (doc: Component, row: number, event: EventSpec): Component => ({
  ...doc,
  reactions: doc.reactions.map((r, i) =>
    i === row ? { event, in: isTimed(r.event) === isTimed(event) ? r.in : {} } : r,
  ),
});
export const removeEventRow = (doc: Component, row: number): Component => ({
  ...doc,
  reactions: doc.reactions.toSpliced(row, 1),
});

// States

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
  return {
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
    scenarios: doc.scenarios.map((s) => filterExpectations(s, (e) => !mentionsAny(mapExpectation, e, "state", gone))),
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

/** Makes a state parallel, final, a history, or plain again (undefined). What the kind cannot have goes with it. */
export function setKind(doc: Component, name: string, kind: StateKind | undefined): Component {
  const state = find(doc, name)?.state;
  if (!state || state.kind === kind || (kind && kind !== "parallel" && state.states?.length)) return doc;
  if (kind === "parallel" && !state.states?.length) return doc;
  const next = { ...doc, states: mapOne(doc.states, name, (s) => kindly(s, kind)) };
  const quiet = kind === "final" || kind === "history" || kind === "deep history";
  if (!quiet) return next;
  const drop = <T>(cells: Cells<T>): Cells<T> => withCell(cells, name, undefined);
  const history = kind !== "final";
  return {
    ...next,
    reactions: doc.reactions.map((row) => ({ ...row, in: drop(row.in) })),
    ...(history ? { looks: doc.looks.map((row) => ({ ...row, in: drop(row.in) })), focus: drop(doc.focus) } : {}),
  };
}

function kindly(
  { kind: _kind, initial, initialActions, entry, exit, ...rest }: StateNode,
  kind: StateKind | undefined,
): StateNode {
  const { name, states } = rest;
  const history = kind === "history" || kind === "deep history";
  return {
    name,
    ...(kind ? { kind } : {}),
    ...(kind || initial === undefined ? {} : { initial, ...(initialActions ? { initialActions } : {}) }),
    ...(history ? {} : { ...(entry ? { entry } : {}), ...(exit ? { exit } : {}) }),
    ...(states ? { states } : {}),
  };
}

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

const filterBranches = (cell: Reaction, keep: (b: Branch) => boolean) => {
  if (cell === "ignored") return cell;
  const branches = cell.branches.filter(keep);
  return branches.length ? { ...cell, branches } : undefined;
};
/** Actions that mention one of the names go, also from inside conditions. */
const without = (list: readonly Action[], kind: NameKind, gone: ReadonlySet<string>): Action[] =>
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
const filterStateActions = (states: readonly StateNode[], kind: NameKind, gone: ReadonlySet<string>): StateNode[] =>
  states.map((s) => ({
    ...s,
    ...(s.initialActions ? { initialActions: without(s.initialActions, kind, gone) } : {}),
    ...(s.entry ? { entry: without(s.entry, kind, gone) } : {}),
    ...(s.exit ? { exit: without(s.exit, kind, gone) } : {}),
    ...(s.states ? { states: filterStateActions(s.states, kind, gone) } : {}),
  }));
const filterExpectations = (scenario: Scenario, keep: (e: Expectation) => boolean): Scenario => ({
  ...scenario,
  ...(scenario.expect ? { expect: scenario.expect.filter(keep) } : {}),
  steps: scenario.steps.map((s) => (s.expect ? { ...s, expect: s.expect.filter(keep) } : s)),
});

// Parts

function mapParts(
  parts: readonly (Part | string)[],
  f: (siblings: readonly (Part | string)[], parent: string | null) => (Part | string)[],
  parent: string | null = null,
): (Part | string)[] {
  return f(parts, parent).map((p) =>
    typeof p === "string" || !p.content ? p : { ...p, content: mapParts(p.content, f, p.name) },
  );
}
const withParts = (doc: Component, f: Parameters<typeof mapParts>[1]): Component => ({
  ...doc,
  parts: mapParts(doc.parts, f).filter((p): p is Part => typeof p !== "string"),
});

/** Adds a part at the end of `inside` (null: of the page). */
export function addPart(doc: Component, part: Part, inside: string | null): Component {
  if (inside === null) return { ...doc, parts: [...doc.parts, part] };
  const put = (parts: readonly (Part | string)[]): (Part | string)[] =>
    parts.map((p) => {
      if (typeof p === "string") return p;
      if (p.name === inside) return { ...p, content: [...(p.content ?? []), part] };
      return p.content ? { ...p, content: put(p.content) } : p;
    });
  return { ...doc, parts: put(doc.parts) as Part[] };
}

/** Replaces a part's own properties. Its name stays: renaming is another edit. */
export const setPart = (doc: Component, name: string, next: Omit<Part, "name">): Component =>
  withParts(doc, (siblings) => siblings.map((p) => (typeof p !== "string" && p.name === name ? { name, ...next } : p)));

export const movePart = (doc: Component, name: string, by: number): Component =>
  withParts(doc, (siblings) => {
    const at = siblings.findIndex((p) => typeof p !== "string" && p.name === name);
    return at < 0 ? [...siblings] : moved(siblings, at, at + by);
  });

/** Puts a part before, after or into another; not into itself. */
export function placePart(
  doc: Component,
  name: string,
  where: "before" | "after" | "inside",
  target: string,
): Component {
  const moving = allParts(doc).find((p) => p.part.name === name)?.part;
  if (!moving || name === target || allParts({ parts: [moving] }).some((p) => p.part.name === target)) return doc;
  const lifted = withParts(doc, (siblings) => siblings.filter((p) => typeof p === "string" || p.name !== name));
  if (where === "inside") return addPart(lifted, moving, target);
  return withParts(lifted, (siblings) => {
    const at = siblings.findIndex((p) => typeof p !== "string" && p.name === target);
    return at < 0 ? [...siblings] : siblings.toSpliced(where === "before" ? at : at + 1, 0, moving);
  });
}

/** Removes a part, what is inside it, and every mention of them. */
export function removePart(doc: Component, name: string): Component {
  const place = allParts(doc).find((p) => p.part.name === name);
  if (!place) return doc;
  const gone = new Set(allParts({ parts: [place.part] }).map((p) => p.part.name));
  const cleaned = withParts(doc, (siblings) =>
    siblings
      .filter((p) => typeof p === "string" || !gone.has(p.name))
      .map((p) => {
        if (typeof p === "string" || !Array.isArray(p.covers)) return p;
        const { covers, ...rest } = p;
        const left = covers.filter((c) => !gone.has(c));
        return left.length ? { ...rest, covers: left } : rest;
      }),
  );
  return {
    ...cleaned,
    looks: doc.looks.filter((row) => !gone.has(row.part)),
    focus: mapCells(doc.focus, (rule) => {
      const next: FocusRule = {
        ...(rule.to && !mentionsAny(mapTarget, rule.to, "part", gone) ? { to: rule.to } : {}),
        ...(rule.within && !gone.has(rule.within) ? { within: rule.within } : {}),
      };
      return next.to || next.within ? next : undefined;
    }),
    states: filterStateActions(doc.states, "part", gone),
    reactions: doc.reactions
      .filter((row) => !mentionsAny(mapEvent, row.event, "part", gone))
      .map((row) => ({ ...row, in: mapCells(row.in, (cell) => filterActions(cell, "part", gone)) })),
    scenarios: doc.scenarios.map((s) => {
      const kept = filterExpectations(s, (e) => !mentionsAny(mapExpectation, e, "part", gone));
      return { ...kept, steps: kept.steps.filter((t) => !mentionsAny(mapStimulus, t.do, "part", gone)) };
    }),
  };
}

// Data

export const addDatum = (doc: Component, datum: Datum): Component => ({ ...doc, data: [...doc.data, datum] });
export const setDatum = (doc: Component, name: string, next: Datum): Component => ({
  ...doc,
  data: doc.data.map((d) => (d.name === name ? { ...next, name } : d)),
});
/** Removes a datum; assignments to it go with it. Guards and texts that read it are reported by the checks. */
export function removeDatum(doc: Component, name: string): Component {
  const gone = new Set([name]);
  return {
    ...doc,
    data: doc.data.filter((d) => d.name !== name),
    states: filterStateActions(doc.states, "data", gone),
    reactions: doc.reactions.map((row: EventRow) => ({
      ...row,
      in: mapCells(row.in, (cell) => filterActions(cell, "data", gone)),
    })),
    scenarios: doc.scenarios.map((s) => {
      const { [name]: _gone, ...data } = s.data ?? {};
      const steps = s.steps.filter((t) => !mentionsAny(mapStimulus, t.do, "data", gone));
      return { ...s, ...(s.data ? { data } : {}), steps };
    }),
  };
}
