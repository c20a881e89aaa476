/** From document to program. A cell that does not compile is reported and counts as undecided. */
import { type Compiled, compileExpression, compileTemplate, printEvent, type Scope, typeOf } from "../expression";
import { milliseconds } from "../measure";
import {
  type Action,
  ALWAYS,
  allParts,
  type Branch,
  type Component,
  type FocusTarget,
  type Problem,
  type Reaction,
  type StateNode,
} from "../model";
import { resolveLooks } from "./looks";
import type {
  CompiledAction,
  CompiledBranch,
  CompiledCell,
  CompiledFocus,
  CompileText,
  PartIndex,
  PartInfo,
  Program,
  RowInfo,
  StateIndex,
  StateInfo,
} from "./program";

/** @param doc a document whose names are in order (see checkNames) */
export function compile(doc: Component): Program {
  const problems: Problem[] = [];
  const states = flattenStates(doc);
  const stateIndex = new Map(states.map((s) => [s.name, s.index]));
  const scope: Scope = { data: doc.data, states: states.slice(1).map((s) => s.name) };
  const texts = templateCompiler(scope, problems);
  const parts = flattenParts(doc, texts);
  const partIndex = new Map(parts.map((p) => [p.name, p.index]));
  const cells = cellCompiler(doc, scope, stateIndex, partIndex, problems);

  const rows: RowInfo[] = doc.reactions.map((row, index) => ({
    index,
    event: row.event,
    label: printEvent(row.event),
    cells: states.map((s) => {
      const cell = row.in[s.name];
      return cell === undefined ? null : cells.cell(cell, `reactions[${index}].in.${s.name}`);
    }),
  }));
  const clickRows: { row: RowInfo; scope: "inside" | "exactly" | "outside" }[][] = parts.map(() => []);
  const outsideRows: { row: RowInfo; part: PartIndex }[] = [];
  const keyRows: { row: RowInfo; key: string; within: PartIndex | null }[] = [];
  const ownRows = new Map<string, RowInfo[]>();
  for (const row of rows) {
    const { event } = row;
    if (event.on === "click") {
      const part = partIndex.get(event.part)!;
      if (event.scope === "outside") outsideRows.push({ row, part });
      else clickRows[part].push({ row, scope: event.scope });
    } else if (event.on === "key") {
      keyRows.push({ row, key: event.key, within: event.within === undefined ? null : partIndex.get(event.within)! });
    } else if (event.on === "own") {
      ownRows.set(event.event, [...(ownRows.get(event.event) ?? []), row]);
    }
  }
  return {
    doc,
    parts,
    partIndex,
    states,
    stateIndex,
    data: doc.data,
    initialData: doc.data.map((d) => d.initial),
    rows,
    clickRows,
    outsideRows,
    keyRows,
    afterRows: rows.filter((r) => r.event.on === "after"),
    mountedRows: rows.filter((r) => r.event.on === "mounted"),
    ownRows,
    looks: resolveLooks(doc, parts, states, texts),
    focus: states.map((s) => {
      const rule = doc.focus[s.name];
      if (!rule) return null;
      const within = rule.within === undefined ? null : partIndex.get(rule.within)!;
      return { to: rule.to ? cells.focus(rule.to) : null, within };
    }),
    problems,
    cache: new Map(),
  };
}

/** A text that does not compile is shown as it stands, and reported. */
function templateCompiler(scope: Scope, problems: Problem[]): CompileText {
  return (text, path) => {
    const compiled = compileTemplate(text, scope);
    if (compiled.ok) return compiled.template;
    problems.push({ path, message: compiled.message, from: compiled.from, to: compiled.to });
    return { constant: true, reads: [], run: () => text };
  };
}

function flattenStates(doc: Component): StateInfo[] {
  const out: (StateInfo & { index: number })[] = [];
  const add = (name: string, children: readonly StateNode[], initial: string | undefined, up: StateIndex[]): number => {
    const index = out.length;
    const info = { index, name, parent: up[0] ?? -1, path: [index, ...up], end: 0, leaf: index, atomic: true };
    out.push(info);
    const starts = children.map((c) => ({ name: c.name, leaf: add(c.name, c.states ?? [], c.initial, info.path) }));
    if (starts.length) {
      info.leaf = (starts.find((s) => s.name === initial) ?? starts[0]).leaf;
      info.atomic = false;
    }
    info.end = out.length;
    return info.leaf;
  };
  add(ALWAYS, doc.states, doc.initial, []);
  return out;
}

