/**
 * Runs in the page, before its own script: timers, requests and motions go by a clock that only `pass(ms)` moves. What
 * falls on one instant is done in the order that browsers have: motions end, then timers go as they were started.
 */
export function ownClock(): void {
  let now = 0;
  let last = 0;
  const due: { id: number; at: number; run: () => void }[] = [];
  const realTimeout = setTimeout;
  const frame = (): Promise<void> => new Promise((done) => requestAnimationFrame(() => done()));
  /** What promises bring about has come about. */
  const settle = (): Promise<void> => new Promise((done) => realTimeout(done, 0));
  const w = window as unknown as Record<string, unknown>;
  w.setTimeout = (run: () => void, ms = 0): number => {
    due.push({ id: ++last, at: now + Math.max(0, ms), run });
    return last;
  };
  w.clearTimeout = (id: number): void => {
    const at = due.findIndex((t) => t.id === id);
    if (at >= 0) due.splice(at, 1);
  };
  w.fetch = (address: string, { signal }: { signal?: AbortSignal } = {}): Promise<{ ok: boolean }> => {
    const asked = new URL(address, "http://127.0.0.1").searchParams;
    const ms = Number.parseFloat(asked.get("latency") ?? "0");
    const answer = { ok: asked.get("outcome") === "ok" };
    return new Promise((done, refuse) => {
      signal?.addEventListener("abort", () => refuse(new Error("aborted")));
      (w.setTimeout as (run: () => void, ms: number) => number)(() => done(answer), ms);
    });
  };
  let observes = false;
  for (const kind of ["IntersectionObserver", "ResizeObserver"] as const) {
    const Real = window[kind] as new (...a: unknown[]) => object;
    w[kind] = class extends Real {
      constructor(...a: unknown[]) {
        super(...a);
        observes = true;
      }
    };
  }
  /** When each motion that is under way began. */
  const began = new Map<Animation, number>();
  const motions = (): Animation[] => {
    const running = document.getAnimations().filter((a) => a.playState !== "finished");
    for (const a of running) {
      if (began.has(a)) continue;
      // Firefox takes a paused one that is turned back up where real time would have brought it: there it creeps.
      if (navigator.userAgent.includes("Firefox/")) a.playbackRate = 1e-6;
      else a.pause();
      a.currentTime = 0;
      began.set(a, now);
    }
    for (const a of began.keys()) if (!running.includes(a)) began.delete(a);
    return running;
  };
  w.holdMotions = motions;
  // What begins with the page is held in its first frame: where the page is late, it would be over before anybody asks.
  const early = (left: number): void => {
    motions();
    if (left > 0) requestAnimationFrame(() => early(left - 1));
  };
  requestAnimationFrame(() => early(30));
  const endOf = (a: Animation): number => began.get(a)! + Number(a.effect?.getComputedTiming().endTime ?? 0);
  const moveTo = (at: number): void => {
    now = at;
    for (const a of motions()) a.currentTime = at - began.get(a)!;
  };
  w.settled = async (): Promise<void> => {
    for (let i = 0; i < 3; i++) {
      motions();
      await frame();
      await settle();
    }
  };
  const EPSILON = 0.001;
  w.pass = async (ms: number): Promise<void> => {
    const until = now + ms;
    for (let n = 0; n < 2000; n++) {
      due.sort((a, b) => a.at - b.at || a.id - b.id);
      // At its end a motion may be none any more to the browser: which those are is asked before.
      const ends = motions().map((motion) => ({ motion, at: endOf(motion) }));
      const next = Math.min(due[0]?.at ?? Number.POSITIVE_INFINITY, ...ends.map((e) => e.at));
      if (next > until + EPSILON) break;
      const over = ends.filter((e) => e.at <= next + EPSILON).map((e) => e.motion);
      if (next > now) {
        // Who observes the page is told in the frames between two instants.
        if (observes && n > 0) await (w.settled as () => Promise<void>)();
        moveTo(next);
      }
      if (over.length) {
        for (const a of over) {
          a.finish();
          began.delete(a);
        }
        await (w.settled as () => Promise<void>)();
        continue;
      }
      const timer = due[0];
      if (!timer || timer.at > next + EPSILON) {
        // A motion began or was broken off meanwhile.
        await (w.settled as () => Promise<void>)();
        continue;
      }
      due.shift();
      timer.run();
      await settle();
    }
    moveTo(until);
    await (w.settled as () => Promise<void>)();
  };
}
