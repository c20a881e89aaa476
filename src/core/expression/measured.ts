/** Measures in cells: checked against the tokens of the document as they are typed, where those are at hand. */
import { compute, type Kind } from "../measure";
import type { Names } from "./names";
import { fault, type Parsed } from "./parsed";

/** @returns one error with its place, or null where the text is a measure of that kind (or no tokens are at hand) */
export function measureFault(
  text: string,
  kind: Kind,
  names: Names,
  place: { from: number; to: number },
): (Parsed<never> & { ok: false }) | null {
  if (!names.measures) return null;
  const found = compute(text, { ...names.measures, percentOf: kind === "length" ? 100 : undefined }, kind);
  if (found.ok) {
    if (kind !== "time" || found.value.n >= 0) return null;
    return fault("a time here is not less than 0", place);
  }
  return fault(found.message, { from: place.from + found.from, to: Math.min(place.from + found.to, place.to) });
}
