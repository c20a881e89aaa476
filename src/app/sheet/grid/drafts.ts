/** Texts that were typed into cells and are not in force: where each stands, and why it is none. Pure. */
import type { Component } from "../../../core/model";
import { type CellId, idOf } from "../selection";
import { draftKey, typed } from "./cells";
import { buildGrid } from "./grid";

export interface Draft {
  cell: CellId;
  /** Row and column in words. */
  where: string;
  text: string;
  why: string;
}

/** @param drafts by the key of their cell; one whose cell is gone counts no more */
export function draftsOf(
  doc: Component,
  drafts: Readonly<Record<string, string>>,
  supports: (property: string, value: string) => boolean,
): Draft[] {
  if (!Object.keys(drafts).length) return [];
  const grid = buildGrid(doc);
  return grid.rows.flatMap((row, r) =>
    grid.columns.flatMap((column, c): Draft[] => {
      const text = drafts[draftKey(row, column)];
      if (text === undefined) return [];
      const change = typed(doc, row, column, text, supports);
      const name = row.section === "event" ? row.label : row.section === "look" ? row.part : row.section;
      const place = column.id === "always" ? "every state" : column.id;
      return [
        {
          cell: idOf(grid, { row: r, column: c }),
          where: place && place !== "+" ? `${name} in ${place}` : name,
          text,
          why: change.ok ? "typed and not taken; Enter takes it" : change.message,
        },
      ];
    }),
  );
}
