/** A component's states side by side, live and small. They are drawn when they come in sight, one row after the other. */
import { memo, useEffect, useRef, useState } from "react";
import type { Program } from "../../core/program";
import { Miniature } from "../miniature/Miniature";
import { picturedStates } from "./on-shelf";

/** More would say less. */
const MOST = 6;
const HEIGHT = 32;

export const Strip = memo(function Strip({ program }: { program: Program }) {
  const states = picturedStates(program);
  const [box, drawn] = useInSight();
  const more = states.length - MOST;
  return (
    <span className="strip" ref={box}>
      {states.slice(0, more === 1 ? MOST + 1 : MOST).map((state) => (
        <span key={state} className="strip-state" title={state}>
          {drawn && <Miniature program={program} state={state} room={HEIGHT * 1.9} height={HEIGHT} />}
        </span>
      ))}
      {more > 1 && (
        <span className="muted" title={states.slice(MOST).join(", ")}>
          +{more}
        </span>
      )}
    </span>
  );
});

const waiting: (() => void)[] = [];
let drawing = false;
/** One row at a time, each when nothing else is to do: the shelf answers while its pictures come. */
function drawNext(): void {
  const next = waiting.shift();
  drawing = next !== undefined;
  if (!next) return;
  next();
  requestIdleCallback(drawNext, { timeout: 200 });
}

function useInSight(): [React.RefObject<HTMLSpanElement | null>, boolean] {
  const box = useRef<HTMLSpanElement>(null);
  const [drawn, setDrawn] = useState(false);
  useEffect(() => {
    if (!box.current || drawn) return;
    const draw = (): void => setDrawn(true);
    const watch = new IntersectionObserver(
      ([{ isIntersecting }]) => {
        if (!isIntersecting) return;
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
