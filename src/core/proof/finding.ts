/** Findings: a rule that is broken, where, and the shortest run that shows it. */
import type { Component, EventSpec, Scenario } from "../model";

export type RuleId = "F1" | "F2" | "F3" | "F5" | "F7" | "F8" | "F9" | "F15" | "F17" | "F18" | "F19";
export type Severity = "fault" | "warning" | "undecided";

/** A change that mends a finding and is safe to make at a click. */
export interface Mend {
  text: string;
  edit: { kind: "event"; row: number; event: EventSpec } | { kind: "removeRow"; row: number } | null;
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
  F15: "flash at the start",
  F17: "never happens",
  F18: "undecided",
  F19: "two decide the same",
};

/** Same finding, same key: only the first run to it is kept. */
export const findingKey = (f: Finding): string =>
  `${f.rule}|${f.text}|${f.part}|${f.state}|${f.cell?.row}|${f.cell?.state}`;

export function applyMend(doc: Component, mend: Mend): Component {
  const { edit } = mend;
  if (!edit) return doc;
  if (edit.kind === "removeRow") return { ...doc, reactions: doc.reactions.toSpliced(edit.row, 1) };
  return { ...doc, reactions: doc.reactions.map((r, i) => (i === edit.row ? { ...r, event: edit.event } : r)) };
}
