/** The time ribbon: a run along its virtual time. Drag to go back; what is done from there goes on from there. */
import { Button, Select } from "antd";
import { memo, type ReactNode, useEffect, useMemo, useRef, useState } from "react";
import { useNavigate, useParams } from "react-router";
import { partName } from "../../core/program";
import { record } from "../../core/proof";
import type { Session } from "../../core/run";
import { nextDue, stimulusText } from "../../core/run";
import { useDocument } from "../store/document";
import { useRun } from "../store/run";
import { doneLane, focusLane, lanesOf, partLane, stateLane } from "./lanes";
import "./ribbon.css";

const LANE = 18;
const NAMES = 104;
/** The shortest run fills this much time, ms, so that the first moments are not drawn huge. */
const LEAST = 2000;
/** Longer runs scroll, ms. */
const FITS = 12_000;

export function Ribbon() {
  const session = useRun((s) => s.session);
  if (!session) return <section className="ribbon" />;
  return (
    <section className="ribbon" aria-label="Time ribbon">
      <Clock session={session} />
      <Track session={session} />
    </section>
  );
}

function Clock({ session }: { session: Session }) {
  const { instant, playing, speed, setPlaying, setSpeed, toChange, seek } = useRun();
  const writable = useDocument((s) => s.writable);
  const keep = useKeepAsScenario();
  const now = instant ?? session.end;
  const last = session.frames[session.frames.length - 1];
  const resting = playing && instant === null && nextDue(session.program, last.state) === null;
  const seconds = (now / 1000).toFixed(3);
  const acted = session.frames.some((f) => f.stimulus);
  return (
    <div className="clock">
      <output className="clock-time mono" aria-label="Virtual time in seconds">
        {seconds} s
      </output>
      <div className="clock-keys">
        <Button size="small" onClick={() => setPlaying(!playing)} aria-pressed={!playing}>
          {playing ? "Pause" : "Run"}
        </Button>
        <Button
          size="small"
          onClick={() => toChange(-1)}
          title="To the change before"
          aria-label="To the change before"
        >
          ‹
        </Button>
        <Button size="small" onClick={() => toChange(1)} title="To the next change" aria-label="To the next change">
          ›
        </Button>
        <Select
          size="small"
          aria-label="Speed"
          value={speed}
          onChange={setSpeed}
          options={[1, 0.25, 0.1].map((v) => ({ value: v, label: v === 1 ? "1×" : v === 0.25 ? "¼×" : "⅒×" }))}
        />
      </div>
      <div className="clock-keys">
        {instant !== null && !playing ? (
          <Button size="small" onClick={() => seek(null)}>
            To the end
          </Button>
        ) : (
          <span className="muted clock-note">{resting ? "waits for you" : playing ? "running" : "paused"}</span>
        )}
        <Button size="small" className="clock-keep" disabled={!acted || !writable} onClick={() => keep(session, now)}>
          Keep as scenario
        </Button>
      </div>
    </div>
  );
}

function useKeepAsScenario() {
  const navigate = useNavigate();
  const { id } = useParams();
  return (session: Session, until: number): void => {
    const { doc, edit } = useDocument.getState();
    if (!doc) return;
    const first = session.frames.find((f) => f.stimulus)?.stimulus;
    const what = first ? stimulusText(first) : "nothing done";
    const name = `Run: ${what} … ${(until / 1000).toFixed(1)} s`;
    edit("keep the run as a scenario", (d) => ({ ...d, scenarios: [...d.scenarios, record(session, name, until)] }));
    navigate(`/component/${id}/proof?scenario=${doc.scenarios.length}`);
  };
}

function Track({ session }: { session: Session }) {
  const instant = useRun((s) => s.instant);
  const seek = useRun((s) => s.seek);
  const toChange = useRun((s) => s.toChange);
  const scroller = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(800);
  useEffect(() => {
    const box = scroller.current;
    if (!box) return;
    const watch = new ResizeObserver(() => setWidth(box.clientWidth - NAMES - 16));
    watch.observe(box);
    return () => watch.disconnect();
  }, []);
  const length = Math.max(LEAST, session.end * 1.06);
  const perMs = length > FITS ? width / FITS : width / length;
  const now = instant ?? session.end;
  const x = (t: number): number => NAMES + t * perMs;
  const total = NAMES + Math.max(width, length * perMs) + 8;
  const lanes = useMemo(() => lanesOf(session.program), [session.program]);
  const height = LANE * (lanes.length + 3) + 18;

  useEffect(() => {
    const box = scroller.current;
    if (box && instant === null && total > box.clientWidth) box.scrollLeft = total;
  }, [instant, total]);

  const drag = (event: React.PointerEvent<Element>): void => {
    const box = event.currentTarget.getBoundingClientRect();
    const t = (event.clientX - box.left - NAMES) / perMs;
    seek(t >= session.end ? null : Math.max(0, Math.round(t)));
    if (t >= session.end) useRun.getState().setPlaying(false);
  };
  return (
    <div className="track" ref={scroller}>
      <div
        className="track-inner"
        style={{ width: total, minHeight: height }}
        role="slider"
        tabIndex={0}
        aria-label="Instant"
        aria-valuemin={0}
        aria-valuemax={Math.round(session.end)}
        aria-valuenow={Math.round(now)}
        aria-valuetext={`${Math.round(now)} ms`}
        onPointerDown={(e) => {
          if (e.nativeEvent.offsetX < 0) return;
          e.currentTarget.setPointerCapture(e.pointerId);
          drag(e);
        }}
        onPointerMove={(e) => e.buttons === 1 && e.currentTarget.hasPointerCapture(e.pointerId) && drag(e)}
        onKeyDown={(e) => {
          const by = e.shiftKey ? 100 : 10;
          if (e.key === "ArrowLeft" && e.altKey) toChange(-1);
          else if (e.key === "ArrowRight" && e.altKey) toChange(1);
          else if (e.key === "ArrowLeft") seek(Math.max(0, Math.round(now) - by));
          else if (e.key === "ArrowRight") seek(Math.min(session.end, Math.round(now) + by));
          else if (e.key === "Home") seek(0);
          else if (e.key === "End") seek(null);
          else return;
          e.preventDefault();
        }}
      >
        <svg width={total} height={height} aria-hidden="true">
          <Lanes session={session} lanes={lanes} perMs={perMs} />
          <g className="needle" transform={`translate(${x(now)} 0)`}>
            <path d={`M0 0V${height - 14}`} />
            <path className="needle-head" d="M-4 0h8v5l-4 4l-4 -4z" />
          </g>
          <Axis length={length} perMs={perMs} y={height - 4} />
        </svg>
      </div>
    </div>
  );
}

