/** From document to program. */
import { printEvent, type Scope } from "../expression";
import { measureEnv, tokenProblems } from "../measure";
import {
  type ClickScope,
  type Component,
  own,
  type PointerEventName,
  type Problem,
  partNames,
  pointerEvents,
} from "../model";
import { safetyProblems } from "../safety";
import { CellCompiler } from "./cells";
import { checkableIn } from "./checkable";
import { Configurations } from "./configuration";
import { compileLooks } from "./looks";
import { ownTabIndexes } from "./own-focus";
import { flattenParts } from "./parts";
import { answerEvent, type PartIndex, type PointerRows, type Program, type RowInfo, timerEvent } from "./program";
import { flattenStates } from "./states";

/** @param doc a document whose names are in order (see checkNames) */
export function compile(doc: Component): Program {
  const problems: Problem[] = [...safetyProblems(doc), ...tokenProblems(doc)];
  const { states, withActions } = flattenStates(doc);
  const stateIndex = new Map(states.map((s) => [s.name, s.index]));
  const scope: Scope = { data: doc.data, states: states.slice(1).map((s) => s.name), parts: partNames(doc) };
  const partIndex = new Map<string, PartIndex>();
  const cells: CellCompiler = new CellCompiler(doc, scope, stateIndex, partIndex, measureEnv(doc), problems);
  const texts = cells.text.bind(cells);
  const parts = flattenParts(doc, texts);
  for (const p of parts) partIndex.set(p.name, p.index);
  withActions((list, path) => cells.actions(list, path));
  const rows: RowInfo[] = doc.reactions.map((row, index) => ({
    index,
    event: row.event,
    label: printEvent(row.event),
    cells: states.map((s) => {
      const cell = own(row.in, s.name);
      return cell === undefined ? null : cells.cell(cell, `reactions[${index}].in.${s.name}`);
    }),
  }));
  const program: Program = {
    doc,
    parts,
    partIndex,
    states,
    stateIndex,
    configurations: new Configurations(states),
    data: doc.data,
    initialData: doc.data.map((d) => d.initial),
    requests: (doc.requests ?? []).map((r, i) => ({
      name: r.name,
      latency: cells.time(r.latency, `requests[${i}].latency`),
      least: r.least === undefined ? 0 : cells.time(r.least, `requests[${i}].least`),
      ok: r.outcome === "ok",
    })),
    rows,
    ...sortRows(rows, partIndex, cells),
    focus: states.map((s) => {
      const rule = own(doc.focus, s.name);
      if (!rule) return null;
      const within = rule.within === undefined ? null : partIndex.get(rule.within)!;
      return { to: rule.to ? cells.focus(rule.to) : null, within };
    }),
    goesBack: cells.goesBack && Object.values(doc.focus).every((rule) => rule.within === undefined),
    checkable: checkableIn(doc, parts),
    ownTabIndex: ownTabIndexes(parts),
    asks: cells.asks,
    problems,
    cache: new Map(),
  };
  compileLooks(program, cells);
  return program;
}

type Sorted = Pick<
  Program,
  | "pointer"
  | "keyRows"
  | "focusRows"
  | "scrollRows"
  | "viewRows"
  | "motionRows"
  | "widthRows"
  | "becomesRows"
  | "timedRows"
  | "automaticRows"
  | "plainRows"
  | "eventRows"
>;
type Mutable<T> = T extends readonly (infer U)[] ? U[] : T;

/** Each row among those that its kind of event asks. */
function sortRows(rows: readonly RowInfo[], parts: ReadonlyMap<string, PartIndex>, cells: CellCompiler): Sorted {
  const at = (name: string): PartIndex => parts.get(name)!;
  const pointer = Object.fromEntries(
    pointerEvents.map((on) => [on, { at: [...parts].map(() => []), outside: [], anywhere: [], any: false }]),
  ) as unknown as Record<
    PointerEventName,
    {
      at: { row: RowInfo; scope: ClickScope }[][];
      outside: Mutable<PointerRows["outside"]>;
      anywhere: RowInfo[];
      any: boolean;
    }
  >;
  const out = {
    keyRows: [] as Mutable<Sorted["keyRows"]>,
    focusRows: [] as Mutable<Sorted["focusRows"]>,
    scrollRows: [] as Mutable<Sorted["scrollRows"]>,
    viewRows: [] as Mutable<Sorted["viewRows"]>,
    motionRows: [] as Mutable<Sorted["motionRows"]>,
    widthRows: [] as Mutable<Sorted["widthRows"]>,
    becomesRows: [] as Mutable<Sorted["becomesRows"]>,
    eventRows: [] as Mutable<Sorted["eventRows"]>,
    timedRows: [] as RowInfo[],
    automaticRows: [] as RowInfo[],
  };
  const plainRows = new Map<string, RowInfo[]>();
  const plain = (key: string, row: RowInfo): void => void plainRows.set(key, [...(plainRows.get(key) ?? []), row]);
  for (const row of rows) {
    const { event: e } = row;
    const path = `reactions[${row.index}].event`;
    switch (e.on) {
      case "click":
      case "pointer down":
      case "pointer up":
      case "pointer enter":
      case "pointer leave":
        if (e.scope === "anywhere") pointer[e.on].anywhere.push(row);
        else if (e.scope === "outside") pointer[e.on].outside.push({ row, part: at(e.part!) });
        else pointer[e.on].at[at(e.part!)].push({ row, scope: e.scope });
        break;
      case "key":
        out.keyRows.push({ row, key: e.key, within: e.within === undefined ? null : at(e.within), up: e.up ?? false });
        break;
      case "focus enters":
      case "focus leaves":
        out.focusRows.push({ row, part: at(e.part), enters: e.on === "focus enters" });
        break;
      case "scroll past":
      case "scroll back":
        out.scrollRows.push({
          row,
          distance: cells.length(e.distance, `${path}.distance`),
          past: e.on === "scroll past",
        });
        break;
      case "in view":
      case "out of view":
        out.viewRows.push({ row, part: at(e.part), ratio: e.ratio ?? 0, enters: e.on === "in view" });
        break;
      case "motion ended":
      case "motion interrupted":
        out.motionRows.push({ row, part: at(e.part), ended: e.on === "motion ended" });
        break;
      case "width above":
      case "width below":
        out.widthRows.push({ row, width: cells.length(e.width, `${path}.width`), above: e.on === "width above" });
        break;
      case "becomes":
        out.becomesRows.push({ row, when: cells.expression(e.when, `${path}.when`, "boolean").run });
        break;
      case "after":
      case "every":
        out.timedRows.push(row);
        break;
      case "automatic":
        out.automaticRows.push(row);
        break;
      case "timer":
        out.eventRows.push({ row, descriptors: [timerEvent(e.timer)] });
        break;
      case "request ok":
      case "request failed":
        out.eventRows.push({ row, descriptors: [answerEvent(e.request, e.on === "request ok")] });
        break;
      case "own":
        out.eventRows.push({ row, descriptors: e.event.split(/\s+/) });
        break;
      case "reduced motion":
        plain(`reduced motion ${e.preferred ? "on" : "off"}`, row);
        break;
      default:
        plain(e.on, row);
    }
  }
  for (const on of pointerEvents) {
    const { at: parted, outside, anywhere } = pointer[on];
    pointer[on].any = outside.length > 0 || anywhere.length > 0 || parted.some((list) => list.length > 0);
  }
  return { ...out, pointer, plainRows };
}
