import { useEffect } from "react";
import { useRun } from "../store/run";

/** Moves the virtual clock with the screen's frames, while there is something to move. */
export function useClock(): void {
  const running = useRun((s) => s.playing && s.frozen === null && s.session !== null);
  // A click or an edit wakes a clock that rests.
  const frames = useRun((s) => s.session?.frames.length);
  // biome-ignore lint/correctness/useExhaustiveDependencies: `frames` wakes it
  useEffect(() => {
    if (!running) return;
    let last = performance.now();
    let request = requestAnimationFrame(function turn(now) {
      // After a pause of the whole tab the clock does not jump.
      const passed = Math.min(now - last, 100);
      last = now;
      if (useRun.getState().tick(Math.max(0, passed))) request = requestAnimationFrame(turn);
    });
    return () => cancelAnimationFrame(request);
  }, [running, frames]);
}
