/** CSS <time> (CSS Values 4 §7.2). */

/** @returns milliseconds, or null when `text` is not a time with a unit. */
export function milliseconds(text: string): number | null {
  // Two runs of digits side by side would be tried at every place between them.
  const found = /^([+-]?(?:\d+(?:\.\d*)?|\.\d+))(ms|s)$/i.exec(text.trim());
  if (!found) return null;
  return Number(found[1]) * (found[2].toLowerCase() === "s" ? 1000 : 1);
}

/** Instants are kept to the microsecond, so that what falls on one instant is at one number, ms. */
export const micros = (ms: number): number => Math.round(ms * 1000) / 1000;

/** A span for a person: `240 ms`, `1.24 s`. */
export const spanText = (ms: number): string =>
  ms < 1000 ? `${Math.round(ms * 10) / 10} ms` : `${(ms / 1000).toFixed(2).replace(/\.?0+$/, "")} s`;
