/** What reading a notation gives: a value, or one error with its place. */
import type { Located } from "./expression";

export type Parsed<T> = { ok: true; value: T } | ({ ok: false } & Located);

export const fault = (message: string, place: { from: number; to: number }): { ok: false } & Located => ({
  ok: false,
  message,
  from: place.from,
  to: Math.max(place.to, place.from),
});

export const listed = (names: readonly string[]): string =>
  names.length > 8 ? `${names.slice(0, 8).join(", ")} …` : names.join(", ");
