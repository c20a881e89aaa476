/** Pictures are drawn when they come near what is seen, one after the other: the app answers while they come. */
import { type RefObject, useEffect, useRef, useState } from "react";

const waiting: (() => void)[] = [];
let drawing = false;
/** The next one when nothing else is to do, or after a while all the same. */
function drawNext(): void {
  const next = waiting.shift();
  drawing = next !== undefined;
  if (!next) return;
  next();
  requestIdleCallback(drawNext, { timeout: 100 });
}

/** @returns for the box of a picture, and whether its turn has come */
export function useTurn(): [RefObject<HTMLDivElement | null>, boolean] {
  const box = useRef<HTMLDivElement>(null);
  const [drawn, setDrawn] = useState(false);
  useEffect(() => {
    if (!box.current || drawn) return;
    const draw = (): void => setDrawn(true);
    const watch = new IntersectionObserver(
      (seen) => {
        if (!seen.some((s) => s.isIntersecting)) return;
        watch.disconnect();
        waiting.push(draw);
        if (!drawing) drawNext();
      },
      { rootMargin: "200px" },
    );
    watch.observe(box.current);
    return () => {
      watch.disconnect();
      const at = waiting.indexOf(draw);
      if (at >= 0) waiting.splice(at, 1);
    };
  }, [drawn]);
  return [box, drawn];
}
