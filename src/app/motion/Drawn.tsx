/** The curves of a transition, and what may come in between: an interruption, reduced motion. */
import { Checkbox, Select, Slider } from "antd";
import { useEffect, useRef, useState } from "react";
import { spanText } from "../../core/measure";
import type { choreographyOf } from "../../core/run";
import { Curves } from "./Curves";
import type { MotionShown } from "./use-motion";

type Piece = ReturnType<typeof choreographyOf>;

export function Drawn({ motion, piece }: { motion: MotionShown; piece: Piece }) {
  const { program, rows, scale, calmer, playing, t, calm, setCalm } = motion;
  const moving = rows.filter((r) => r.kind !== "timer").filter((r) => r.duration > 0);
  return (
    <div className="motion-curves">
      <div className="motion-options">
        <Interruption motion={motion} piece={piece} />
        <Checkbox checked={calm} onChange={(e) => setCalm(e.target.checked)}>
          reduced motion (dotted)
        </Checkbox>
      </div>
      {moving.length ? (
        <CurvesInRoom>
          {(width) => (
            <Curves {...{ program, piece, scale, width }} rows={moving} calm={calmer} now={playing ? null : t} />
          )}
        </CurvesInRoom>
      ) : (
        <p className="muted">Nothing moves here: every change is at once.</p>
      )}
    </div>
  );
}

function Interruption({ motion, piece }: { motion: MotionShown; piece: Piece }) {
  const { cutAt, whole, out, outs, setCutAt, setCutTo } = motion;
  return (
    <>
      <Checkbox checked={cutAt !== null} onChange={(e) => setCutAt(e.target.checked ? Math.round(whole / 2) : null)}>
        interrupt it
      </Checkbox>
      {cutAt !== null && (
        <>
          <Slider
            min={0}
            max={Math.max(1, Math.round(whole))}
            value={cutAt}
            onChange={setCutAt}
            ariaLabelForHandle="When it is interrupted, ms"
            tooltip={{ open: false }}
          />
          <span className="muted">at {spanText(cutAt)}, to</span>
          <Select
            size="small"
            aria-label="Where it goes instead"
            value={out}
            onChange={setCutTo}
            options={outs.map((o) => ({ value: o, label: o }))}
            popupMatchSelectWidth={false}
          />
          <span className="muted">
            {piece.length - cutAt < 0.5 ? "at once" : `there ${spanText(Math.round(piece.length - cutAt))} later`}
          </span>
        </>
      )}
    </>
  );
}

function CurvesInRoom({ children }: { children(width: number): React.ReactNode }) {
  const box = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(0);
  useEffect(() => {
    if (!box.current) return;
    const watch = new ResizeObserver(([e]) => setWidth(Math.floor(e.contentRect.width)));
    watch.observe(box.current);
    return () => watch.disconnect();
  }, []);
  return <div ref={box}>{width > 50 && children(width)}</div>;
}
