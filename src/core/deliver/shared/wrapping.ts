/** What every form that wraps the module starts from. */
import type { Component } from "../../model";
import { type Base, baseOf } from "../module/module";
import { notesOnThePage } from "./beyond";
import type { Files, Target } from "./files";
import { namer, type Property, propertiesOf } from "./names";
import { slotProblems, slotsOf } from "./slots";

export interface Wrapping extends Base {
  properties: readonly Property[];
  /** What each slot is called among the properties; without a name it is `children`. */
  slots: ReadonlyMap<string, string>;
  /** Whether it asks a service. */
  asks: boolean;
  /** What was changed, in words; more may be added. */
  notes: string[];
}

export interface Naming {
  /** Names that the form has for something else. */
  taken: readonly string[];
  /** What else the form calls after a property. */
  along?(name: string): readonly string[];
  /** Slots are named among the properties. */
  slotsToo?: boolean;
}

export function wrappingOf(
  doc: Component,
  proof: Parameters<Target>[1],
  { taken, along, slotsToo = false }: Naming,
): { ok: true; wrapping: Wrapping } | (Files & { ok: false }) {
  const made = baseOf(doc, proof);
  if (!made.ok) return made;
  const problems = slotProblems(made.base.program);
  if (problems.length) return { ok: false, problems };
  const notes = notesOnThePage(doc);
  const give = namer(taken, along);
  const slots = new Map<string, string>();
  for (const slot of slotsOf(doc)) {
    const name = slot === "" ? "children" : slotsToo ? give(slot) : slot;
    slots.set(slot, name);
    if (slot && name !== slot) notes.push(`The slot ${slot} is the property ${name}.`);
  }
  const properties = propertiesOf(doc, give, notes);
  return {
    ok: true,
    wrapping: { ...made.base, properties, slots, asks: (doc.requests ?? []).length > 0, notes },
  };
}
