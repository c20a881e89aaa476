/** What stands on the shelf: what is stored, and what this tab holds and the store does not. */
import { useEffect, useState } from "react";
import type { Program } from "../../core/program";
import type { Stored, Summary } from "../storage/database";
import type { Kept } from "../storage/keeper";
import { storedName } from "../storage/stored";
import { keeper } from "../store/saving";

export interface OnShelf extends Stored {
  /** Why it is not stored as it is here; empty where it is. */
  unsaved: string;
}

/** What this tab holds and the store does not. */
export function useUnsaved(): readonly Kept[] {
  const [unsaved, setUnsaved] = useState(() => keeper.unsaved());
  useEffect(() => {
    setUnsaved(keeper.unsaved());
    return keeper.subscribe(() => setUnsaved(keeper.unsaved()));
  }, []);
  return unsaved;
}

/** Those that are stored as they are here: the same again while what is stored is the same. */
const calm = new WeakMap<Stored, OnShelf>();
function calmly(item: Stored): OnShelf {
  const before = calm.get(item);
  if (before) return before;
  const row = { ...item, unsaved: "" };
  calm.set(item, row);
  return row;
}

/** What is stored, and what is not as it is in this tab. */
export function onShelf(stored: readonly Stored[], unsaved: readonly Kept[]): OnShelf[] {
  const waiting = new Map(unsaved.filter((k) => k.state !== "saving" || k.why).map((k) => [k.id, k]));
  const rows = stored.map((item): OnShelf => {
    const kept = waiting.get(item.id);
    waiting.delete(item.id);
    return kept ? { ...item, doc: kept.doc, summary: null, unsaved: kept.why } : calmly(item);
  });
  for (const { id, doc, editedAt, why } of waiting.values())
    rows.push({ id, doc, revision: 0, savedAt: editedAt, summary: null, unsaved: why });
  return rows;
}

/** Of its latest revision, or null. A summary of another shape is none. */
export function summaryOf({ summary, revision }: Stored): Summary | null {
  const s = summary as Summary | null | undefined;
  const whole =
    typeof s === "object" && s !== null && [s.holding, s.failing, s.findings, s.undecided].every(Number.isFinite);
  return whole && s.revision === revision ? s : null;
}

export const orders = ["changed last", "name", "what needs attention"] as const;
export type Order = (typeof orders)[number];

const savedAt = (item: Stored): number => Number(item.savedAt) || 0;
const compareName = new Intl.Collator("en", { numeric: true }).compare;

/** How much there is to do: faults weigh more than what is only open. */
function need(item: OnShelf): number {
  const s = summaryOf(item);
  if (item.unsaved) return 10_000;
  if (!s) return 1;
  return 100 * (s.failing + s.findings + (s.claims?.failing ?? 0)) + 2 * s.undecided + (s.complete === false ? 2 : 0);
}

/** The rows that have the words, in the order that is asked for. */
export function chosenRows(items: readonly OnShelf[], words: string, order: Order): OnShelf[] {
  const wanted = words.toLowerCase().split(/\s+/).filter(Boolean);
  const has = (item: OnShelf): boolean => {
    const text = [storedName(item.doc), ...tagsOf(item)].join(" ").toLowerCase();
    return wanted.every((w) => text.includes(w));
  };
  return items
    .filter(has)
    .sort((a, b) =>
      order === "name"
        ? compareName(storedName(a.doc), storedName(b.doc)) || savedAt(b) - savedAt(a)
        : (order === "changed last" ? 0 : need(b) - need(a)) || savedAt(b) - savedAt(a),
    );
}

export const tagsOf = ({ tags }: Stored): readonly string[] =>
  Array.isArray(tags) ? tags.filter((t): t is string => typeof t === "string") : [];

/** States that a picture shows: those without others inside, in their order. */
export const picturedStates = (program: Program): string[] =>
  program.states.filter((s) => s.atomic && s.index > 0).map((s) => s.name);
