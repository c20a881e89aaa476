/** The lanes of a run, its needle and pins. The lanes are drawn when they or the part in sight change, never by a drag. */
import { type PointerEvent, useEffect, useLayoutEffect, useMemo, useRef, useState } from "react";
import type { Session } from "../../core/run";
import { useDocument } from "../store/document";
import { useProof } from "../store/proof";
import { useRun } from "../store/run";
import { useTheme } from "../theme/theme";
import { LanePicker } from "./LanePicker";
import { type Group, groups, type Lane, lanesOf, usualLanes } from "./lanes";
import { coloursOf, LANE, paint, type Row } from "./paint";
import { Reading } from "./Reading";
import { type Segment, segmentsOf } from "./segments";
import { useRibbonView } from "./view";

const NAMES = 118;
const AXIS = 17;
/** The shortest run fills this much time, ms, so that the first moments are not drawn huge. */
const LEAST = 2000;
/** Longer runs scroll, ms, unless one zooms out. */
const FITS = 12_000;
/** Stretches narrower than this, px, are told by how they began; and how long one drawing may compute, ms. */
const COARSE = 4;
const BUDGET = 10;

const noLanes: readonly Lane[] = [];

export function Track({ session }: { session: Session }) {
  const { seek, toChange, pin, pinSpan, setPlaying } = useRun.getState();
  const instant = useRun((s) => s.instant);
  const pins = useRun((s) => s.pins);
  const run = useRun((s) => s.run);
  const id = useDocument((s) => s.id) ?? "";
  const { folded, fold, perMs: zoom, setZoom, picked } = useRibbonView();
  const { program } = session;
  const faulty = useProof((s) => !!s.proof?.findings.length);
  const all = useMemo(() => lanesOf(program), [program]);
  const chosen = useMemo(() => picked[id] ?? usualLanes(program, faulty), [picked, id, program, faulty]);
  const rows = useMemo(() => rowsOf(all, chosen, folded), [all, chosen, folded]);

  const scroller = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState({ width: 800, height: 120 });
  const [left, setLeft] = useState(0);
  useEffect(() => {
    const box = scroller.current;
    if (!box) return;
    const watch = new ResizeObserver(() => setSize({ width: box.clientWidth - NAMES, height: box.clientHeight }));
    watch.observe(box);
    return () => watch.disconnect();
  }, []);
  const length = Math.max(LEAST, session.end * 1.04);
  const fit = length > FITS ? size.width / FITS : size.width / length;
  const perMs = zoom ?? fit;
  const total = Math.max(size.width, length * perMs);
  const now = instant ?? session.end;
  const height = rows.length * LANE + 4;

  useEffect(() => {
    const box = scroller.current;
    if (box && instant === null && total > size.width) box.scrollLeft = total;
  }, [instant, total, size.width]);

  const segments = useDrawing({ session, rows, left, perMs, width: size.width, height });

  const timeAt = (event: { clientX: number }): number => {
    const box = scroller.current!.getBoundingClientRect();
    return Math.max(0, Math.round((event.clientX - box.left - NAMES + scroller.current!.scrollLeft) / perMs));
  };
  const drag = (event: PointerEvent<Element>): void => {
    const t = timeAt(event);
    setPlaying(false);
    seek(Math.min(t, session.end));
  };
  const spanFrom = useRef<number | null>(null);
  const [hover, setHover] = useState<{ t: number; row: number; x: number; y: number } | null>(null);
  const zoomBy = (factor: number, around = now): void => {
    const box = scroller.current!;
    const next = Math.min(4, Math.max(size.width / Math.max(length, 1), perMs * factor));
    setZoom(next);
    const keep = around * perMs - box.scrollLeft;
    requestAnimationFrame(() => {
      box.scrollLeft = around * next - keep;
    });
  };
  return (
    <div
      className="track"
      ref={scroller}
      onScroll={(e) => setLeft(e.currentTarget.scrollLeft)}
      onWheel={(e) => e.ctrlKey && zoomBy(e.deltaY < 0 ? 1.25 : 0.8, timeAt(e))}
    >
      <div className="track-inner" style={{ width: NAMES + total, minHeight: height + AXIS }}>
        <div className="axis-row">
          <div className="track-corner" style={{ width: NAMES }}>
            <LanePicker id={id} all={all} chosen={chosen} usual={() => usualLanes(program, faulty)} />
            <button type="button" className="plain" aria-label="Zoom out" onClick={() => zoomBy(0.5)}>
              −
            </button>
            <button type="button" className="plain" aria-label="Zoom in" onClick={() => zoomBy(2)}>
              +
            </button>
            <button type="button" className="plain" disabled={zoom === null} onClick={() => setZoom(null)}>
              Fit
            </button>
          </div>
          <Axis from={left / perMs} perMs={perMs} width={size.width} />
        </div>
        <div className="lanes-row">
          <div className="lane-names" style={{ width: NAMES }}>
            {rows.map((row) => (
              <LaneName key={row.id} row={row} onFold={fold} />
            ))}
          </div>
          <div
            className="lanes"
            style={{ width: size.width, height }}
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
              spanFrom.current = e.shiftKey ? timeAt(e) : null;
              drag(e);
            }}
            onPointerMove={(e) => {
              const held = e.buttons === 1 && e.currentTarget.hasPointerCapture(e.pointerId);
              if (held) {
                drag(e);
                const from = spanFrom.current;
                const to = Math.min(timeAt(e), session.end);
                if (from !== null && Math.abs(to - from) * perMs > 3) pinSpan(Math.min(from, session.end), to);
                return;
              }
              const box = e.currentTarget.getBoundingClientRect();
              const t = timeAt(e);
              if (t > session.end) setHover(null);
              else setHover({ t, row: Math.floor((e.clientY - box.top) / LANE), x: e.clientX, y: box.top });
            }}
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
              else if (e.key === "0") setZoom(null);
              else return;
              e.preventDefault();
            }}
          >
            <canvas ref={segments.canvas} style={{ width: size.width, height }} />
          </div>
        </div>
        <NowStates rows={rows} segments={segments.drawn} now={now} perMs={perMs} end={session.end} />
        <div className="needle" style={{ transform: `translateX(${NAMES + now * perMs}px)`, height: height + AXIS }} />
        {(["a", "b"] as const).map((which) => {
          const p = pins[which];
          if (!p || p.run !== run) return null;
          return (
            <div
              key={which}
              className="pin"
              style={{ transform: `translateX(${NAMES + p.at * perMs}px)`, height: height + AXIS }}
            >
              <button
                type="button"
                className="plain pin-name"
                aria-label={`Take pin ${which.toUpperCase()} away`}
                title={`${p.at} ms — click to take away`}
                onClick={() => useRun.getState().unpin(which)}
              >
                {which.toUpperCase()}
              </button>
            </div>
          );
        })}
      </div>
      {hover && hover.row < rows.length && hover.row >= 0 && (
        <Reading
          session={session}
          row={rows[hover.row]}
          t={hover.t}
          x={hover.x}
          y={hover.y}
          segments={segments.drawn}
        />
      )}
    </div>
  );
}

