/** The stand-in for a service that does not exist yet: what it answers, and when. One meaning for page, runs and HTTP. */
import { compute } from "../measure";

export interface StandInAnswer {
  /** HTTP status */
  status: number;
  /** ms before it answers */
  after: number;
  body: { ok: boolean; path: string };
}

/** Longer than this nobody waits, ms. */
export const LONGEST_WAIT = 60_000;

/**
 * @param path what was asked for
 * @param latency a CSS time, such as 400ms
 * @param outcome `ok`, or `fails`, which answers 503
 * @returns the answer, or what is wrong with the request
 */
export function standIn(path: string, latency: string, outcome: string): StandInAnswer | string {
  const time = compute(latency, { width: 0, height: 0, token: () => undefined }, "time");
  if (!time.ok) return `latency=${latency}: ${time.message}`;
  if (time.value.n < 0 || time.value.n > LONGEST_WAIT) return `latency=${latency}: at most ${LONGEST_WAIT / 1000} s`;
  if (outcome !== "ok" && outcome !== "fails") return `outcome=${outcome}: ok or fails`;
  const ok = outcome === "ok";
  return { status: ok ? 200 : 503, after: time.value.n, body: { ok, path } };
}
