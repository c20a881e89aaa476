/** F10, F21, F23, F25: timers that outlive their reason, endless loops, work begun twice, counters past their end. */
import type { Program } from "../../program";
import type { RunState, Step } from "../../run";
import { stateText } from "../../surface";
import type { Explorer, Visitor } from "../exploring/explore";
import type { Move, Situation } from "../exploring/situation";
import type { Collector, Told } from "../findings/collector";

export function workRules(program: Program, collector: Collector): Visitor {
  const everySecond = (step: Step): boolean =>
    step.cause.kind === "timer" && program.rows[step.cause.row].event.on === "every";

  const judge = (step: Step, add: (told: Told) => void, after: RunState): void => {
    if (step.loop) {
      const text = `${stateText(program, after)} never comes to rest: more than 1,000 steps follow one another at once`;
      add({ rule: "F21", text, state: after.config ? stateText(program, after) : null });
    }
    if (!step.clamped.length) return;
    // A step without end may hold the same number at its end a thousand times.
    const taken = step.dispatches.flatMap((d) => d.considered).find((c) => c.outcome === "taken");
    for (const index of new Set(step.clamped)) {
      const datum = program.data[index];
      const range = "min" in datum ? `${datum.min} to ${datum.max}` : "its range";
      const cell = taken ? { row: taken.row, state: program.states[taken.state].name } : null;
      const state = cell?.state ?? null;
      // An interval that goes on counting past the end is a timer without one.
      if (everySecond(step)) {
        const text = `The interval of ${state} goes on when ${datum.name} is at its end (${range})`;
        add({ rule: "F10", text, state, cell });
      } else {
        const what = cell ? `${program.rows[cell.row].label} in ${state}` : "An action";
        add({ rule: "F25", text: `${what} takes ${datum.name} out of ${range}; it is held at the end`, state, cell });
      }
    }
  };

  return {
    situation(situation, explorer) {
      const add = (told: Told): void => collector.add(told, explorer, situation);
      if (situation.index === 0) judge(explorer.first, add, situation.state);
      timersIn(program, situation.state, add);
    },
    move(from: Situation, move: Move, step: Step | null, to: Situation, explorer: Explorer) {
      if (!step) return;
      const add = (told: Told): void => collector.add(told, explorer, from, move);
      judge(step, add, to.state);
      twice(program, from.state, to.state, add);
    },
  };
}

/** F10: what runs twice, or goes on where nobody waits for it any more. */
function timersIn(program: Program, state: RunState, add: (told: Told) => void): void {
  const seen = new Set<string>();
  const { states } = program.configurations.at(state.config);
  for (const t of state.timers) {
    if (t.kind !== "event" || t.request >= 0) continue;
    const name = t.event.replace(/^timer\./, "");
    const where = stateText(program, state);
    if (seen.has(t.event)) add({ rule: "F10", text: `${name} runs twice at once in ${where}`, state: where });
    seen.add(t.event);
    const rows = program.eventRows.filter((r) => r.descriptors.includes(t.event));
    const said = rows.some(({ row }) => states.some((s) => row.cells[s]));
    if (rows.length && !said) {
      const text = `${name} goes on in ${where}, where nothing is said for its end`;
      const [first] = program.configurations.at(state.config).atomic;
      const column = program.states[first].name;
      add({ rule: "F10", severity: "warning", text, state: column, cell: { row: rows[0].row.index, state: column } });
    }
  }
}

/** F23: a request is made while the same one is still under way. */
function twice(program: Program, before: RunState, after: RunState, add: (told: Told) => void): void {
  const count = (s: RunState, request: number): number =>
    s.timers.filter((t) => t.kind === "event" && t.request === request).length;
  program.requests.forEach(({ name }, request) => {
    const was = count(before, request);
    if (was === 0 || count(after, request) <= was) return;
    const where = stateText(program, before);
    add({ rule: "F23", text: `${name} is asked again in ${where} while it is still under way`, state: where });
  });
}
