/** Whole rows and columns pasted, from this component or another: onto “+ event”, “+ row for a part” or “+ state”. Pure. */
import type { Component } from "../../../core/model";
import { typed } from "./cells";
import { buildGrid, type Column, type Grid, type Place, type Row } from "./grid";

export interface WholePaste {
  label: string;
  /** @param problems is given what could not be taken over, in words */
  change(doc: Component, problems: string[]): Component;
}

/** @param lines the pasted cells, rows of columns @returns null where single cells are meant */
export function pastedWhole(grid: Grid, at: Place, lines: readonly (readonly string[])[]): WholePaste | null {
  const row = grid.rows[at.row];
  const column = grid.columns[at.column];
  if (row.section === "add-event" || row.section === "add-look") {
    const what = lines.length === 1 ? `row ${lines[0][0]}` : `${lines.length} rows`;
    return {
      label: `paste ${what}`,
      change: (doc, problems) => lines.reduce((d, line) => addRow(d, row, line, problems), doc),
    };
  }
  if (row.section === "state" && column.kind === "add") {
    const columns = lines[0].map((_cell, c) => lines.map((line) => line[c] ?? ""));
    return {
      label: `paste ${columns.length === 1 ? columns[0][0] : `${columns.length} states`}`,
      change: (doc, problems) => columns.reduce((d, cells) => addColumn(d, cells, problems), doc),
    };
  }
  return null;
}

function taken(doc: Component, row: Row, column: Column, text: string, problems: string[]): Component {
  const change = typed(doc, row, column, text);
  if (change.ok) return change.change(doc);
  problems.push(`“${text}”: ${change.message}`);
  return doc;
}

/** The first cell names the row, the others are what it says in the columns, in their order. */
function addRow(doc: Component, add: Row, [head = "", ...cells]: readonly string[], problems: string[]): Component {
  const names = buildGrid(doc).columns[0];
  const next = taken(doc, add, names, head, problems);
  if (next === doc) return doc;
  const grid = buildGrid(next);
  const section = add.section === "add-event" ? "event" : "look";
  const row = grid.rows.findLast((r) => r.section === section)!;
  return cells.reduce((d, text, i) => {
    const column = grid.columns[i + 1];
    return text && column && column.kind !== "add" ? taken(d, row, column, text, problems) : d;
  }, next);
}

/** The first cell names the state, the others are what the rows say in it, in their order. */
function addColumn(doc: Component, [name = "", ...cells]: readonly string[], problems: string[]): Component {
  const before = buildGrid(doc);
  const next = taken(doc, before.rows[0], before.columns[before.columns.length - 1], name, problems);
  if (next === doc) return doc;
  const grid = buildGrid(next);
  const column = grid.columns.find((c) => !before.columns.some((b) => b.id === c.id))!;
  return cells.reduce((d, text, i) => {
    const row = grid.rows[i + 1];
    const addable = row && !row.section.startsWith("add-");
    return text && addable ? taken(d, row, column, text, problems) : d;
  }, next);
}
