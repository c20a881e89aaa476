/** The transitions to choose from, and the chosen one played in a loop. */
import { Button, Slider } from "antd";
import { useMemo } from "react";
import { spanText } from "../../core/measure";
import type { Program } from "../../core/program";
import { choreographyOf, endsOf, type Transition } from "../../core/run";
import { momentAt } from "../../core/surface";
import { Picture } from "../compare/Picture";
import { type MotionShown, nameOf } from "./use-motion";

export function Played({ motion, shown, length }: { motion: MotionShown; shown: Transition; length: number }) {
  const { all, forth, program, t, cut, calm, playing, choose, setPlaying, standAt } = motion;
  return (
    <nav className="motion-list" aria-label="Transitions">
      <ul>
        {all.map((x) => (
          <li key={nameOf(x)}>
            <button
              type="button"
              className="plain motion-name"
              aria-current={x === forth}
              onClick={() => choose("transition", nameOf(x))}
            >
              <b>{nameOf(x)}</b>
              <span className="muted">{x.causes.join(", ")}</span>
            </button>
          </li>
        ))}
      </ul>
      <Preview {...{ program, transition: shown, t, cut, calm }} />
      <div className="motion-clock">
        <Button size="small" onClick={() => setPlaying(!playing)} aria-pressed={playing}>
          {playing ? "Stop the loop" : "Loop"}
        </Button>
        <span className="mono muted">{spanText(Math.round(t))}</span>
      </div>
      <Slider
        min={0}
        max={Math.max(1, Math.round(length))}
        value={Math.round(t)}
        ariaLabelForHandle="Instant of the transition"
        tooltip={{ open: false }}
        onChange={standAt}
      />
    </nav>
  );
}

/** The page in the middle of it. */
function Preview({
  program,
  transition,
  t,
  cut,
  calm,
}: {
  program: Program;
  transition: Transition;
  t: number;
  cut: { at: number; to: string } | null;
  calm: boolean;
}) {
  const piece = useMemo(
    () => choreographyOf(program, transition, { cut, reduced: calm }),
    [program, transition, cut, calm],
  );
  const rest = useMemo(() => endsOf(program, transition).from, [program, transition]);
  const state = { ...rest, ...momentAt(piece, t) };
  const { width, height } = state.page;
  const scale = Math.min(232 / width, 250 / height);
  return <Picture title={`${nameOf(transition)}, in a loop`} instant={{ program, state }} scale={scale} />;
}