function Axis({ length, perMs, y }: { length: number; perMs: number; y: number }) {
  const step = [100, 200, 500, 1000, 2000, 5000, 10_000, 30_000, 60_000].find((s) => s * perMs >= 70) ?? 60_000;
  const ticks: ReactNode[] = [];
  for (let t = 0; t <= length; t += step) {
    ticks.push(
      <text key={t} x={NAMES + t * perMs} y={y} className="tick" textAnchor={t ? "middle" : "start"}>
        {t % 1000 === 0 ? `${t / 1000} s` : (t / 1000).toFixed(1)}
      </text>,
    );
  }
  return <g>{ticks}</g>;
}

const Lanes = memo(function Lanes({ session, lanes, perMs }: { session: Session; lanes: number[]; perMs: number }) {
  const { program } = session;
  const x = (t: number): number => NAMES + t * perMs;
  const width = (from: number, to: number): number => Math.max(0, (to - from) * perMs);
  const states = stateLane(session);
  const focus = focusLane(session);
  const done = doneLane(session);
  const rows = lanes.length;
  const y = (row: number): number => 4 + row * LANE;
  const name = (row: number, text: string) => (
    <text x={8} y={y(row) + 12} className="lane-name">
      {text.length > 15 ? `${text.slice(0, 14)}…` : text}
    </text>
  );
  return (
    <g>
      {name(0, "state")}
      {states.map((s, i) => (
        <g key={s.from} className={`lane-state ${i === states.length - 1 ? "now" : ""}`}>
          <rect x={x(s.from)} y={y(0)} width={Math.max(1, width(s.from, s.to) - 1)} height={14} />
          <Fitting x={x(s.from) + 5} y={y(0) + 11} room={width(s.from, s.to) - 8} text={s.label} />
        </g>
      ))}
      {lanes.map((part, i) => (
        <g key={part}>
          {name(i + 1, partName(program, part))}
          {partLane(session, part).map((s) => {
            const top = y(i + 1);
            if (s.kind !== "seen") {
              return <path key={s.from} className={`lane-${s.kind}`} d={`M${x(s.from)} ${top + 12}H${x(s.to)}`} />;
            }
            const up = s.points.map((p) => `L${x(p.t)} ${top + 13 - 11 * p.opacity}`).join("");
            return (
              <path key={s.from} className="lane-seen" d={`M${x(s.from)} ${top + 13}${up}L${x(s.to)} ${top + 13}Z`} />
            );
          })}
        </g>
      ))}
      {name(rows + 1, "focus")}
      {focus.map((f) =>
        f.label ? (
          <g key={f.from} className="lane-focus">
            <path d={`M${x(f.from)} ${y(rows + 1) + 13}H${x(f.to)}`} />
            <circle cx={x(f.from)} cy={y(rows + 1) + 13} r={3} />
            <Fitting x={x(f.from) + 5} y={y(rows + 1) + 9} room={width(f.from, f.to) - 6} text={f.label} />
          </g>
        ) : null,
      )}
      {name(rows + 2, "you")}
      {done.map((d, i) => (
        <g key={`${d.at} ${d.label} ${done.indexOf(d)}`} className={`lane-done ${d.nothing ? "nothing" : ""}`}>
          <path d={`M${x(d.at)} ${y(rows + 2) + 3}l4 8h-8z`} />
          <Fitting
            x={x(d.at) + 7}
            y={y(rows + 2) + 11}
            room={(done[i + 1] ? x(done[i + 1].at) - x(d.at) : 400) - 10}
            text={d.nothing ? `${d.label} — nothing` : d.label}
          />
        </g>
      ))}
    </g>
  );
});

/** A label, cut or left out where it does not fit. */
function Fitting({ x, y, room, text }: { x: number; y: number; room: number; text: string }) {
  const fits = Math.floor(room / 5.9);
  if (fits < 2) return null;
  return (
    <text x={x} y={y}>
      {text.length <= fits ? text : `${text.slice(0, fits - 1)}…`}
    </text>
  );
}