function rowsOf(all: readonly Lane[], chosen: ReadonlySet<string>, folded: ReadonlySet<Group>): Row[] {
  return groups.flatMap((group): Row[] => {
    const lanes = all.filter((l) => l.group === group && chosen.has(l.id));
    if (!lanes.length) return [];
    if (folded.has(group) && lanes.length > 1)
      return [{ id: `group ${group}`, label: `${lanes.length} ${group}`, lanes, folded: true }];
    return lanes.map((lane, i) => ({ id: lane.id, label: lane.label, lanes: i ? [lane] : [lane], folded: false }));
  });
}

function LaneName({ row, onFold }: { row: Row; onFold(group: Group): void }) {
  const { group } = row.lanes[0];
  const foldable = row.folded || group === "parts" || group === "texts" || group === "timers";
  if (!foldable)
    return (
      <span className="lane-name" title={row.label}>
        {row.label}
      </span>
    );
  return (
    <button
      type="button"
      className="plain lane-name"
      aria-expanded={!row.folded}
      title={row.folded ? `Show the ${group}` : `${row.label} — click to fold the ${group}`}
      onClick={() => onFold(group)}
    >
      {row.label}
    </button>
  );
}

interface Drawing {
  session: Session;
  rows: readonly Row[];
  left: number;
  perMs: number;
  width: number;
  height: number;
}
/** Keeps the canvas up to date; where much has to be computed first, over several frames of the screen. */
function useDrawing({ session, rows, left, perMs, width, height }: Drawing) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const theme = useTheme((s) => s.name);
  const [drawn, setDrawn] = useState<ReadonlyMap<string, readonly Segment[]>>(new Map());
  const [round, setRound] = useState(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: `theme` changes the colours, `round` goes on where time ran out
  useLayoutEffect(() => {
    const element = canvas.current;
    const context = element?.getContext("2d");
    if (!element || !context || width < 1) return;
    const from = left / perMs;
    const lanes = rows.flatMap((r) => r.lanes);
    const range = { from, to: from + width / perMs, coarse: COARSE / perMs, until: performance.now() + BUDGET };
    const { segments, complete } = segmentsOf(session, lanes.length ? lanes : noLanes, range);
    const byLane = new Map(lanes.map((l, i) => [l.id, segments[i]]));
    const dots = devicePixelRatio || 1;
    if (element.width !== Math.round(width * dots) || element.height !== Math.round(height * dots)) {
      element.width = Math.round(width * dots);
      element.height = Math.round(height * dots);
    }
    context.setTransform(dots, 0, 0, dots, 0, 0);
    paint(context, rows, byLane, { from, perMs, width, height, end: session.end }, coloursOf(element));
    setDrawn(byLane);
    if (complete) return;
    const next = requestAnimationFrame(() => setRound((n) => n + 1));
    return () => cancelAnimationFrame(next);
  }, [session, rows, left, perMs, width, height, theme, round]);
  return { canvas, drawn };
}

