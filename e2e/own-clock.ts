/** Runs in the page, before its own script: timers and requests go by a clock that only `pass(ms)` moves. */
export function ownClock(): void {
  let now = 0;
  let last = 0;
  const due: { id: number; at: number; run: () => void }[] = [];
  const settle = (): Promise<void> => new Promise((done) => queueMicrotask(() => queueMicrotask(done)));
  const w = window as unknown as Record<string, unknown>;
  w.setTimeout = (run: () => void, ms = 0): number => {
    due.push({ id: ++last, at: now + ms, run });
    return last;
  };
  w.clearTimeout = (id: number): void => {
    const at = due.findIndex((t) => t.id === id);
    if (at >= 0) due.splice(at, 1);
  };
  // The stand-in service, in the page itself: as late and as well as the address says.
  w.fetch = (address: string): Promise<{ ok: boolean }> => {
    const asked = new URL(address, "http://127.0.0.1").searchParams;
    const ms = Number.parseFloat(asked.get("latency") ?? "0");
    const answer = { ok: asked.get("outcome") === "ok" };
    return new Promise((done) => (w.setTimeout as (run: () => void, ms: number) => number)(() => done(answer), ms));
  };
  w.pass = async (ms: number): Promise<void> => {
    const until = now + ms;
    for (;;) {
      due.sort((a, b) => a.at - b.at || a.id - b.id);
      if (!due.length || due[0].at > until) break;
      const next = due.shift()!;
      now = next.at;
      next.run();
      await settle();
    }
    now = until;
    await settle();
  };
}

/** Runs in the page: links would lead away from it. */
export function stayHere(): void {
  addEventListener("click", (e) => (e.target as Element).closest?.("a") && e.preventDefault(), true);
}
