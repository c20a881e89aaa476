/** The sheet's rows and columns, computed from the document. Pure. */
import { printEvent, printLook, printReaction } from "../../../core/expression";
import { ALWAYS, allStates, type Component, isHistory, own, type StateNode } from "../../../core/model";

export type Column =
  | { kind: "names"; id: "" }
  /** What is said in it holds in every state, or in every state inside `name`. */
  | { kind: "outer"; id: string; name: string; depth: number; label: string; regions: boolean; last: number }
  | {
      kind: "state";
      id: string;
      name: string;
      depth: number;
      parent: string | null;
      is: "atomic" | "final" | "history";
    }
  | { kind: "add"; id: "+" };

export type Row =
  | { section: "state"; id: "state" }
  | { section: "look"; id: string; part: string }
  | { section: "add-look"; id: "add-look" }
  | { section: "focus"; id: "focus" }
  | { section: "entry" | "exit"; id: "entry" | "exit" }
  | { section: "event"; id: string; index: number; label: string }
  | { section: "add-event"; id: "add-event" };

export interface Grid {
  columns: Column[];
  rows: Row[];
}

/** What of the document the sheet shows; the person's choice, not the document's. */
export interface View {
  /** Rows whose header or cells contain it. */
  filter: string;
  folded: readonly ("look" | "event")[];
  /** Rows for what is done on entering and leaving, even where nothing is. */
  lifecycle: boolean;
  /** Outer states whose inner columns are put away. */
  closed: readonly string[];
}
export const everything: View = { filter: "", folded: [], lifecycle: false, closed: [] };

/** A header's words for the two rows of entry and exit actions. */
export const lifecycleNames = { entry: "entering", exit: "leaving" } as const;

export function buildGrid(doc: Component, view: View = everything): Grid {
  const columns: Column[] = [
    { kind: "names", id: "" },
    { kind: "outer", id: ALWAYS, name: ALWAYS, depth: 0, label: ALWAYS, regions: false, last: 0 },
  ];
  const walk = (states: readonly StateNode[], depth: number, parent: string | null): void => {
    for (const s of states) {
      if (s.states?.length) {
        const outer: Column = {
          kind: "outer",
          id: s.name,
          name: s.name,
          depth,
          label: s.name,
          regions: s.kind === "parallel",
          last: 0,
        };
        columns.push(outer);
        if (!view.closed.includes(s.name)) walk(s.states, depth + 1, s.name);
        outer.last = columns.length - 1;
      } else {
        const is = isHistory(s) ? "history" : s.kind === "final" ? "final" : "atomic";
        columns.push({ kind: "state", id: s.name, name: s.name, depth, parent, is });
      }
    }
  };
  walk(doc.states, 0, null);
  (columns[1] as { last: number }).last = columns.length - 1;
  columns.push({ kind: "add", id: "+" });
  const wanted = view.filter.trim().toLowerCase();
  const kept = (words: string): boolean => !wanted || words.toLowerCase().includes(wanted);
  const looks = view.folded.includes("look")
    ? []
    : doc.looks
        .filter((l) => kept(`${l.part} ${Object.values(l.in).map(printLook).join(" ")}`))
        .map((l): Row => ({ section: "look", id: `look ${l.part}`, part: l.part }));
  const events = view.folded.includes("event")
    ? []
    : doc.reactions.flatMap((r, index): Row[] => {
        const label = printEvent(r.event);
        const cells = Object.entries(r.in).map(([state, cell]) => `${state} ${printReaction(cell)}`);
        return kept(`${label} ${cells.join(" ")}`) ? [{ section: "event", id: `event ${index}`, index, label }] : [];
      });
  const used = (when: "entry" | "exit"): boolean => allStates(doc).some(({ state }) => state[when]?.length);
  const lifecycle = (["entry", "exit"] as const)
    .filter((when) => (view.lifecycle || used(when)) && kept(lifecycleNames[when]))
    .map((when): Row => ({ section: when, id: when }));
  const rows: Row[] = [
    { section: "state", id: "state" },
    ...looks,
    { section: "add-look", id: "add-look" },
    { section: "focus", id: "focus" },
    ...lifecycle,
    ...events,
    { section: "add-event", id: "add-event" },
  ];
  return { columns, rows };
}

