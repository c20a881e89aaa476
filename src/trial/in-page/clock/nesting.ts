/** Timers that start timers: at once as often as browsers let them, every 4 ms from then on (HTML §8.7, timer nesting level). */
import type { Clock } from "@sinonjs/fake-timers";

const FREE = 5;
/** ms */
const LEAST = 4;

/** The library's own rule is another: whatever a timer starts without a delay is due a millisecond later. */
export function holdNesting(clock: Clock): void {
  const inside = clock as Clock & { duringTick?: boolean };
  let level = 0;
  for (const kind of ["setTimeout", "setInterval"] as const) {
    const start = window[kind] as (run: TimerHandler, delay: number, ...args: unknown[]) => number;
    const started = (run: TimerHandler, asked?: number, ...args: unknown[]): number => {
      const own = level + 1;
      const wished = Math.max(0, Math.trunc(Number(asked)) || 0);
      const isBounded = level > FREE || kind === "setInterval";
      const delay = isBounded ? Math.max(wished, LEAST) : wished;
      const nested =
        typeof run !== "function"
          ? run
          : function (this: unknown, ...given: unknown[]) {
              const outer = level;
              level = own;
              try {
                return run.apply(this, given);
              } finally {
                level = outer;
              }
            };
      const was = inside.duringTick;
      inside.duringTick = false;
      try {
        return start(nested, delay, ...args);
      } finally {
        inside.duringTick = was;
      }
    };
    Object.defineProperty(window, kind, { value: started, configurable: true, writable: true, enumerable: true });
  }
}
