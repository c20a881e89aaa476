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
 * A value as the datum can hold it: a whole number is held at the end of its range.
 * @returns undefined for what is none of its values: the datum stays as it is
 * @throws Fault for a text that is too long
 */
export function fitted(datum: Range, given: Value): Value | undefined {
  if (datum.type === "integer") return Math.min(datum.max!, Math.max(datum.min!, Math.trunc(Number(given)) || 0));
  if (datum.type === "one of") return datum.values!.includes(String(given)) ? given : undefined;
  if (datum.type !== "text") return given;
  const text = String(given);
  if (text.length > MOST_TEXT) throw new Fault(`a text of more than ${MOST_TEXT} characters`);
  return text;
}
