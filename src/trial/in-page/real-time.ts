/** A page whose clock nobody holds: time passes by itself, and everything may be a little late. */
import type { PageClock } from "./clock";

/** ms: what a busy machine takes for a timer and a look. */
const TOLERANCE = 250;

export interface RunningClock extends PageClock {
  /** ms since the page was there */
  now(): number;
}

export function letRun(): RunningClock {
  let begin = performance.now();
  addEventListener("DOMContentLoaded", () => (begin = performance.now()), { capture: true, once: true });
  /** The longest time between two frames: what moves begins with one, and timers wait as long. */
  let gap = 0;
  let last = begin;
  const watch = (at: number): void => {
    gap = Math.max(gap, at - last);
    last = at;
    requestAnimationFrame(watch);
  };
  requestAnimationFrame(watch);
  const frame = (): Promise<void> => new Promise((done) => requestAnimationFrame(() => done()));
  return {
    pass: async (ms) => {
      await new Promise((done) => setTimeout(done, ms));
      await frame();
    },
    lag: () => TOLERANCE + gap,
    glided: () => false,
    now: () => performance.now() - begin,
  };
}
