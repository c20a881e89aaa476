/** The lanes as one slider over the run's time: dragged, stepped by keys, read by pointing. */
import { type RefObject, useRef, useState } from "react";
import type { Session } from "../../core/run";
import { useRun } from "../store/run";
import { LANE, type Row } from "./paint";
import { Reading } from "./Reading";
import type { Segment } from "./segments";

interface Props {
  session: Session;
  rows: readonly Row[];
  segments: ReadonlyMap<string, readonly Segment[]>;
  perMs: number;
  width: number;
  height: number;
  canvas: RefObject<HTMLCanvasElement | null>;
  /** The instant under the pointer, ms; may lie after the end. */
  timeAt(event: { clientX: number }): number;
  zoomBy(factor: number): void;
  onFit(): void;
}

/** A click may tremble by so much, px, before Shift and drag mark a stretch. */
const TREMBLE = 3;

export function Lanes({ session, rows, segments, perMs, width, height, canvas, timeAt, zoomBy, onFit }: Props) {
  const { seek, toChange, pin } = useRun.getState();
  const now = useRun((s) => s.instant) ?? session.end;
  const [hover, setHover] = useState<{ t: number; row: number; x: number; y: number } | null>(null);
  const drag = useDrag(session, perMs);
  return (
    <>
      <div
        className="lanes"
        style={{ width, height }}
        role="slider"
        tabIndex={0}
        aria-label="Instant"
        aria-valuemin={0}
        aria-valuemax={Math.round(session.end)}
        aria-valuenow={Math.round(now)}
        aria-valuetext={`${Math.round(now)} ms`}
        title=""
        onPointerDown={(e) => {
          if (e.button !== 0) return;
          e.currentTarget.setPointerCapture(e.pointerId);
          setHover(null);
          drag.begin(timeAt(e), e.shiftKey);
        }}
        onPointerMove={(e) => {
          if (e.buttons === 1 && e.currentTarget.hasPointerCapture(e.pointerId)) return drag.to(timeAt(e));
          const box = e.currentTarget.getBoundingClientRect();
          const t = timeAt(e);
          if (t > session.end) setHover(null);
          else setHover({ t, row: Math.floor((e.clientY - box.top) / LANE), x: e.clientX, y: box.top });
        }}
        onPointerUp={drag.end}
        onPointerCancel={drag.end}
        onPointerLeave={() => setHover(null)}
        onKeyDown={(e) => {
          const by = e.shiftKey ? 100 : 10;
          if (e.key === "." || (e.key === "ArrowRight" && e.altKey)) toChange(1);
          else if (e.key === "," || (e.key === "ArrowLeft" && e.altKey)) toChange(-1);
          else if (e.key === "ArrowLeft") seek(Math.max(0, Math.round(now) - by));
          else if (e.key === "ArrowRight") seek(Math.min(session.end, Math.round(now) + by));
          else if (e.key === "Home") seek(0);
          else if (e.key === "End") seek(null);
          else if (e.key === "p" || e.key === "P") pin();
          else if (e.key === "+") zoomBy(2);
          else if (e.key === "-") zoomBy(0.5);
          else if (e.key === "0") onFit();
          else return;
          e.preventDefault();
        }}
      >
        <canvas ref={canvas} style={{ width, height }} />
      </div>
      {hover && hover.row < rows.length && hover.row >= 0 && (
        <Reading {...{ session, segments }} row={rows[hover.row]} t={hover.t} x={hover.x} y={hover.y} />
      )}
    </>
  );
}

/** Dragging the needle: to one instant a frame of the screen, however many the pointer passes in it. With Shift a stretch. */
function useDrag(session: Session, perMs: number) {
  const state = useRef({ from: null as number | null, t: 0, frame: 0 });
  const go = (): void => {
    const { from, t } = state.current;
    state.current.frame = 0;
    useRun.getState().seek(t);
    if (from !== null && Math.abs(t - from) * perMs > TREMBLE) useRun.getState().pinSpan(from, t);
  };
  const inRun = (t: number): number => Math.min(t, session.end);
  return {
    begin(t: number, span: boolean): void {
      state.current = { from: span ? inRun(t) : null, t: inRun(t), frame: 0 };
      go();
    },
    to(t: number): void {
      state.current.t = inRun(t);
      state.current.frame ||= requestAnimationFrame(go);
    },
    end(): void {
      if (!state.current.frame) return;
      cancelAnimationFrame(state.current.frame);
      go();
    },
  };
}
