/** Findings: a rule that is broken, where, and the shortest run that shows it. */
import {
  type Component,
  type EventSpec,
  type Motion,
  type MotionPlace,
  type Scenario,
  setAfter,
  setMotion,
  setReaction,
} from "../model";

export type RuleId =
  | "F1"
  | "F2"
  | "F3"
  | "F5"
  | "F7"
  | "F8"
  | "F9"
  | "F11"
  | "F12"
  | "F15"
  | "F17"
  | "F18"
  | "F19"
  | "F20"
  | "F24";
export type Severity = "fault" | "warning" | "undecided";

/** A change that mends a finding and is safe to make at a click. */
export interface Mend {
  text: string;
  edit:
    | { kind: "event"; row: number; event: EventSpec }
    | { kind: "removeRow"; row: number }
    | { kind: "after"; row: number; state: string; after: string }
    | { kind: "motion"; place: MotionPlace; property: string; motion: Motion }
    | { kind: "cancel"; row: number; state: string; timer: string }
    | null;
}

export interface Finding {
  rule: RuleId;
  severity: Severity;
  /** A plain sentence with the names in it. */
  text: string;
  part: string | null;
  state: string | null;
  /** Row in `reactions` and state of the cell concerned. */
  cell: { row: number; state: string } | null;
  /** The shortest run; null where the specification alone shows it. */
  run: Scenario | null;
  mend: Mend | null;
}

export const ruleTitles: Record<RuleId, string> = {
  F1: "unseen, but in the way",
  F2: "seen, but cannot be used",
  F3: "an inside click dismisses",
  F5: "no way back",
  F7: "focus on something unseen, or lost",
  F8: "dialog without its manners",
  F9: "broken reference",
  F11: "numbers that must agree",
  F12: "motion that cannot run",
  F15: "flash at the start",
  F17: "never happens",
  F18: "undecided",
  F19: "two decide the same",
  F20: "an old ending",
  F24: "nothing calmer",
};

/** Same finding, same key: only the first run to it is kept. */
export const findingKey = (f: Finding): string =>
  `${f.rule}|${f.text}|${f.part}|${f.state}|${f.cell?.row}|${f.cell?.state}`;

export function applyMend(doc: Component, mend: Mend): Component {
  const { edit } = mend;
  switch (edit?.kind) {
    case "removeRow":
      return { ...doc, reactions: doc.reactions.toSpliced(edit.row, 1) };
    case "event":
      return { ...doc, reactions: doc.reactions.map((r, i) => (i === edit.row ? { ...r, event: edit.event } : r)) };
    case "after":
      return setAfter(doc, edit.row, edit.state, edit.after);
    case "motion":
      return setMotion(doc, edit.place, edit.property, edit.motion);
    case "cancel":
      return cancelled(doc, edit);
    default:
      return doc;
  }
}

/** Every way out of the cell cancels the timer first. */
function cancelled(doc: Component, { row, state, timer }: { row: number; state: string; timer: string }): Component {
  const cell = doc.reactions[row]?.in[state];
  if (!cell || cell === "ignored") return doc;
  const branches = cell.branches.map((b) => ({
    ...b,
    actions: [{ do: "cancel" as const, timer }, ...(b.actions ?? [])],
  }));
  return setReaction(doc, row, state, { ...cell, branches });
}
