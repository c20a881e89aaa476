/** Findings: a rule that is broken, where, and the shortest run that shows it. */
import {
  type Component,
  type EventRow,
  type EventSpec,
  type Motion,
  type MotionPlace,
  own,
  type Scenario,
  setAfter,
  setKind,
  setMotion,
  setReaction,
} from "../../model";

export type RuleId =
  | "F1"
  | "F2"
  | "F3"
  | "F4"
  | "F5"
  | "F6"
  | "F7"
  | "F8"
  | "F9"
  | "F10"
  | "F11"
  | "F12"
  | "F13"
  | "F15"
  | "F16"
  | "F17"
  | "F18"
  | "F19"
  | "F20"
  | "F21"
  | "F22"
  | "F23"
  | "F24"
  | "F25"
  | "F26"
  | "F27"
  | "F28"
  /** The WAI-ARIA patterns. */
  | "P1"
  | "P2"
  | "P3"
  | "P4"
  | "P5"
  | "P6"
  | "P7"
  | "P8"
  | "P9";
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
    | { kind: "row"; row: EventRow }
    | { kind: "final"; state: string }
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
  /** The standard that asks for it, where one does. */
  source?: string;
}

export const ruleTitles: Record<RuleId, string> = {
  F1: "unseen, but in the way",
  F2: "seen, but cannot be used",
  F3: "an inside click dismisses",
  F4: "a hold that goes on",
  F5: "no way back",
  F6: "says the opposite",
  F7: "focus on something unseen, or lost",
  F8: "dialog without its manners",
  F9: "broken reference",
  F10: "a timer past its time",
  F11: "numbers that must agree",
  F12: "motion that cannot run",
  F13: "a scroll rule that wavers",
  F15: "flash at the start",
  F16: "only for the pointer",
  F17: "never happens",
  F18: "undecided",
  F19: "two at once",
  F20: "an old ending",
  F21: "never comes to rest",
  F22: "changes unheard",
  F23: "begun twice",
  F24: "nothing calmer",
  F25: "out of its range",
  F26: "a control without a name",
  F27: "seen as one thing, called another",
  F28: "a focus that cannot be taken",
  P1: "dialog pattern",
  P2: "disclosure pattern",
  P3: "accordion pattern",
  P4: "menu button pattern",
  P5: "listbox pattern",
  P6: "switch pattern",
  P7: "tabs pattern",
  P8: "tooltip pattern",
  P9: "alert pattern",
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
    case "final":
      return setKind(doc, edit.state, "final");
    case "row":
      return { ...doc, reactions: [...doc.reactions, edit.row] };
    default:
      return doc;
  }
}

/** Every way out of the cell cancels the timer first. */
function cancelled(doc: Component, { row, state, timer }: { row: number; state: string; timer: string }): Component {
  const cell = own(doc.reactions[row]?.in, state);
  if (!cell || cell === "ignored") return doc;
  const branches = cell.branches.map((b) => ({
    ...b,
    actions: [{ do: "cancel" as const, timer }, ...(b.actions ?? [])],
  }));
  return setReaction(doc, row, state, { ...cell, branches });
}
