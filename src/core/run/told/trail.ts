/** The whole way of a step: where it went, who was asked and why each did or did not answer, what was left, done, entered. */
import { printAction, printReaction } from "../../expression";
import { type Action, allStates, own } from "../../model";
import { DOCUMENT, type PartIndex, type Program, partName } from "../../program";
import type { Frame } from "../kept/frames";
import type { Considered, Dispatch } from "../state/state";
import { compareSteps } from "./compare";
import type { Phrase } from "./phrase";

export interface TrailLine {
  kind: "asked" | "left" | "did" | "entered" | "changed";
  phrases: Phrase[];
  /** For what was asked: whether it was taken. */
  taken?: boolean;
  /** The cell that said it. */
  cell: { row: number; state: string } | null;
}
export interface Trail {
  /** The parts on the way of the event, from where it landed outwards; `listens` where a row was asked there. */
  path: { part: PartIndex; name: string; listens: boolean; stopped: boolean }[];
  lines: TrailLine[];
}

const plain = (text: string): Phrase => ({ text, kind: "plain" });

/** @param before the frame before it; null for the start */
export function trail(program: Program, before: Frame | null, frame: Frame): Trail {
  const { step } = frame;
  const lines: TrailLine[] = [];
  const state = (s: number): Phrase => ({ text: program.states[s].name, kind: "state" });
  const row = (r: number): Phrase => ({ text: program.rows[r].label, kind: "event" });
  const docState = new Map(allStates(program.doc).map(({ state: s }) => [s.name, s]));
  const did = (actions: readonly Action[] | undefined, where: Phrase[], cell: TrailLine["cell"] = null): void => {
    for (const action of actions ?? [])
      lines.push({ kind: "did", phrases: [plain(printAction(action)), plain(" — "), ...where], cell });
  };
  for (const dispatch of step.dispatches) {
    for (const c of dispatch.considered) {
      const cell = { row: c.row, state: program.states[c.state].name };
      const phrases = [row(c.row), plain(" in "), state(c.state), plain(`: ${outcomeWords(program, dispatch, c)}`)];
      lines.push({ kind: "asked", phrases, taken: c.outcome === "taken", cell });
    }
    for (const s of dispatch.exited) {
      lines.push({ kind: "left", phrases: [state(s)], cell: null });
      did(docState.get(program.states[s].name)?.exit, [plain("on leaving "), state(s)]);
    }
    for (const c of dispatch.considered.filter((x) => x.outcome === "taken")) {
      const cell = { row: c.row, state: program.states[c.state].name };
      did(branchOf(program, c)?.actions, [row(c.row), plain(" in "), state(c.state)], cell);
    }
    for (const s of dispatch.entered) {
      lines.push({ kind: "entered", phrases: [state(s)], cell: null });
      did(docState.get(program.states[s].name)?.entry, [plain("on entering "), state(s)]);
    }
  }
  for (const d of before ? compareSteps(program, before.state, frame.state) : [])
    lines.push({
      kind: "changed",
      phrases: [
        ...(d.part === null ? [] : [{ text: d.part, kind: "part" as const }, plain(" ")]),
        plain(`${d.fact}: ${d.a} → ${d.b}`),
      ],
      cell: null,
    });
  return { path: pathOf(program, frame), lines };
}

const branchOf = (program: Program, c: Considered) => {
  const doc = own(program.doc.reactions[c.row].in, program.states[c.state].name);
  return doc === undefined || doc === "ignored" ? null : doc.branches[c.branch ?? 0];
};

/** Why a row that was asked did or did not answer. */
function outcomeWords(program: Program, dispatch: Dispatch, c: Considered): string {
  const doc = own(program.doc.reactions[c.row].in, program.states[c.state].name);
  switch (c.outcome) {
    case "taken": {
      const branch = branchOf(program, c);
      return `taken: ${branch ? printReaction({ branches: [branch] }) : ""}${dispatch.stopped ? ", and the event stops here" : ""}`;
    }
    case "ignored":
      return "says to ignore it";
    case "undecided":
      return "nothing is said";
    case "guard": {
      const guards = doc === undefined || doc === "ignored" ? [] : doc.branches.map((b) => `[${b.when ?? ""}]`);
      return `no condition held: ${guards.join(", ")}`;
    }
    case "inherited":
      return "nothing is said here; what is around it was asked";
    case "preempted":
      return "another reaction came before it";
  }
}

/** The parts that the event passed: from where it landed to the root, or to where it was stopped. */
function pathOf(program: Program, { step }: Frame): Trail["path"] {
  const { cause } = step;
  const landed =
    cause.kind === "click" || cause.kind === "down" || cause.kind === "up" || cause.kind === "move"
      ? cause.landed
      : "focus" in cause
        ? cause.focus
        : DOCUMENT;
  if (landed === DOCUMENT || step.missed) return [];
  const out: Trail["path"] = [];
  for (const part of program.parts[landed].path) {
    const here = step.dispatches.filter((d) => d.at === part && (d.kind === "pointer" || d.kind === "key"));
    const stopped = here.some((d) => d.stopped);
    out.push({ part, name: partName(program, part), listens: here.length > 0, stopped });
    if (stopped) break;
  }
  return out;
}
