/** F13: scroll rules that flicker at their threshold, or are wrong when the page opens already scrolled. */
import type { Program } from "../../../program";
import { act, openSession, runTo } from "../../../run";
import { pixels, scrollRange, stateText } from "../../../surface";
import type { Collector } from "../../findings/collector";

/** A hand on a touch screen trembles by this much, px. */
const TREMBLE = 8;
/** Long enough for what a scroll brings about, ms. */
const SETTLE = 2000;

export function scrollRules(program: Program, collector: Collector): void {
  const { page } = program.doc;
  const range = scrollRange(program, page);
  const rows = program.scrollRows.map((r) => ({ ...r, px: pixels(program, r.distance, page, range) }));
  flicker(program, rows, collector);
  if (range > 0 && rows.length + program.viewRows.length > 0) opened(program, range, rows, collector);
}

interface Threshold {
  row: { index: number; cells: readonly ({ branches: readonly { targets: readonly number[] }[] } | null)[] };
  past: boolean;
  px: number;
}

/** Down past one distance and back above another so near that a trembling finger goes to and fro. */
function flicker(program: Program, rows: readonly Threshold[], collector: Collector): void {
  for (const down of rows.filter((r) => r.past))
    for (const up of rows.filter((r) => !r.past && Math.abs(down.px - r.px) < TREMBLE))
      down.row.cells.forEach((cell, s) => {
        const there = cell?.branches.flatMap((b) => b.targets) ?? [];
        const home = there.find((t) => up.row.cells[t]?.branches.some((b) => b.targets.includes(s)));
        if (home === undefined) return;
        const state = program.states[s].name;
        const text = `${state} and ${program.states[home].name} follow one another at ${down.px} px: let it go back at a lower distance than it comes, by ${TREMBLE} px or more`;
        collector.add({
          rule: "F13",
          severity: "warning",
          text,
          state,
          cell: { row: up.row.index, state: program.states[home].name },
        });
      });
}

/** Opened at a distance it must be as it is when one scrolls there. */
function opened(program: Program, range: number, rows: readonly Threshold[], collector: Collector): void {
  const distances = new Set([range, ...rows.flatMap((r) => [r.px + 1])].filter((d) => d > 0 && d <= range));
  for (const d of distances) {
    const there = runTo(act(openSession(program), { scroll: d }), SETTLE);
    const atOnce = runTo(openSession(program, { page: { scroll: d } }), SETTLE);
    const [a, b] = [there, atOnce].map((s) => stateText(program, s.frames.last.state));
    if (a === b) continue;
    const text = `Opened at ${d} px it is ${b}, but scrolled there it is ${a}`;
    const run = { name: text, page: { scroll: d }, steps: [{ do: { wait: SETTLE } }] };
    collector.add({ rule: "F13", text, state: b, run });
  }
}
