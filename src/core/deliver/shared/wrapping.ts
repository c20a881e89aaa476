/** What every form that wraps the module starts from. */
import type { Component } from "../../model";
import { type Base, baseOf } from "../module/module";
import type { Files, Target } from "./files";
import { type Property, propertiesOf } from "./names";
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

const camel = (name: string): string => name.replace(/-(.)/g, (_all, letter: string) => letter.toUpperCase());

/** @param taken names that the form has for something else @param slotsToo slots are named among the properties */
export function wrappingOf(
  doc: Component,
  proof: Parameters<Target>[1],
  taken: readonly string[],
  slotsToo = false,
): { ok: true; wrapping: Wrapping } | (Files & { ok: false }) {
  const made = baseOf(doc, proof);
  if (!made.ok) return made;
  const problems = slotProblems(made.base.program);
  if (problems.length) return { ok: false, problems };
  const notes: string[] = [];
  const slots = new Map(slotsOf(doc).map((s) => [s, s === "" ? "children" : camel(s)]));
  const properties = propertiesOf(doc, slotsToo ? [...taken, ...slots.values()] : taken, notes);
  return {
    ok: true,
    wrapping: { ...made.base, properties, slots, asks: (doc.requests ?? []).length > 0, notes },
  };
}
