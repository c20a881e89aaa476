/** A page whose clock nobody holds: time passes by itself, and everything may be a little late. */

import type { Told } from "../trial-page";
import type { PageClock } from "./held";

/** ms: what a busy machine takes for a timer and a look. */
const TOLERANCE = 250;

export interface RunningClock extends PageClock {
  /** ms since the page was there */
  now(): number;
  /** When the page was told of what was done to it since it was asked last. */
  told(): Told;
}

/** What a person does comes to a page as these. */
const INPUT = ["pointermove", "pointerdown", "pointerup", "mousedown", "mouseup", "click", "keydown", "keyup"] as const;

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
  const times: { at: number; isMove: boolean }[] = [];
  for (const type of INPUT)
    addEventListener(
      type,
      (e) => {
        if (e.isTrusted) times.push({ at: performance.now() - begin, isMove: type === "pointermove" });
      },
      { capture: true, passive: true },
    );
  const frame = (): Promise<void> => new Promise((done) => requestAnimationFrame(() => done()));
  return {
    pass: async (ms) => {
      await new Promise((done) => setTimeout(done, ms));
      await frame();
    },
    lag: () => TOLERANCE + gap,
    glided: () => false,
    now: () => performance.now() - begin,
    told: () => {
      const all = times.splice(0);
      const last = all.at(-1)?.at ?? performance.now() - begin;
      // One moves there before one presses.
      const at = all.find((t) => !t.isMove)?.at ?? last;
      return { at, took: last - at };
    },
  };
}
