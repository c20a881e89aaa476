/** Why what happened happened, or did not: a step told in sentences about the component. */
import { printReaction } from "../../expression";
import { own } from "../../model";
import { DOCUMENT, type Program } from "../../program";
import { stateText } from "../../surface";
import type { Considered, Dispatch, Step } from "../state/state";
import { tellCause } from "./cause";
import { type Phrase, plain, say, wordsOf } from "./phrase";

export { type Phrase, phraseText } from "./phrase";

export interface Explanation {
  /** True when neither a state, the data nor the focus changed. */
  nothing: boolean;
  sentences: Phrase[][];
  /** The cell that decided, or that would have to: row and state. */
  cell: { row: number; state: string } | null;
}

/** Causes that nobody expects an answer to. */
const quiet: readonly Step["cause"]["kind"][] = ["start", "motion", "scroll", "resize", "move", "set", "reducedMotion"];

export function explain(program: Program, step: Step): Explanation {
  const taken = step.dispatches.flatMap((dispatch) =>
    dispatch.considered.flatMap((c) => (c.outcome === "taken" ? [{ dispatch, c }] : [])),
  );
  const sentences = tellCause(program, step);
  if (step.missed === "over") sentences.push(say`The component has ended; nothing happens any more.`);
  sentences.push(...taken.map(({ dispatch, c }) => tellTaken(program, dispatch, c)));
  sentences.push(...tellFocus(program, step), ...tellRest(program, step));
  // A pointer takes the focus along wherever it clicks; that alone is no answer to a click.
  const changed = taken.length > 0 || step.focus.some((move) => move.cause !== "pointer");
  const nothing = !changed && !quiet.includes(step.cause.kind);
  const idle = nothing && !step.missed ? whyNothing(program, step) : null;
  if (idle) sentences.push(idle.told);
  const decided = taken[0]?.c ?? idle?.by;
  return {
    nothing,
    sentences,
    cell: decided ? { row: decided.row, state: program.states[decided.state].name } : null,
  };
}

function tellTaken(program: Program, { kind, from, to }: Dispatch, taken: Considered): Phrase[] {
  const { row, state } = wordsOf(program);
  const states = (config: number): Phrase => ({ text: stateText(program, { config }), kind: "state" });
  if (kind === "timed" && from !== to) return say`It led to ${states(to)}.`;
  if (from !== to) return say`${row(taken.row)} led from ${states(from)} to ${states(to)}.`;
  const cell = own(program.doc.reactions[taken.row].in, program.states[taken.state].name);
  const branch = cell === undefined || cell === "ignored" ? {} : cell.branches[taken.branch ?? 0];
  return say`${row(taken.row)} in ${state(taken.state)} did: ${plain(printReaction({ branches: [branch] }))}.`;
}

function tellFocus(program: Program, step: Step): Phrase[][] {
  const { part } = wordsOf(program);
  const moves = step.focus.map((move) => {
    if (move.cause === "lost") return say`${part(move.from)} could no longer hold the focus; it fell to the page.`;
    if (move.cause === "pointer" && move.to === DOCUMENT) return say`Focus left ${part(move.from)}.`;
    return say`Focus went to ${part(move.to)}.`;
  });
  const refused = step.refused.map((to) =>
    to === DOCUMENT
      ? say`There was no earlier focus to give back.`
      : say`${part(to)} could not take the focus: it is not displayed, inert or not focusable.`,
  );
  return [...moves, ...refused];
}

const tellRest = (program: Program, { log, failed, clamped, loop }: Step): Phrase[][] => [
  ...log.map((line) => say`Log: ${plain(line)}`),
  ...failed.map((why) => say`Something could not be computed: ${plain(why)}.`),
  ...clamped.map((index) => say`${plain(program.data[index].name)} was held inside its range.`),
  ...(loop ? [say`More than 1,000 steps at this instant: the run was cut here.`] : []),
];

/** @returns the sentence, and the cell by which it is so */
function whyNothing(program: Program, { dispatches }: Step): { told: Phrase[]; by?: Considered } {
  const { row, state } = wordsOf(program);
  const all = dispatches.flatMap((d) => d.considered);
  const of = (outcome: Considered["outcome"]): Considered | undefined => all.find((c) => c.outcome === outcome);
  const [undecided, guard, ignored] = [of("undecided"), of("guard"), of("ignored")];
  if (undecided) {
    const told = say`Nothing happened: what ${row(undecided.row)} does in ${state(undecided.state)} is undecided.`;
    return { told, by: undecided };
  }
  if (guard)
    return { told: say`Nothing happened: no condition of ${row(guard.row)} held in ${state(guard.state)}.`, by: guard };
  if (ignored)
    return { told: say`Nothing happened: ${row(ignored.row)} is ignored in ${state(ignored.state)}.`, by: ignored };
  return { told: say`Nothing happened: no row listens for this.` };
}
