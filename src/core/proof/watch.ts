/** What is wrong at an instant of a run, by the rules that need nothing but that instant. */
import { DOCUMENT, type Program, partName } from "../program";
import type { Frame, RunState } from "../run";
import { isPainted } from "../surface";
import type { RuleId } from "./findings/finding";
import { seenIn } from "./rules/seen";

export interface Fault {
  rule: RuleId | "F21" | "F25";
  text: string;
}

const known = new WeakMap<Program, Map<string, readonly Fault[]>>();

/** Of a state that lasts: what is unseen but in the way, seen but of no use, or has the focus unseen (F1, F2, F7). */
export function faultsIn(program: Program, state: RunState): readonly Fault[] {
  const fading = state.tracks.map((t) => `${t.part}${t.property}`).join();
  const key = `${state.pose} ${state.focus} ${state.lingering.map((l) => l.part)} ${fading}`;
  const byKey = known.get(program) ?? new Map<string, readonly Fault[]>();
  known.set(program, byKey);
  let faults = byKey.get(key);
  if (!faults) {
    const list: Fault[] = [];
    seenIn(program, state, ({ rule, text }) => list.push({ rule, text }));
    if (state.focus !== DOCUMENT && !state.tracks.length && !isPainted(program, state, state.focus))
      list.push({ rule: "F7", text: `the focus is on ${partName(program, state.focus)}, which is not seen` });
    faults = list;
    byKey.set(key, faults);
  }
  return faults;
}

/** Of what happened: the focus lost, nobody decided, an endless loop, a number held at the end of its range. */
export function faultsOf(program: Program, { step, stimulus }: Frame): Fault[] {
  const lost = step.focus.filter((f) => f.cause === "lost");
  const asked = step.dispatches.flatMap((d) => d.considered);
  const undecided = stimulus && !asked.some((c) => c.outcome !== "undecided") ? asked : [];
  return [
    ...lost.map(
      (f): Fault => ({ rule: "F7", text: `${partName(program, f.from)} could not hold the focus any longer` }),
    ),
    ...undecided.slice(0, 1).map(
      (c): Fault => ({
        rule: "F18",
        text: `nobody decided what ${program.rows[c.row].label} does in ${program.states[c.state].name}`,
      }),
    ),
    ...(step.loop ? [{ rule: "F21" as const, text: "more than 1,000 steps at this instant" }] : []),
    ...step.clamped.map((d): Fault => ({ rule: "F25", text: `${program.data[d].name} was held inside its range` })),
  ];
}