export interface Place {
  row: number;
  column: number;
}

/**
 * The next place in a direction that is a cell. Up and down, where there is none in the column, the nearest one of the next
 * row: no place is a dead end. The same place where there is nothing at all.
 */
export function step(grid: Grid, from: Place, rows: number, columns: number): Place {
  const inside = ({ row, column }: Place): boolean =>
    row >= 0 && row < grid.rows.length && column >= 0 && column < grid.columns.length;
  const next = (p: Place): Place => ({ row: p.row + rows, column: p.column + columns });
  for (let at = next(from); inside(at); at = next(at)) if (isCell(grid, at)) return at;
  for (let at = next(from); rows && inside(at); at = next(at)) {
    const near = grid.columns
      .map((_c, column) => ({ row: at.row, column }))
      .filter((p) => isCell(grid, p))
      .sort((a, b) => Math.abs(a.column - at.column) - Math.abs(b.column - at.column));
    if (near.length) return near[0];
  }
  return from;
}

export function isCell(grid: Grid, { row, column }: Place): boolean {
  const r = grid.rows[row];
  const c = grid.columns[column];
  if (!r || !c) return false;
  if (c.kind === "add") return r.section === "state";
  if (r.section === "state") return c.kind !== "names" && c.id !== ALWAYS;
  if (r.section === "add-look" || r.section === "add-event") return c.kind === "names";
  if (c.kind === "state" && c.is === "history") return false;
  if (c.kind === "state" && c.is === "final" && r.section === "event") return false;
  if ((r.section === "entry" || r.section === "exit") && c.id === ALWAYS) return false;
  return true;
}

/** The places of the rectangle between two corners, row by row. */
export function between(a: Place, b: Place): Place[][] {
  const out: Place[][] = [];
  for (let row = Math.min(a.row, b.row); row <= Math.max(a.row, b.row); row++) {
    const line: Place[] = [];
    for (let column = Math.min(a.column, b.column); column <= Math.max(a.column, b.column); column++) {
      line.push({ row, column });
    }
    out.push(line);
  }
  return out;
}

/** What is said in a cell, whatever it is; undefined where nothing is. */
export function cellValue(doc: Component, row: Row, column: Column): unknown {
  if (column.kind === "names" || column.kind === "add") return undefined;
  if (row.section === "look") return own(doc.looks.find((l) => l.part === row.part)?.in, column.name);
  if (row.section === "focus") return own(doc.focus, column.name);
  if (row.section === "entry" || row.section === "exit") return nodeOf(doc, column.name)?.[row.section];
  return row.section === "event" ? own(doc.reactions[row.index]?.in, column.name) : undefined;
}

export const nodeOf = (doc: Component, name: string): StateNode | undefined =>
  allStates(doc).find((s) => s.state.name === name)?.state;

/** The bands over nested states, a line a depth: which columns each takes. */
export function bandsOf(grid: Grid): { name: string; regions: boolean; region: boolean; from: number; to: number }[][] {
  const lines: ReturnType<typeof bandsOf> = [];
  const around = (c: number): boolean =>
    grid.columns.some((o, i) => o.kind === "outer" && o.regions && i < c && c <= o.last && isDirect(grid, i, c));
  grid.columns.forEach((column, c) => {
    if (column.kind !== "outer" || column.id === ALWAYS) return;
    lines[column.depth] ??= [];
    lines[column.depth].push({
      name: column.name,
      regions: column.regions,
      region: around(c),
      from: c,
      to: column.last,
    });
  });
  return [...lines].map((line) => line ?? []);
}
const isDirect = (grid: Grid, outer: number, inner: number): boolean => {
  const [o, i] = [grid.columns[outer], grid.columns[inner]];
  return o.kind === "outer" && (i.kind === "outer" || i.kind === "state") && i.depth === o.depth + 1;
};
