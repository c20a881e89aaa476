/** Which cell is selected, by what it is, so that the selection survives edits and changes of view. */
import { create } from "zustand";
import { useDocument } from "../store/document";
import type { Grid, Place, Row } from "./grid/grid";

export interface CellId {
  section: Row["section"];
  /** Index of an event row; name of a part. */
  row: number | string;
  column: string;
}
export interface SelectionStore {
  cell: CellId;
  /** The other corner of a range. */
  anchor: CellId | null;
  selectCell(cell: CellId, extend?: boolean): void;
}

const none = { cell: { section: "state", row: 0, column: "" }, anchor: null } as const;

export const useSelection = create<SelectionStore>()((set, get) => ({
  ...none,
  selectCell: (cell, extend = false) => set({ cell, anchor: extend ? (get().anchor ?? get().cell) : null }),
}));

// What was chosen in one component means nothing in the next.
useDocument.subscribe(({ id }, { id: before }) => {
  if (id !== before && before !== null) useSelection.setState(none);
});

export function idOf(grid: Grid, { row, column }: Place): CellId {
  const r = grid.rows[row];
  const key = r.section === "event" ? r.index : r.section === "look" ? r.part : 0;
  return { section: r.section, row: key, column: grid.columns[column].id };
}

/** Where a cell is now; the nearest one where it is gone. */
export function placeOf(grid: Grid, id: CellId): Place {
  const matches = (r: Row): boolean =>
    r.section === id.section &&
    (r.section === "event" ? r.index === id.row : r.section === "look" ? r.part === id.row : true);
  let row = grid.rows.findIndex(matches);
  if (row < 0) row = grid.rows.findLastIndex((r) => r.section === id.section);
  if (row < 0) row = grid.rows.findIndex((r) => r.section === (id.section === "look" ? "add-look" : "add-event"));
  let column = grid.columns.findIndex((c) => c.id === id.column);
  if (column < 0) column = grid.columns.length - 2;
  const r = grid.rows[row];
  if (r.section === "add-look" || r.section === "add-event") column = 0;
  if (r.section === "state" && column < 2) {
    const first = grid.columns.findIndex((c) => c.kind === "state");
    column = first < 0 ? 2 : first;
  }
  return { row, column };
}

export const idText = (id: CellId): string => `${id.section}~${id.row}~${id.column}`;
export function idFrom(text: string): CellId | null {
  const [section, row, column] = text.split("~");
  if (column === undefined) return null;
  return { section: section as CellId["section"], row: section === "event" ? Number(row) : row, column };
}
