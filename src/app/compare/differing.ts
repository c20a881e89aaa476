/** Several instants against the first: which facts differ anywhere, and which parts to point out. Pure. */
import { type Difference, differences, type Instant, ownOf } from "../../core/run";
import type { Mark } from "../live-page/protocol";

export interface DifferingRow {
  part: string | null;
  fact: string;
  /** One for each instant. */
  values: string[];
  /** It differs only as what is around the part does. */
  follows: boolean;
}

/** In the order of the tree, what belongs to no part first. */
export function differingRows(instants: readonly Instant[]): { rows: DifferingRow[]; marks: Mark[][] } {
  const [first, ...others] = instants;
  if (!first) return { rows: [], marks: [] };
  const rows = new Map<string, DifferingRow>();
  const lists = others.map((o) => differences(first, o));
  const own = lists.map((list) => ownOf(first.program, list));
  lists.forEach((list, i) => {
    for (const d of list) {
      const key = `${d.part}\n${d.fact}`;
      const row = rows.get(key) ?? { part: d.part, fact: d.fact, values: instants.map(() => d.a), follows: true };
      row.values[i + 1] = d.b;
      if (own[i].has(d)) row.follows = false;
      rows.set(key, row);
    }
  });
  const order = new Map(first.program.parts.map((p) => [p.name, p.index]));
  const at = (row: DifferingRow): number => (row.part === null ? -1 : (order.get(row.part) ?? 1e6));
  return {
    rows: [...rows.values()].sort((a, b) => at(a) - at(b)),
    marks: [marksOf(own.flatMap((o) => [...o])), ...own.map((o) => marksOf([...o]))],
  };
}

/** Facts that say what becomes of a part by what is around or over it; they alone are no reason to point it out. */
const consequences = new Set([
  "takes the pointer",
  "can be focused",
  "in the Tab order",
  "exposed to assistive technology",
]);

const marksOf = (list: readonly Difference[]): Mark[] => {
  const parts = new Set(list.flatMap((d) => (d.part === null || consequences.has(d.fact) ? [] : [d.part])));
  return [...parts].map((part) => ({ part, label: part, tone: "differs" }));
};