/** The state at the instant that is shown, lit. */
function NowStates({ rows, segments, now, perMs, end }: NowProps) {
  return rows.map((row, i) => {
    if (row.folded || row.lanes[0].kind !== "state") return null;
    const s = segments.get(row.id)?.findLast((x) => x.from <= now);
    if (!s || (s.to < now && s.to < end)) return null;
    const width = Math.max(2, (Math.min(s.to, end) - s.from) * perMs - 1);
    return (
      <div key={row.id} className="lane-now" style={{ left: NAMES + s.from * perMs, top: AXIS + i * LANE + 2, width }}>
        {width > 22 ? s.label : ""}
      </div>
    );
  });
}
interface NowProps {
  rows: readonly Row[];
  segments: ReadonlyMap<string, readonly Segment[]>;
  now: number;
  perMs: number;
  end: number;
}

const steps = [10, 20, 50, 100, 200, 500, 1000, 2000, 5000, 10_000, 30_000, 60_000, 300_000, 600_000, 3_600_000];

function Axis({ from, perMs, width }: { from: number; perMs: number; width: number }) {
  const step = steps.find((s) => s * perMs >= 64) ?? 3_600_000;
  const ticks: number[] = [];
  for (let t = Math.ceil(from / step) * step; t <= from + width / perMs; t += step) ticks.push(t);
  return (
    <div className="axis" style={{ width }} aria-hidden="true">
      {ticks.map((t) => (
        <span key={t} className="tick" style={{ left: (t - from) * perMs }}>
          {tickText(t)}
        </span>
      ))}
    </div>
  );
}
const tickText = (t: number): string =>
  t >= 60_000 && t % 60_000 === 0
    ? `${t / 60_000} min`
    : t % 1000 === 0
      ? `${t / 1000} s`
      : String(Number((t / 1000).toFixed(2)));
