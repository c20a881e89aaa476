/** F3, F17, F18: what events do, and what nobody said. Keeps the counts that coverage and "cannot reach" come from. */

import { isHistory } from "../../../kernel";
import { printReaction } from "../../expression";
import { type Component, type EventSpec, everyAction, own } from "../../model";
import { DOCUMENT, type Program, partName } from "../../program";
import type { Step } from "../../run";
import { isControl, isPainted, pixels, scrollRange } from "../../surface";
import type { Explorer, Visitor } from "../exploring/explore";
import type { Move, Situation } from "../exploring/situation";
import type { Collector } from "../findings/collector";
import { goes } from "./seen";

export interface Way {
  from: Situation;
  move: Move;
}

/** How often each row met each state; indices `row * states + state`. */
export class Counts {
  readonly arrived: Uint32Array;
  readonly taken: Map<string, number> = new Map();
  readonly entered: Uint32Array;
  /** How each branch is taken first. */
  readonly first: Map<string, Way> = new Map();
  /** Where an event arrived and nobody decided, in no region. */
  readonly undecided: Uint8Array;
  constructor(readonly program: Program) {
    this.arrived = new Uint32Array(program.rows.length * program.states.length);
    this.entered = new Uint32Array(program.states.length);
    this.undecided = new Uint8Array(program.rows.length * program.states.length);
  }

  /** @param way how the step came about; the first for a branch is a shortest one */
  add(step: Step, way?: Way): void {
    const { states } = this.program;
    for (const d of step.dispatches) {
      for (const row of d.matched) {
        for (const s of this.program.configurations.at(d.from).states) this.arrived[row * states.length + s]++;
      }
      for (const c of d.considered) {
        if (c.outcome === "undecided") {
          for (const s of this.program.configurations.at(d.from).atomic) this.undecided[c.row * states.length + s] = 1;
        }
        if (c.outcome !== "taken") continue;
        const key = `${c.row} ${c.state} ${c.branch}`;
        this.taken.set(key, (this.taken.get(key) ?? 0) + 1);
        if (way && !this.first.has(key)) this.first.set(key, way);
      }
    }
  }
  /** Names of the states in which nobody says what a row's event does. */
  undecidedIn(row: number): string[] {
    const { states } = this.program;
    return states.filter((s) => this.undecided[row * states.length + s.index]).map((s) => s.name);
  }
  has(row: number, state: number): boolean {
    return this.arrived[row * this.program.states.length + state] > 0;
  }
}

export function reactionRules(collector: Collector, counts: Counts): Visitor {
  const undecided = (step: Step, explorer: Explorer, from: Situation, move: Move | undefined): void => {
    for (const d of step.dispatches) {
      for (const c of d.considered) {
        if (c.outcome !== "undecided") continue;
        const { label } = counts.program.rows[c.row];
        const state = counts.program.states[c.state].name;
        const text = `${label} arrives in ${state}, and nobody said what happens`;
        const cell = { row: c.row, state };
        collector.add({ rule: "F18", severity: "undecided", text, state, cell }, explorer, from, move);
      }
    }
  };
  return {
    situation(situation, explorer) {
      const { program } = explorer;
      for (const s of program.configurations.at(situation.state.config).states) counts.entered[s]++;
      if (situation.index === 0) {
        counts.add(explorer.first);
        undecided(explorer.first, explorer, situation, undefined);
      }
    },
    move(from, move, step, to, explorer) {
      if (!step) return;
      counts.add(step, { from, move });
      undecided(step, explorer, from, move);
      insideClick(from, move, step, to, explorer, collector);
    },
  };
}

/** F3: a click on content that is no control travels up to a surface whose reaction takes that content away. */
function insideClick(from: Situation, move: Move, step: Step, to: Situation, explorer: Explorer, collector: Collector) {
  const { program } = explorer;
  if (step.cause.kind !== "click" || step.cause.by !== "pointer" || step.cause.landed === DOCUMENT) return;
  const target = step.cause.landed;
  const first = step.dispatches.find((d) => d.considered.some((c) => c.outcome === "taken"));
  if (first?.kind !== "pointer" || first.at === target || first.from === first.to) return;
  const { path } = program.parts[target];
  const below = path.slice(0, path.indexOf(first.at));
  if (below.some((p) => isControl(program, p))) return;
  if (!isPainted(program, from.state, target) || !goes(program, to.state, target)) return;
  const taken = first.considered.find((c) => c.outcome === "taken")!;
  const row = program.rows[taken.row];
  if (row.event.on !== "click") return;
  const surface = partName(program, first.at);
  const inside = partName(program, below[below.length - 1]);
  const state = program.states[taken.state].name;
  const text = `A click inside ${inside} reaches ${surface} and dismisses it`;
  const event = { ...row.event, scope: "exactly" as const };
  const mend = {
    text: `Listen for clicks exactly on ${surface}`,
    edit: { kind: "event" as const, row: row.index, event },
  };
  const cell = { row: row.index, state };
  collector.add({ rule: "F3", text, part: inside, state, cell, mend }, explorer, from, move);
}

