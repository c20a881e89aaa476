/** The sheet's rows and columns, computed from the document. Pure. */
import { printEvent } from "../../core/expression";
import { ALWAYS, type Component, type StateNode } from "../../core/model";

export type Column =
  | { kind: "names"; id: "" }
  /** What is said in it holds in every state, or in every state inside `name`. */
  | { kind: "outer"; id: string; name: string; depth: number; label: string }
  | { kind: "state"; id: string; name: string; depth: number; parent: string | null }
  | { kind: "add"; id: "+" };

export type Row =
  | { section: "state"; id: "state" }
  | { section: "look"; id: string; part: string }
  | { section: "add-look"; id: "add-look" }
  | { section: "focus"; id: "focus" }
  | { section: "event"; id: string; index: number; label: string }
  | { section: "add-event"; id: "add-event" };

export interface Grid {
  columns: Column[];
  rows: Row[];
}

export function buildGrid(doc: Component): Grid {
  const columns: Column[] = [
    { kind: "names", id: "" },
    { kind: "outer", id: ALWAYS, name: ALWAYS, depth: 0, label: ALWAYS },
  ];
  const walk = (states: readonly StateNode[], depth: number, parent: string | null): void => {
    for (const s of states) {
      if (s.states?.length) {
        columns.push({ kind: "outer", id: s.name, name: s.name, depth, label: s.name });
        walk(s.states, depth + 1, s.name);
      } else columns.push({ kind: "state", id: s.name, name: s.name, depth, parent });
    }
  };
  walk(doc.states, 0, null);
  columns.push({ kind: "add", id: "+" });
  const rows: Row[] = [
    { section: "state", id: "state" },
    ...doc.looks.map((l): Row => ({ section: "look", id: `look ${l.part}`, part: l.part })),
    { section: "add-look", id: "add-look" },
    { section: "focus", id: "focus" },
    ...doc.reactions.map(
      (r, index): Row => ({ section: "event", id: `event ${index}`, index, label: printEvent(r.event) }),
    ),
    { section: "add-event", id: "add-event" },
  ];
  return { columns, rows };
}

export interface Place {
  row: number;
  column: number;
}

/** The next place in a direction that is a cell; the same place where there is none. */
export function step(grid: Grid, from: Place, rows: number, columns: number): Place {
  let { row, column } = from;
  for (;;) {
    row += rows;
    column += columns;
    if (row < 0 || row >= grid.rows.length || column < 0 || column >= grid.columns.length) return from;
    if (isCell(grid, { row, column })) return { row, column };
  }
}

export function isCell(grid: Grid, { row, column }: Place): boolean {
  const r = grid.rows[row];
  const c = grid.columns[column];
  if (!r || !c) return false;
  if (c.kind === "add") return r.section === "state";
  if (r.section === "state") return c.kind !== "names" && c.id !== ALWAYS;
  if (r.section === "add-look" || r.section === "add-event") return c.kind === "names";
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
