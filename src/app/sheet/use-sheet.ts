/** What the sheet does with keys, edits and the clipboard. */
import { useCallback, useMemo, useState } from "react";
import { moved, moveState } from "../../core/model";
import { useTelling } from "../shell/telling";
import { useDocument } from "../store/document";
import { useDoc } from "../store/program";
import { cellText, cleared, draftKey, typed } from "./grid/cells";
import { between, buildGrid, type Grid, isCell, type Place, step } from "./grid/grid";
import { making } from "./grid/making";
import { pastedWhole } from "./grid/paste";
import { idOf, placeOf, useSelection } from "./selection";
import { useView } from "./view";

export interface Editing extends Place {
  initial: string;
}
export type Then = "down" | "right" | "left" | "stay";

export const supports = (property: string, value: string): boolean =>
  property.startsWith("--") || CSS.supports(property, value);

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

  const clear = (): void => {
    if (!writable) return;
    const changes = between(at, corner)
      .flat()
      .filter((p) => isCell(grid, p))
      .map((p) => ({
        change: cleared(grid.rows[p.row], grid.columns[p.column]),
        key: draftKey(grid.rows[p.row], grid.columns[p.column]),
      }));
    const [first] = changes;
    if (!first?.change) return;
    // A range of headers is taken away from the end, so that the indices of what is left stay right.
    edit(changes.length === 1 ? first.change.label : `clear ${changes.length} cells`, (d) =>
      changes.toReversed().reduce((doc, c) => c.change?.change(doc) ?? doc, d),
    );
    for (const c of changes) setDraft(c.key, null);
    if (first.change.label.startsWith("remove"))
      message.info(`${capital(first.change.label)}: done. Ctrl+Z brings it back.`, 3);
  };

  const reorder = (by: number): void => {
    const row = grid.rows[at.row];
    const column = grid.columns[at.column];
    if (row.section === "state" && column.kind !== "names" && column.kind !== "add") {
      edit(`move ${column.name}`, (d) => moveState(d, column.name, by));
      selectCell({ section: "state", row: 0, column: column.id });
    } else if (column.kind === "names" && row.section === "event") {
      const to = Math.max(0, Math.min(doc.reactions.length - 1, row.index + by));
      edit(`move ${row.label}`, (d) => ({ ...d, reactions: moved(d.reactions, row.index, to) }));
      selectCell({ section: "event", row: to, column: "" });
    } else if (column.kind === "names" && row.section === "look") {
      const from = doc.looks.findIndex((l) => l.part === row.part);
      edit(`move ${row.part}`, (d) => ({ ...d, looks: moved(d.looks, from, from + by) }));
    }
  };

  const copy = (): string =>
    between(at, corner)
      .map((line) => line.map((p) => cellText(doc, grid.rows[p.row], grid.columns[p.column])).join("\t"))
      .join("\n");

  const paste = (text: string): void => {
    if (!writable) return;
    const lines = text
      .replace(/\r/g, "")
      .replace(/\n$/, "")
      .split("\n")
      .map((l) => l.split("\t"));
    const top = { row: Math.min(at.row, corner.row), column: Math.min(at.column, corner.column) };
    const whole = pastedWhole(grid, top, lines);
    if (whole) {
      const problems: string[] = [];
      edit(whole.label, (d) => whole.change(d, problems));
      if (problems.length) message.warning(`Not taken over: ${problems.slice(0, 3).join("; ")}`, 8);
      return;
    }
    const single = lines.length === 1 && lines[0].length === 1;
    const targets = single
      ? between(at, corner)
          .flat()
          .map((place) => ({ place, text: lines[0][0] }))
      : lines.flatMap((line, r) =>
          line.map((cellOf, c) => ({ place: { row: top.row + r, column: top.column + c }, text: cellOf })),
        );
    let wrong = 0;
    edit(targets.length === 1 ? "paste" : `paste ${targets.length} cells`, (d) => {
      let next = d;
      for (const target of targets) {
        const row = grid.rows[target.place.row];
        const column = grid.columns[target.place.column];
        if (!row || !column || !isCell(grid, target.place) || row.section === "state" || column.kind === "names")
          continue;
        const change = typed(next, row, column, target.text, supports);
        if (change.ok) next = change.change(next);
        else {
          wrong++;
          setDraft(draftKey(row, column), target.text);
        }
      }
      return next;
    });
    if (wrong)
      message.warning(
        `${wrong === 1 ? "One cell" : `${wrong} cells`} could not be taken as pasted; see the underlined text.`,
        8,
      );
  };

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
const capital = (text: string): string => text[0].toUpperCase() + text.slice(1);
