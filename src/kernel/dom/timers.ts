/** What comes by itself: delays and intervals of states, timers, own events that were sent. */
import type { StateIndex } from "../behaviour";

interface Timer {
  /** ms */
  delay: number;
  /** It comes again and again. */
  repeats?: boolean;
  /** As actions name it. */
  id?: string | undefined;
  /** The state that it ends with. */
  state?: StateIndex;
}

export class Timers {
  private all: (Timer & { handle: number })[] = [];

  start(timer: Timer, then: () => void): void {
    const started = { ...timer, handle: 0 };
    const run = (): void => {
      if (started.repeats) started.handle = setTimeout(run, started.delay);
      else this.all = this.all.filter((t) => t !== started);
      then();
    };
    started.handle = setTimeout(run, started.delay);
    this.all.push(started);
  }
  cancel(which: (timer: Timer) => boolean): void {
    for (const t of this.all) if (which(t)) clearTimeout(t.handle);
    this.all = this.all.filter((t) => !which(t));
  }
}
