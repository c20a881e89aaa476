import { useEffect, useState } from "react";

/** How long the end is shown before it begins again, ms. */
const REST = 500;

/** An instant that runs from 0 to `length` ms and begins again, while `playing`. */
export function useLoop(length: number, playing: boolean): [number, (t: number) => void] {
  const [t, setT] = useState(0);
  useEffect(() => {
    if (!playing) return;
    let last = performance.now();
    let at = 0;
    let request = requestAnimationFrame(function turn(now) {
      at = (at + Math.min(now - last, 100)) % (length + REST);
      last = now;
      setT(Math.min(at, length));
      request = requestAnimationFrame(turn);
    });
    return () => cancelAnimationFrame(request);
  }, [length, playing]);
  return [Math.min(t, length), setT];
}
