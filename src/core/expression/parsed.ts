/** What reading a notation gives: a value, or one error with its place. */
import type { ZodType } from "zod";
import { shapeProblem } from "../model";
import type { Located, Missing } from "./expression";

export type Parsed<T> = { ok: true; value: T } | ({ ok: false } & Located);

export const fault = (
  message: string,
  place: { from: number; to: number },
  missing?: Missing,
): { ok: false } & Located => ({
  ok: false,
  message,
  from: place.from,
  to: Math.max(place.to, place.from),
  ...(missing ? { missing } : {}),
});

/** An error found in a piece of a text, told of the whole. @param at where the piece begins */
export const faultAt = (found: Located, at: number): { ok: false } & Located =>
  fault(found.message, { from: at + found.from, to: at + found.to }, found.missing);

/** What was read, if a document can hold it: a notation says more than a file may, such as a wait of a year. */
export function storable<T>(schema: ZodType, parsed: Parsed<T>, text: string): Parsed<T> {
  if (!parsed.ok || parsed.value === undefined) return parsed;
  const problem = shapeProblem(schema, parsed.value);
  return problem === null ? parsed : fault(problem, { from: 0, to: text.length });
}

export const listed = (names: readonly string[]): string =>
  names.length > 8 ? `${names.slice(0, 8).join(", ")} …` : names.join(", ");

export const noRequest = (piece: { text: string; from: number; to: number }, names: { requests?: readonly string[] }) =>
  fault(`"${piece.text}" is not a request; requests: ${listed(names.requests ?? []) || "none yet"}`, piece, {
    kind: "request",
    name: piece.text,
  });