/** F17: states nobody reaches, reactions that never fire. Only meaningful when everything was explored. */
export function neverRules(counts: Counts, collector: Collector): void {
  const { program } = counts;
  const warn = { rule: "F17", severity: "warning" } as const;
  for (const s of program.states) {
    if (s.index > 0 && !isHistory(s) && !counts.entered[s.index]) {
      const outerToo = s.parent > 0 && !counts.entered[s.parent];
      if (!outerToo) collector.add({ ...warn, text: `Nothing ever leads to ${s.name}`, state: s.name });
    }
  }
  for (const text of idleCancels(program.doc)) collector.add({ ...warn, text });
  for (const row of program.rows) {
    row.cells.forEach((cell, s) => {
      if (!cell || cell.ignored || !counts.entered[s]) return;
      const state = program.states[s].name;
      const at = { ...warn, state, cell: { row: row.index, state } };
      const taken = cell.branches.map((_b, i) => counts.taken.has(`${row.index} ${s} ${i}`));
      if (taken.every((t) => !t)) {
        const arrives = counts.has(row.index, s);
        const why =
          row.event.on === "automatic"
            ? "its condition never holds"
            : arrives
              ? hiddenBy(program, row.index, s, counts)
              : (tooShort(program, row.event) ?? unstarted(program, row.event) ?? "the event never arrives there");
        collector.add({ ...at, text: `${row.label} in ${state} never fires: ${why}` });
        return;
      }
      taken.forEach((t, i) => {
        if (t) return;
        const doc = own(program.doc.reactions[row.index].in, state);
        const said = !doc || doc === "ignored" ? "" : printReaction({ branches: [doc.branches[i]] });
        collector.add({ ...at, text: `${row.label} in ${state}: the branch “${said}” is never taken` });
      });
    });
  }
}

const started = (doc: Component): Set<string> =>
  new Set(everyAction(doc).flatMap((a) => (a.do === "start" ? [a.timer] : a.do === "send" && a.id ? [a.id] : [])));
/** Cancels of what nothing starts. */
function idleCancels(doc: Component): string[] {
  const known = started(doc);
  const idle = everyAction(doc).flatMap((a) => (a.do === "cancel" && !known.has(a.timer) ? [a.timer] : []));
  return [...new Set(idle)].map((timer) => `cancel ${timer} does nothing: no action starts ${timer}`);
}
const unstarted = (program: Program, event: EventSpec): string | null =>
  event.on === "timer" && !started(program.doc).has(event.timer)
    ? `no action starts it. Say “start ${event.timer} after 2s” where it begins`
    : null;

/** A page that is not long enough for what waits for its scrolling. */
function tooShort(program: Program, event: EventSpec): string | null {
  if (event.on !== "scroll past" && event.on !== "scroll back") return null;
  const { page } = program.doc;
  const range = scrollRange(program, page);
  const distance = pixels(program, event.distance, page, range);
  if (range === 0)
    return `the page fits into its ${page.height} px and cannot be scrolled. Give it more content, a lower window, or blocks (Parts, Page)`;
  if (event.on === "scroll past" && distance >= range)
    return `the page can be scrolled by ${Math.round(range)} px only, which is not past ${Math.round(distance)} px. Take a smaller distance, or a longer page (Parts, Page)`;
  return null;
}

function hiddenBy(program: Program, row: number, state: number, counts: Counts): string {
  const other = program.rows.find(
    (r) => r.index !== row && r.cells[state] && counts.has(r.index, state) && sameEvent(program, r.index, row),
  );
  if (other) return `${other.label} answers first`;
  return "an inner state answers first, or its condition never holds";
}

function sameEvent(program: Program, a: number, b: number): boolean {
  const x = program.rows[a].event;
  const y = program.rows[b].event;
  if (x.on === "click" && y.on === "click") return x.part === y.part;
  if (x.on === "key" && y.on === "key") return x.key === y.key;
  return x.on === y.on;
}
