/** The choreography as bars over time: the middle is dragged to begin later, the end to last longer. */
import { useRef } from "react";
import { spanText } from "../../core/measure";
import type { Component } from "../../core/model";
import { type AnimationRow, type ChoreographyRow, type TimedRow, tieOf, withTime } from "./rows";
import { ticksIn } from "./ticks";

interface Props {
  doc: Component;
  rows: readonly ChoreographyRow[];
  /** ms over the whole width */
  scale: number;
  chosen: string | null;
  /** Where the loop stands, ms; null while it is elsewhere. */
  now: number | null;
  onChoose(id: string): void;
  /** While one drags, and when it is over. */
  onDraft(next: Component): void;
  onDone(label: string, next: Component | null): void;
}

/** Dragged times are whole tens; with Alt to the ms. */
const rounded = (ms: number, fine: boolean): number => Math.max(0, fine ? Math.round(ms) : Math.round(ms / 10) * 10);

export function Bars({ doc, rows, scale, chosen, now, onChoose, onDraft, onDone }: Props) {
  if (!rows.length) return <p className="muted">Nothing changes its look.</p>;
  return (
    <div className="bars">
      {rows.map((row) => {
        const common = { scale, chosen: row.id === chosen, onChoose: () => onChoose(row.id) };
        return row.kind === "animation" ? (
          <AnimationBar key={row.id} {...common} row={row} />
        ) : (
          <Bar key={row.id} {...common} {...{ doc, row, onDraft, onDone }} />
        );
      })}
      <div className="bars-axis" aria-hidden="true">
        {ticksIn(scale).map((t) => (
          <span key={t} className={t > scale * 0.95 ? "last" : ""} style={{ left: `${(t / scale) * 100}%` }}>
            {t}
          </span>
        ))}
        {now !== null && <i className="bars-now" style={{ left: `${(now / scale) * 100}%` }} />}
      </div>
    </div>
  );
}

type BarProps = Pick<Props, "doc" | "scale" | "onDraft" | "onDone"> & {
  row: TimedRow;
  chosen: boolean;
  onChoose(): void;
};

interface BarRowProps {
  label: string;
  chosen: boolean;
  onChoose(): void;
  children: React.ReactNode;
}

function BarRow({ label, chosen, onChoose, children }: BarRowProps) {
  return (
    <div className={`bar-row ${chosen ? "chosen" : ""}`}>
      <button type="button" className="plain bar-name" title={label} aria-pressed={chosen} onClick={onChoose}>
        {label}
      </button>
      {children}
    </div>
  );
}

/** An animation's iterations. Its times are its rule's, so nothing is dragged here. */
function AnimationBar({
  row,
  scale,
  chosen,
  onChoose,
}: Pick<BarProps, "scale" | "chosen" | "onChoose"> & { row: AnimationRow }) {
  const percent = (ms: number): string => `${(ms / scale) * 100}%`;
  const { iterations, delay, duration } = row.animation;
  return (
    <BarRow label={row.label} chosen={chosen} onChoose={onChoose}>
      <button
        type="button"
        className="plain bar-lane"
        aria-label={`${row.label}: ${spanText(Math.round(row.duration))}`}
        onClick={onChoose}
      >
        {Array.from({ length: Math.min(Math.ceil(iterations), 60) }, (_v, i) => (
          <span
            // biome-ignore lint/suspicious/noArrayIndexKey: iterations have no other name
            key={i}
            className="bar animation"
            style={{ left: percent(delay + i * duration), width: percent(Math.min(1, iterations - i) * duration) }}
          />
        ))}
      </button>
    </BarRow>
  );
}

function Bar({ doc, row, scale, chosen, onChoose, onDraft, onDone }: BarProps) {
  const lane = useRef<HTMLDivElement>(null);
  const drag = useRef<{
    what: "duration" | "delay";
    x: number;
    start: number;
    base: Component;
    next: Component | null;
  } | null>(null);
  const delay = row.kind === "motion" ? row.delay : 0;
  const text = row.kind === "timer" ? row.text : row.said?.duration;
  const tie = tieOf(doc, text);
  const still = row.kind === "motion" && row.duration === 0;
  const percent = (ms: number): string => `${(ms / scale) * 100}%`;
  const label = `change how long ${row.label} lasts`;
  const set = (what: "duration" | "delay", value: number): void => onDone(label, withTime(doc, row, what, value));
  return (
    <BarRow label={row.label} chosen={chosen} onChoose={onChoose}>
      <div className="bar-lane" ref={lane}>
        {still ? (
          <button type="button" className="plain bar-jump" onClick={onChoose}>
            {row.kind === "motion" && row.jumps ? "cannot move: jumps" : "at once"}
          </button>
        ) : (
          <div
            className={`bar ${row.kind} ${tie ? "tied" : ""}`}
            role="slider"
            tabIndex={0}
            aria-label={`${row.label} lasts`}
            aria-valuemin={0}
            aria-valuemax={Math.round(scale)}
            aria-valuenow={Math.round(row.duration)}
            aria-valuetext={`${spanText(row.duration)}${delay ? ` after ${spanText(delay)}` : ""}`}
            style={{ left: percent(delay), width: percent(row.duration) }}
            title={`${spanText(row.duration)}${delay ? ` after ${spanText(delay)}` : ""}${tie ? `, tied to ${tie.token}` : ""}`}
            onFocus={onChoose}
            onKeyDown={(e) => {
              const by = e.altKey ? 1 : 10;
              const sign = e.key === "ArrowRight" ? by : e.key === "ArrowLeft" ? -by : 0;
              if (!sign) return;
              e.preventDefault();
              if (e.shiftKey && row.kind === "motion") set("delay", Math.max(0, delay + sign));
              else set("duration", Math.max(0, row.duration + sign));
            }}
            onPointerDown={(e) => {
              const box = e.currentTarget.getBoundingClientRect();
              const atEnd = e.clientX > box.right - 9 || row.kind === "timer" || box.width < 18;
              e.currentTarget.setPointerCapture(e.pointerId);
              drag.current = {
                what: atEnd ? "duration" : "delay",
                x: e.clientX,
                start: atEnd ? row.duration : delay,
                base: doc,
                next: null,
              };
            }}
            onPointerMove={(e) => {
              const d = drag.current;
              if (!d || !lane.current || Math.abs(e.clientX - d.x) < 2) return;
              const by = ((e.clientX - d.x) / lane.current.clientWidth) * scale;
              d.next = withTime(d.base, row, d.what, rounded(d.start + by, e.altKey));
              onDraft(d.next);
            }}
            onPointerUp={() => {
              if (drag.current?.next) onDone(label, drag.current.next);
              drag.current = null;
            }}
            onPointerCancel={() => {
              drag.current = null;
              onDone(label, null);
            }}
          >
            {tie && <span className="bar-tie">{tie.token}</span>}
            {row.kind === "timer" && !tie && <span className="bar-tie">{row.text}</span>}
          </div>
        )}
      </div>
    </BarRow>
  );
}
