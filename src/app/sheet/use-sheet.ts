/** What the sheet does with keys, and with what is typed into a cell. */
import { useCallback, useMemo, useState } from "react";
import { useTelling } from "../shell/telling";
import { useDocument } from "../store/document";
import { useDoc } from "../store/program";
import { cellText, draftKey, typed } from "./grid/cells";
import { buildGrid, type Grid, isCell, type Place, step } from "./grid/grid";
import { making } from "./grid/making";
import { idOf, placeOf, useSelection } from "./selection";
import { supports, useEdits } from "./use-edits";
import { useView } from "./view";

export interface Editing extends Place {
  initial: string;
}
export type Then = "down" | "right" | "left" | "stay";

export function useSheet() {
  const { doc } = useDoc();
  const { filter, folded, closed, lifecycle } = useView();
  const view = useMemo(() => ({ filter, folded, closed, lifecycle }), [filter, folded, closed, lifecycle]);
  const grid = useMemo(() => buildGrid(doc, view), [doc, view]);
  const { cell, anchor, selectCell } = useSelection();
  const writable = useDocument((s) => s.writable);
  const setDraft = useDocument((s) => s.setDraft);
  const edit = useDocument((s) => s.edit);
  const { message } = useTelling();
  const [editing, setEditing] = useState<Editing | null>(null);
  const [popover, setPopover] = useState(false);
  const at = placeOf(grid, cell);
  const corner = anchor ? placeOf(grid, anchor) : at;

  const select = useCallback(
    (place: Place, extend = false) => {
      setPopover(false);
      selectCell(idOf(grid, place), extend);
    },
    [grid, selectCell],
  );

  const begin = (place: Place, text?: string): void => {
    if (!writable || !isCell(grid, place)) return;
    const row = grid.rows[place.row];
    const column = grid.columns[place.column];
    if (row.section === "focus" && column.kind === "names") return;
    const draft = useDocument.getState().drafts[draftKey(row, column)];
    setPopover(false);
    setEditing({ ...place, initial: text ?? draft ?? cellText(doc, row, column) });
  };

  /** @param make what it mentions and nobody has declared is made along with it */
  const commit = (place: Place, text: string, then: Then, make = false): boolean => {
    const row = grid.rows[place.row];
    const column = grid.columns[place.column];
    const key = draftKey(row, column);
    const now = useDocument.getState().doc ?? doc;
    const change = (make && making(now, row, column, text, supports)) || typed(now, row, column, text, supports);
    if (!change.ok) {
      setDraft(key, text);
      return false;
    }
    setDraft(key, null);
    if (change.has !== undefined) {
      message.info(`${text.trim()} has a row already: say there what happens.`, 4);
      setEditing(null);
      selectCell({ section: "event", row: change.has, column: "" });
      return true;
    }
    if (text.trim() !== cellText(doc, row, column)) edit(change.label, change.change);
    setEditing(null);
    if (then === "stay") return true;
    const after = buildGrid(useDocument.getState().doc ?? doc, view);
    if (row.section.startsWith("add-")) {
      // Adding goes on: the empty row moves down, and the selection with it.
      const next = after.rows.findIndex((r) => r.section === row.section);
      selectCell(idOf(after, { row: next, column: 0 }));
    } else if (column.kind === "add") selectCell(idOf(after, { row: 0, column: after.columns.length - 1 }));
    else {
      const [rows, columns] = then === "down" ? [1, 0] : [0, then === "right" ? 1 : -1];
      selectCell(idOf(after, step(after, place, rows, columns)));
    }
    return true;
  };

  const leave = (place: Place, keep: boolean): void => {
    if (!keep) setDraft(draftKey(grid.rows[place.row], grid.columns[place.column]), null);
    setEditing(null);
  };

  const { clear, reorder, copy, paste } = useEdits({ doc, grid, at, corner });

  const onKeyDown = (event: React.KeyboardEvent): void => {
    if (editing) return;
    const { key } = event;
    const command = event.ctrlKey || event.metaKey;
    const go = (rows: number, columns: number): void => select(step(grid, at, rows, columns), event.shiftKey);
    if (event.altKey && (key === "ArrowLeft" || key === "ArrowRight" || key === "ArrowUp" || key === "ArrowDown")) {
      if (key === "ArrowDown" && !isHeader(grid, at)) setPopover(true);
      else reorder(key === "ArrowLeft" || key === "ArrowUp" ? -1 : 1);
    } else if (key === "ArrowLeft") go(0, -1);
    else if (key === "ArrowRight") go(0, 1);
    else if (key === "ArrowUp") go(-1, 0);
    else if (key === "ArrowDown") go(1, 0);
    else if (key === "Home")
      select({ row: at.row, column: grid.rows[at.row].section === "state" ? 2 : 0 }, event.shiftKey);
    else if (key === "End")
      select({ row: at.row, column: Math.max(at.column, grid.columns.length - 2) }, event.shiftKey);
    else if (key === "Enter" || key === "F2") begin(at);
    else if (key === "Escape") {
      setPopover(false);
      select(at);
    } else if (key === "Delete" || key === "Backspace") clear();
    else if (key.length === 1 && key !== "?" && !command && !event.altKey) begin(at, key === " " ? "" : key);
    else return;
    event.preventDefault();
  };

  return {
    doc,
    grid,
    at,
    corner,
    editing,
    popover,
    setPopover,
    select,
    begin,
    commit,
    leave,
    clear,
    copy,
    paste,
    onKeyDown,
    writable,
  };
}

const isHeader = (grid: Grid, at: Place): boolean =>
  grid.rows[at.row].section === "state" || grid.columns[at.column].kind === "names";
