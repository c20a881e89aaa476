/** Names: every name that a document mentions must be declared once. Shapes that the schema alone cannot say. */
import { mapNames, type NameKind } from "./names";
import { ALWAYS, type Component, isTimed, type Problem, type StateNode, targetsOf } from "./schema";
import { allParts, allStates, inDifferentRegions, isCompound, isHistory, isIdle } from "./tree";

const nearest = (wanted: string, known: Iterable<string>): string => {
  const list = [...known].slice(0, 12).join(", ");
  return `"${wanted}" is not known here${list ? `; known: ${list}` : ""}`;
};

/** @returns a problem for each name that is declared twice or mentioned without a declaration. */
export function checkNames(doc: Component): Problem[] {
  const problems: Problem[] = [];
  const declare = (kind: string, names: string[], path: string): Set<string> => {
    const seen = new Set<string>();
    for (const name of names) {
      if (seen.has(name)) problems.push({ path, message: `two ${kind} are named "${name}"; names are unique` });
      seen.add(name);
    }
    return seen;
  };
  const named = <T extends { name: string }>(list: readonly T[] | undefined): string[] =>
    (list ?? []).map((x) => x.name);
  const states = declare("states", named(allStates(doc).map((s) => s.state)), "states");
  // A timer is declared by whatever starts it; one that nothing starts has nothing to do (rule F17).
  const known: Record<Exclude<NameKind, "timer">, Set<string>> = {
    part: declare("parts", named(allParts(doc).map((p) => p.part)), "parts"),
    state: new Set([ALWAYS, ...states]),
    data: declare("data", named(doc.data), "data"),
    request: declare("requests", named(doc.requests), "requests"),
    block: declare("blocks", named(doc.page.blocks), "page.blocks"),
  };
  declare("tokens", named(doc.tokens), "tokens");
  if (states.has(ALWAYS))
    problems.push({ path: "states", message: `"${ALWAYS}" is kept for what holds in every state` });
  declare(
    "looks rows",
    doc.looks.map((row) => row.part),
    "looks",
  );
  mapNames(doc, {
    name: (kind, name, path) => {
      if (kind === "timer") return name;
      const inCells = /^(looks\[\d+\]\.in|focus|reactions\[\d+\]\.in)$/.test(path);
      const missing = !known[kind].has(name) || (kind === "state" && name === ALWAYS && !inCells);
      if (missing)
        problems.push({
          path: inCells ? `${path}.${name}` : path,
          message: nearest(name, kind === "state" ? states : known[kind]),
        });
      return name;
    },
  });
  for (const { state, parent } of allStates(doc)) checkState(doc, state, parent, problems);
  if (doc.initial !== undefined) checkInitial(doc.states, doc.initial, "initial", problems);
  for (const { state } of [{ state: { name: "", initial: doc.initial } }, ...allStates(doc)]) {
    const clash = clashOf(doc, [state.initial ?? []].flat());
    if (clash) problems.push({ path: state.name ? `states.${state.name}.initial` : "initial", message: clash });
  }
  checkData(doc, problems);
  checkCells(doc, problems);
  return problems;
}

/** What is wrong with entering these states together; null where nothing is. */
export function clashOf(doc: Component, names: readonly string[]): string | null {
  if (names.length < 2) return null;
  const apart = inDifferentRegions(doc);
  for (const [i, a] of names.entries()) {
    const b = names.slice(i + 1).find((other) => !apart(a, other));
    if (b) return `${a} and ${b} cannot be entered together: they lie in no two regions of one parallel state`;
  }
  return null;
}

function checkInitial(
  inner: readonly StateNode[],
  initial: string | string[],
  path: string,
  problems: Problem[],
): void {
  const names = new Set(allStates({ states: [...inner] }).map((s) => s.state.name));
  for (const name of typeof initial === "string" ? [initial] : initial) {
    if (!names.has(name))
      problems.push({
        path,
        message: nearest(
          name,
          inner.map((s) => s.name),
        ),
      });
  }
}

function checkState(doc: Component, state: StateNode, parent: StateNode | null, problems: Problem[]): void {
  const path = `states.${state.name}`;
  const say = (key: string, message: string): void => void problems.push({ path: `${path}.${key}`, message });
  const inner = (state.states ?? []).length > 0;
  if (isHistory(state)) {
    if (inner) say("states", "a history state has no states inside");
    if (state.entry?.length || state.exit?.length)
      say("entry", "a history state is never entered itself; it has no entry or exit actions");
    if (state.initial !== undefined)
      checkInitial(parent ? (parent.states ?? []) : doc.states, state.initial, `${path}.initial`, problems);
    return;
  }
  if (state.kind === "final" && inner) say("states", "a final state has no states inside");
  if (state.kind === "parallel") {
    const regions = (state.states ?? []).filter((s) => !isHistory(s));
    if (!regions.length) say("states", "a parallel state needs at least one region inside");
    if (state.initial !== undefined) say("initial", "a parallel state enters all its regions; it has no initial state");
    for (const r of regions)
      if (r.kind === "final") say("states", `${r.name} is final; a region of a parallel state is not`);
  } else if (isCompound(state)) {
    if (!(state.states ?? []).some((s) => !isHistory(s)))
      say("states", "a compound state needs a state that is not a history");
    if (state.initial !== undefined) checkInitial(state.states ?? [], state.initial, `${path}.initial`, problems);
  } else if (state.initial !== undefined) {
    problems.push({ path: `${path}.initial`, message: nearest([state.initial].flat()[0], []) });
  }
}

function checkData(doc: Component, problems: Problem[]): void {
  doc.data.forEach((d, i) => {
    if (d.type === "integer" && !(d.min <= d.initial && d.initial <= d.max)) {
      problems.push({ path: `data[${i}].initial`, message: `${d.initial} is outside ${d.min} to ${d.max}` });
    }
    if (d.type === "one of" && !d.values.includes(d.initial)) {
      problems.push({ path: `data[${i}].initial`, message: nearest(d.initial, d.values) });
    }
  });
}

function checkCells(doc: Component, problems: Problem[]): void {
  const finals = new Set(
    allStates(doc).flatMap(({ state: s }) => (s.kind === "final" || isHistory(s) ? [s.name] : [])),
  );
  doc.reactions.forEach((row, i) => {
    const at = `reactions[${i}]`;
    const { event } = row;
    const timed = isTimed(event);
    if ("scope" in event && (event.scope === "anywhere") !== (event.part === undefined)) {
      const message = event.scope === "anywhere" ? "anywhere is about no part" : "say which part";
      problems.push({ path: `${at}.event.part`, message });
    }
    for (const [state, cell] of Object.entries(row.in)) {
      if (finals.has(state)) {
        problems.push({
          path: `${at}.in.${state}`,
          message: `${state} is final or a history; nothing can happen in it`,
        });
      }
      if (cell === "ignored") continue;
      cell.branches.forEach((b, k) => {
        const clash = clashOf(doc, targetsOf(b));
        if (clash) problems.push({ path: `${at}.in.${state}.branches[${k}].to`, message: clash });
      });
      if (timed !== (cell.after !== undefined)) {
        const message = timed
          ? `an ${event.on} row needs a time in each cell`
          : "only after and every rows have a time";
        problems.push({ path: `${at}.in.${state}.after`, message });
      }
      if (event.on === "automatic" && cell.branches.some(isIdle)) {
        problems.push({ path: `${at}.in.${state}`, message: "an automatic reaction needs a target or an action" });
      }
    }
  });
}
