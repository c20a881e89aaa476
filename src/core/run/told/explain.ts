/** Why what happened happened, or did not: a step told in sentences about the component. */
import { printReaction } from "../../expression";
import { own } from "../../model";
import { DOCUMENT, type Program, partName } from "../../program";
import { stateText } from "../../surface";
import type { Considered, Dispatch, Step } from "../state/state";

/** A piece of a sentence; `part` and `state` are names that a reader can go to. */
export interface Phrase {
  text: string;
  kind: "plain" | "part" | "state" | "event";
}
export interface Explanation {
  /** True when neither a state, the data nor the focus changed. */
  nothing: boolean;
  sentences: Phrase[][];
  /** The cell that decided, or that would have to: row and state. */
  cell: { row: number; state: string } | null;
}

const say = (strings: TemplateStringsArray, ...holes: Phrase[]): Phrase[] =>
  strings
    .flatMap((text, i) => [{ text, kind: "plain" as const }, ...(holes[i] ? [holes[i]] : [])])
    .filter((p) => p.text);

export const phraseText = (sentence: readonly Phrase[]): string => sentence.map((p) => p.text).join("");

export function explain(program: Program, step: Step): Explanation {
  const part = (index: number): Phrase => ({
    text: partName(program, index),
    kind: index === DOCUMENT ? "plain" : "part",
  });
  const state = (index: number): Phrase => ({ text: program.states[index].name, kind: "state" });
  const row = (index: number): Phrase => ({ text: program.rows[index].label, kind: "event" });
  const plain = (text: string): Phrase => ({ text, kind: "plain" });
  const sentences: Phrase[][] = [];
  const { cause } = step;
  if (cause.kind === "start") sentences.push(say`The component was mounted.`);
  if (cause.kind === "click") {
    if (step.missed === "not there")
      sentences.push(say`${part(cause.aimed)} is not displayed, so it cannot be clicked.`);
    else if (step.missed === "disabled") {
      sentences.push(say`${part(cause.landed)} is disabled, so the click reached nobody.`);
    } else if (cause.landed === cause.aimed) sentences.push(say`Click landed on ${part(cause.landed)}.`);
    else if (cause.landed === DOCUMENT) sentences.push(say`${part(cause.aimed)} takes no clicks; it went to the page.`);
    else
      sentences.push(
        say`Click aimed at ${part(cause.aimed)} landed on ${part(cause.landed)}, which ${plain(why(program, cause.aimed, cause.landed))}.`,
      );
  }
  if (cause.kind === "press" || cause.kind === "keyDown" || cause.kind === "keyUp") {
    const did = cause.kind === "keyUp" ? "released" : cause.kind === "keyDown" ? "pressed and held" : "pressed";
    sentences.push(say`${plain(cause.key)} was ${plain(did)} with the focus on ${part(cause.focus)}.`);
  }
  if (cause.kind === "down" || cause.kind === "up" || cause.kind === "move") {
    const did = { down: "went down on", up: "came up over", move: "moved onto" }[cause.kind];
    if (step.missed === "not there")
      sentences.push(say`${part(cause.aimed)} is not displayed, so the pointer cannot be there.`);
    else if (step.missed === "disabled") sentences.push(say`${part(cause.landed)} is disabled, so it reached nobody.`);
    else sentences.push(say`The pointer ${plain(did)} ${part(cause.landed)}.`);
  }
  if (cause.kind === "scroll") sentences.push(say`The page was scrolled to ${plain(`${Math.round(cause.to)} px`)}.`);
  if (cause.kind === "resize") sentences.push(say`The page was resized.`);
  if (cause.kind === "blur") sentences.push(say`The window lost the focus.`);
  if (cause.kind === "reducedMotion") sentences.push(say`The preference for reduced motion changed.`);
  if (cause.kind === "unmount") sentences.push(say`The component was unmounted.`);
  if (cause.kind === "set") sentences.push(say`${plain(program.data[cause.data]?.name ?? "It")} was set by hand.`);
  if (cause.kind === "event") sentences.push(...tellEvent(cause));
  if (step.missed === "over") sentences.push(say`The component has ended; nothing happens any more.`);
  if (cause.kind === "timer") {
    const every = program.rows[cause.row].event.on === "every";
    sentences.push(every ? say`The interval of ${state(cause.state)} was over.` : say`${state(cause.state)} was over.`);
  }
  if (cause.kind === "motion") {
    const names = cause.parts.map((p) => partName(program, p)).join(", ");
    sentences.push(say`Motion of ${plain(names)} ended.`);
  }

  let changed = false;
  let cell: Explanation["cell"] = null;
  const pick = (c: Considered): void => {
    cell ??= { row: c.row, state: program.states[c.state].name };
  };
  for (const dispatch of step.dispatches) {
    for (const taken of dispatch.considered.filter((c) => c.outcome === "taken")) {
      changed = true;
      pick(taken);
      sentences.push(tellTaken(dispatch, taken));
    }
  }
  for (const move of step.focus) {
    // A pointer takes the focus along wherever it clicks; that alone is no answer to a click.
    if (move.cause !== "pointer") changed = true;
    if (move.cause === "lost")
      sentences.push(say`${part(move.from)} could no longer hold the focus; it fell to the page.`);
    else if (move.cause !== "pointer" || move.to !== DOCUMENT) sentences.push(say`Focus went to ${part(move.to)}.`);
    else sentences.push(say`Focus left ${part(move.from)}.`);
  }
  for (const refused of step.refused) {
    sentences.push(
      refused === DOCUMENT
        ? say`There was no earlier focus to give back.`
        : say`${part(refused)} could not take the focus: it is not displayed, inert or not focusable.`,
    );
  }
  for (const line of step.log) sentences.push(say`Log: ${plain(line)}`);
  for (const why of step.failed) sentences.push(say`Something could not be computed: ${plain(why)}.`);
  for (const index of step.clamped) sentences.push(say`${plain(program.data[index].name)} was held inside its range.`);
  if (step.loop) sentences.push(say`More than 1,000 steps at this instant: the run was cut here.`);

  const quiet = ["start", "motion", "scroll", "resize", "move", "set", "reducedMotion"].includes(cause.kind);
  const nothing = !changed && !quiet;
  if (nothing && !step.missed) sentences.push(...whyNothing());
  return { nothing, sentences, cell };

  function tellTaken(dispatch: Dispatch, taken: Considered): Phrase[] {
    const said = printReaction({
      branches: [docBranch(taken)],
    });
    const to = stateNames(dispatch.to);
    if (dispatch.kind === "timed" && dispatch.from !== dispatch.to) return say`It led to ${to}.`;
    if (dispatch.from === dispatch.to) return say`${row(taken.row)} in ${state(taken.state)} did: ${plain(said)}.`;
    return say`${row(taken.row)} led from ${stateNames(dispatch.from)} to ${to}.`;
  }

  function stateNames(config: number): Phrase {
    return { text: stateText(program, { config }), kind: "state" };
  }

  function tellEvent({ event, request }: { event: string; request: number }): Phrase[][] {
    if (step.missed === "no request") return [say`No such request is under way.`];
    if (request >= 0) {
      const ok = event.endsWith(".ok");
      return [say`The request ${plain(program.requests[request].name)} ${plain(ok ? "was answered" : "failed")}.`];
    }
    return event.startsWith("timer.")
      ? [say`The timer ${plain(event.slice(6))} was over.`]
      : [say`${plain(event)} arrived.`];
  }

  function docBranch(taken: Considered) {
    const doc = own(program.doc.reactions[taken.row].in, program.states[taken.state].name);
    return doc === undefined || doc === "ignored" ? {} : doc.branches[taken.branch ?? 0];
  }

  function whyNothing(): Phrase[][] {
    const all = step.dispatches.flatMap((d) => d.considered);
    const undecided = all.find((c) => c.outcome === "undecided");
    const guard = all.find((c) => c.outcome === "guard");
    const ignored = all.find((c) => c.outcome === "ignored");
    if (undecided) {
      pick(undecided);
      return [say`Nothing happened: what ${row(undecided.row)} does in ${state(undecided.state)} is undecided.`];
    }
    if (guard) {
      pick(guard);
      return [say`Nothing happened: no condition of ${row(guard.row)} held in ${state(guard.state)}.`];
    }
    if (ignored) {
      pick(ignored);
      return [say`Nothing happened: ${row(ignored.row)} is ignored in ${state(ignored.state)}.`];
    }
    return [say`Nothing happened: no row listens for this.`];
  }
}

function why(program: Program, aimed: number, landed: number): string {
  const info = program.parts[landed];
  if (aimed !== DOCUMENT && program.parts[aimed].path.includes(landed))
    return "is around it and takes the click instead";
  return info.part.covers === "viewport" ? "covers the viewport" : "covers it";
}
