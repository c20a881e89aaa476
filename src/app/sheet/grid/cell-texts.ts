/** What a component says in cells that are named by their path, as texts for another component's cells. Pure. */
import { type Component, eventKey } from "../../../core/model";
import { cellText, draftKey } from "./cells";
import { buildGrid } from "./grid";

/** @param paths as a merge names them; those that are no cells of the sheet are left out */
export function cellTexts(doc: Component, paths: readonly (readonly string[])[]): { key: string; text: string }[] {
  const grid = buildGrid(doc);
  return paths.flatMap(([kind, row, ...rest]) => {
    const state = kind === "focus" ? row : rest[1];
    if (!["looks", "reactions", "focus"].includes(kind) || state === undefined) return [];
    const r = grid.rows.find(
      (line) =>
        (kind === "looks" && line.section === "look" && line.part === row) ||
        (kind === "focus" && line.section === "focus") ||
        (kind === "reactions" && line.section === "event" && eventKey(doc.reactions[line.index].event) === row),
    );
    const c = grid.columns.find((column) => column.id === state);
    return r && c ? [{ key: draftKey(r, c), text: cellText(doc, r, c) }] : [];
  });
}
