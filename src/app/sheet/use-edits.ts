/** What is done with the cells that are selected: cleared, moved, copied, pasted over. */
import { type Component, moved, moveState } from "../../core/model";
import { useTelling } from "../shell/telling";
import { useDocument } from "../store/document";
import { cellText, cleared, draftKey, typed } from "./grid/cells";
import { between, type Grid, isCell, type Place } from "./grid/grid";
import { pastedWhole } from "./grid/paste";
import { useSelection } from "./selection";

export const supports = (property: string, value: string): boolean =>
  property.startsWith("--") || CSS.supports(property, value);

interface Selected {
  doc: Component;
  grid: Grid;
  /** The corners of what is selected. */
  at: Place;
  corner: Place;
}

export function useEdits(selected: Selected) {
  const { doc, grid, at, corner } = selected;
  const { selectCell } = useSelection();
  const writable = useDocument((s) => s.writable);
  const setDraft = useDocument((s) => s.setDraft);
  const edit = useDocument((s) => s.edit);
  const { message } = useTelling();

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
    const lines = linesOf(text);
    const top = { row: Math.min(at.row, corner.row), column: Math.min(at.column, corner.column) };
    const whole = pastedWhole(grid, top, lines);
    if (whole) {
      const problems: string[] = [];
      edit(whole.label, (d) => whole.change(d, problems));
      if (problems.length) message.warning(`Not taken over: ${problems.slice(0, 3).join("; ")}`, 8);
      return;
    }
    const targets = targetsOf(lines, top, selected);
    let wrong = 0;
    edit(targets.length === 1 ? "paste" : `paste ${targets.length} cells`, (d) =>
      targets.reduce((next, { place, text: said }) => {
        const row = grid.rows[place.row];
        const column = grid.columns[place.column];
        if (!row || !column || !isCell(grid, place) || row.section === "state" || column.kind === "names") return next;
        const change = typed(next, row, column, said, supports);
        if (change.ok) return change.change(next);
        wrong++;
        setDraft(draftKey(row, column), said);
        return next;
      }, d),
    );
    if (wrong)
      message.warning(
        `${wrong === 1 ? "One cell" : `${wrong} cells`} could not be taken as pasted; see the underlined text.`,
        8,
      );
  };

  return { clear, reorder, copy, paste };
}

/** The clipboard's text by lines and cells. */
const linesOf = (text: string): string[][] =>
  text
    .replace(/\r/g, "")
    .replace(/\n$/, "")
    .split("\n")
    .map((l) => l.split("\t"));

/** One cell goes into all that are selected; several go where they lie from the first on. */
function targetsOf(lines: readonly string[][], top: Place, { at, corner }: Selected): { place: Place; text: string }[] {
  if (lines.length === 1 && lines[0].length === 1)
    return between(at, corner)
      .flat()
      .map((place) => ({ place, text: lines[0][0] }));
  return lines.flatMap((line, r) =>
    line.map((text, c) => ({ place: { row: top.row + r, column: top.column + c }, text })),
  );
}

const capital = (text: string): string => text[0].toUpperCase() + text.slice(1);
