/** The lanes of a run with their names and axis; in sight is all of a short run, or a stretch of a long one. */
import { useEffect, useMemo, useRef, useState } from "react";
import type { Session } from "../../core/run";
import { useDocument } from "../store/document";
import { useProof } from "../store/proof";
import { useRun } from "../store/run";
import { LanePicker } from "./LanePicker";
import { Lanes } from "./Lanes";
import { type Group, groups, type Lane, lanesOf, usualLanes, withFound } from "./lanes";
import { Now, Pins } from "./Now";
import { AXIS, LANE, NAMES, type Row } from "./paint";
import { useDrawing } from "./use-drawing";
import { useRibbonView } from "./view";

/** The shortest run fills this much time, ms, so that the first moments are not drawn huge. */
const LEAST = 2000;
/** Longer runs scroll, ms, unless one zooms out. */
const FITS = 12_000;

export function Track({ session }: { session: Session }) {
  const id = useDocument((s) => s.id) ?? "";
  const { folded, fold, perMs: zoom, setZoom, picked } = useRibbonView();
  const { program } = session;
  const faulty = useProof((s) => !!s.proof?.findings.length);
  const found = useRun((s) => s.found);
  const all = useMemo(() => lanesOf(program), [program]);
  const chosen = useMemo(() => picked[id] ?? usualLanes(program, faulty), [picked, id, program, faulty]);
  const rows = useMemo(() => rowsOf(found ? withFound(all, found) : all, chosen, folded), [all, chosen, folded, found]);

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
  const height = rows.length * LANE + 4;

  const atEnd = useRun((s) => s.instant === null);
  useEffect(() => {
    const box = scroller.current;
    if (box && atEnd && total > size.width) box.scrollLeft = total;
  }, [atEnd, total, size.width]);

  const { canvas, drawn } = useDrawing({ session, rows, left, perMs, width: size.width, height });

  const timeAt = (event: { clientX: number }): number => {
    const box = scroller.current!.getBoundingClientRect();
    return Math.max(0, Math.round((event.clientX - box.left - NAMES + scroller.current!.scrollLeft) / perMs));
  };
  const zoomBy = (factor: number, around = useRun.getState().instant ?? session.end): void => {
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
          <Lanes
            {...{ session, rows, perMs, timeAt, zoomBy, canvas, height }}
            segments={drawn}
            width={size.width}
            onFit={() => setZoom(null)}
          />
        </div>
        <Now {...{ session, rows, perMs, height }} segments={drawn} />
        <Pins perMs={perMs} height={height} />
      </div>
    </div>
  );
}

function rowsOf(all: readonly Lane[], chosen: ReadonlySet<string>, folded: ReadonlySet<Group>): Row[] {
  return groups.flatMap((group): Row[] => {
    const lanes = all.filter((l) => l.group === group && (l.kind === "found" || chosen.has(l.id)));
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
