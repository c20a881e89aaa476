/** What a datum can hold. */
import type { Value } from "./behaviour";
import { Fault } from "./run";

export interface Range {
  type: "boolean" | "integer" | "number" | "text" | "one of";
  min?: number;
  max?: number;
  values?: readonly string[];
}

/** A text has at most so many characters; one that doubles itself would end the program otherwise. */
export const MOST_TEXT = 10_000;

/**
 * A value as the datum can hold it.
 * @returns undefined for what is none of its values: the datum stays as it is
 * @throws Fault for a text that is too long
 */
export function fitted(datum: Range, given: Value): Value | undefined {
  // only with whole numbers
  // Held at the end of its range.
  if (datum.type === "integer") return Math.min(datum.max!, Math.max(datum.min!, Math.trunc(Number(given)) || 0));
  // only with values to choose from
  if (datum.type === "one of") return datum.values!.includes(String(given)) ? given : undefined;
  // only with texts
  if (datum.type === "text") {
    const text = String(given);
    if (text.length > MOST_TEXT) throw new Fault(`a text of more than ${MOST_TEXT} characters`);
    return text;
  }
  return given;
}