function flattenParts(doc: Component, texts: CompileText): PartInfo[] {
  const places = allParts(doc);
  const indexOf = new Map(places.map((p, i) => [p.part, i]));
  const infos: PartInfo[] = [];
  places.forEach(({ part, parent }, index) => {
    const up = parent ? infos[indexOf.get(parent)!] : null;
    infos.push({
      index,
      name: part.name,
      part,
      parent: up ? up.index : -1,
      path: up ? [index, ...up.path] : [index],
      end: index + 1,
      attributes: Object.entries(part.attributes ?? {}).map(
        ([name, value]) => [name, texts(value, `parts.${part.name}.attributes.${name}`)] as const,
      ),
      content: (part.content ?? []).map((c) =>
        typeof c === "string" ? texts(c, `parts.${part.name}.content`) : indexOf.get(c)!,
      ),
      layer: part.layer ?? up?.layer ?? 0,
      covers: null,
    });
  });
  for (const info of [...infos].reverse()) {
    if (info.parent >= 0) infos[info.parent].end = Math.max(infos[info.parent].end, info.end);
  }
  const byName = new Map(infos.map((p) => [p.name, p]));
  for (const info of infos) {
    const { covers } = info.part;
    if (!covers) continue;
    const inside = (p: number, outer: PartInfo): boolean => p >= outer.index && p < outer.end;
    const outers = Array.isArray(covers)
      ? covers.map((name) => byName.get(name)!)
      : covers === "parent" && info.parent >= 0
        ? [infos[info.parent]]
        : null;
    info.covers = infos.map((_p, p) => !inside(p, info) && (outers === null || outers.some((o) => inside(p, o))));
  }
  return infos;
}

function cellCompiler(
  doc: Component,
  scope: Scope,
  states: ReadonlyMap<string, StateIndex>,
  parts: ReadonlyMap<string, PartIndex>,
  problems: Problem[],
) {
  const report = (path: string, found: { message: string; from?: number; to?: number }): null => {
    problems.push({ path, message: found.message, from: found.from, to: found.to });
    return null;
  };
  const expression = (text: string, path: string, type?: Compiled["type"]): Compiled | null => {
    const compiled = compileExpression(text, scope, type);
    return compiled.ok ? compiled : report(path, compiled);
  };
  const focus = (target: FocusTarget): CompiledFocus => {
    if ("back" in target) return { kind: "back" };
    return "part" in target
      ? { kind: "part", part: parts.get(target.part)! }
      : { kind: "first", part: parts.get(target.first)! };
  };
  const action = (a: Action, path: string): CompiledAction | null => {
    if (a.do === "focus") return { do: "focus", target: focus(a.target) };
    if (a.do !== "assign") return a;
    const data = doc.data.findIndex((d) => d.name === a.data);
    const datum = doc.data[data];
    const compiled = expression(a.value, `${path}.value`, typeOf(datum));
    return compiled && { do: "assign", data, datum, value: compiled.run };
  };
  const branch = (b: Branch, path: string): CompiledBranch | null => {
    const guard = b.when === undefined ? null : expression(b.when, `${path}.when`, "boolean");
    if (b.when !== undefined && !guard) return null;
    const actions = (b.actions ?? []).map((a, i) => action(a, `${path}.actions[${i}]`));
    if (actions.includes(null)) return null;
    const target = b.to === undefined ? -1 : states.get(b.to)!;
    return { guard: guard?.run ?? null, target, actions: actions as CompiledAction[] };
  };
  const cell = (c: Reaction, path: string): CompiledCell | null => {
    if (c === "ignored") return { ignored: true, after: 0, branches: [] };
    const branches = c.branches.map((b, i) => branch(b, `${path}.branches[${i}]`));
    if (branches.includes(null)) return null;
    const after = c.after === undefined ? 0 : milliseconds(c.after)!;
    return { ignored: false, after, branches: branches as CompiledBranch[] };
  };
  return { cell, focus };
}
