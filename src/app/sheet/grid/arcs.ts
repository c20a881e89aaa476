/** The transitions as arcs over the state columns. Pure: from the document and the columns' places to curves. */

import { printEvent } from "../../../core/expression";
import { ALWAYS, type Component, isTimed, targetsOf } from "../../../core/model";

export interface Arc {
  from: string;
  to: string;
  label: string;
  timed: boolean;
  /** Height level, 0 the lowest. */
  level: number;
  x1: number;
  x2: number;
}

const CHARACTER = 5.6;
const MOST_LEVELS = 9;

/** More transitions than this are not all named at once. */
export const CROWDED = 24;

export interface Pair {
  from: string;
  to: string;
  labels: string[];
  timed: boolean;
}

/** Transitions by their two ends; several between the same two are one. */
export function pairsOf(doc: Component): Pair[] {
  const byPair = new Map<string, Pair>();
  for (const row of doc.reactions) {
    for (const [state, cell] of Object.entries(row.in)) {
      if (cell === "ignored" || state === ALWAYS) continue;
      for (const branch of cell.branches) {
        for (const to of targetsOf(branch)) {
          if (to === state) continue;
          const timed = isTimed(row.event);
          const key = `${state} ${to} ${timed}`;
          const label = timed ? (cell.after ?? "") : short(printEvent(row.event));
          const pair = byPair.get(key) ?? { from: state, to, labels: [], timed };
          if (!pair.labels.includes(label)) pair.labels.push(label);
          byPair.set(key, pair);
        }
      }
    }
  }
  return [...byPair.values()];
}

/** @param middle the middle of a state's column, px */
export function arcsOf(pairs: readonly Pair[], middle: (state: string) => number | undefined): Arc[] {
  const arcs: Arc[] = [];
  for (const pair of pairs) {
    const a = middle(pair.from);
    const b = middle(pair.to);
    if (a === undefined || b === undefined) continue;
    const way = Math.sign(b - a);
    const room = Math.max(12, Math.floor((Math.abs(b - a) - 20) / CHARACTER));
    const whole = pair.labels.join(" · ");
    const label =
      whole.length <= room
        ? whole
        : pair.labels.length > 1
          ? `${cut(pair.labels[0], room - 4)} +${pair.labels.length - 1}`
          : cut(whole, room);
    // Departures on the side they leave to, arrivals on the side they come from: both directions stay apart.
    arcs.push({ from: pair.from, to: pair.to, label, timed: pair.timed, level: 0, x1: a + way * 14, x2: b - way * 14 });
  }
  arcs.sort((p, q) => Math.abs(p.x2 - p.x1) - Math.abs(q.x2 - q.x1) || p.x1 - q.x1);
  const placed: { level: number; from: number; to: number }[] = [];
  for (const arc of arcs) {
    const from = Math.min(arc.x1, arc.x2);
    const to = Math.max(arc.x1, arc.x2);
    let level = 0;
    // No more levels than a person can follow; the arcs above share the last one.
    while (level < MOST_LEVELS && placed.some((p) => p.level === level && from < p.to - 6 && to > p.from + 6)) level++;
    arc.level = level;
    placed.push({ level, from, to });
  }
  return arcs;
}

const cut = (text: string, room: number): string =>
  text.length <= room ? text : `${text.slice(0, Math.max(3, room - 1))}…`;
const short = (label: string): string =>
  label.replace(/^press /, "").replace(/^click (exactly |outside |inside )?/, "$1");

export const LEVEL = 17;
export const heightOf = (arcs: readonly Arc[]): number => 14 + LEVEL * (1 + Math.max(0, ...arcs.map((a) => a.level)));

/** The curve of an arc whose feet stand on `base`. */
export function curve(arc: Arc, base: number): { path: string; labelX: number; labelY: number } {
  const top = base - 10 - LEVEL * (arc.level + 0.55);
  const { x1, x2 } = arc;
  const bend = Math.min(26, Math.abs(x2 - x1) / 2) * Math.sign(x2 - x1);
  const path = `M${x1} ${base}C${x1} ${top} ${x1 + bend * 0.4} ${top} ${x1 + bend} ${top}H${x2 - bend}C${x2 - bend * 0.4} ${top} ${x2} ${top} ${x2} ${base}`;
  return { path, labelX: (x1 + x2) / 2, labelY: top - 3 };
}
