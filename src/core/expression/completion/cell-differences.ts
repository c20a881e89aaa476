/** Two specifications cell by cell, as their sheets have them. */
import type { Component } from "../../model";
import { printEvent } from "../notation/event-notation";
import { printFocusRule, printLook } from "../notation/look-notation";
import { printReaction } from "../notation/reaction-notation";

export interface CellDifference {
  section: "look" | "focus" | "event" | "part" | "state" | "data" | "token";
  /** Part, event, or what else the row is called. */
  row: string;
  /** Of a cell: its state; empty for a whole row. */
  state: string;
  /** As written; null where it is not there. */
  a: string | null;
  b: string | null;
}

type Cells = Map<string, string>;

/** Every difference, in the order of the sheet: first what `a` has, then what only `b` has. */
export function cellDifferences(a: Component, b: Component): CellDifference[] {
  const [mine, its] = [cellsOf(a), cellsOf(b)];
  return [...new Set([...mine.keys(), ...its.keys()])].flatMap((key): CellDifference[] => {
    const [x, y] = [mine.get(key) ?? null, its.get(key) ?? null];
    if (x === y) return [];
    const [section, row, state] = JSON.parse(key) as [CellDifference["section"], string, string];
    return [{ section, row, state, a: x, b: y }];
  });
}

function cellsOf(doc: Component): Cells {
  const cells: Cells = new Map();
  const put = (section: CellDifference["section"], row: string, state: string, text: string): void =>
    void cells.set(JSON.stringify([section, row, state]), text);
  const states = (list: Component["states"], around: string): void => {
    for (const { states: inner, name, ...rest } of list) {
      put("state", name, "", JSON.stringify({ ...rest, in: around }));
      states(inner ?? [], name);
    }
  };
  states(doc.states, "");
  put("state", "initial", "", [doc.initial ?? ""].flat().join(", "));
  const parts = (list: Component["parts"], around: string): void => {
    for (const { content, name, ...rest } of list) {
      const inner = content?.map((c) => (typeof c === "string" ? c : c.name));
      put("part", name, "", JSON.stringify({ ...rest, content: inner, in: around }));
      parts(content?.filter((c) => typeof c !== "string") ?? [], name);
    }
  };
  parts(doc.parts, "");
  for (const d of doc.data) put("data", d.name, "", JSON.stringify({ ...d, name: undefined }));
  for (const t of doc.tokens ?? []) put("token", t.name, "", t.value);
  for (const row of doc.looks)
    for (const [state, look] of Object.entries(row.in)) put("look", row.part, state, printLook(look));
  for (const [state, rule] of Object.entries(doc.focus)) put("focus", "focus", state, printFocusRule(rule));
  for (const row of doc.reactions) {
    const label = printEvent(row.event);
    for (const [state, cell] of Object.entries(row.in)) put("event", label, state, printReaction(cell));
  }
  return cells;
}
