/** What moves over the lanes: the needle with the lit states, and the pins. Drawn apart from them, since it moves while they stay. */
import type { Session } from "../../core/run";
import { useRun } from "../store/run";
import { AXIS, LANE, NAMES, type Row } from "./paint";
import type { Segment } from "./segments";

interface NowProps {
  session: Session;
  rows: readonly Row[];
  segments: ReadonlyMap<string, readonly Segment[]>;
  perMs: number;
  height: number;
}
export function Now({ session, rows, segments, perMs, height }: NowProps) {
  const now = useRun((s) => s.instant) ?? session.end;
  return (
    <>
      <States {...{ rows, segments, now, perMs }} end={session.end} />
      <div className="needle" style={{ transform: `translateX(${NAMES + now * perMs}px)`, height: height + AXIS }} />
    </>
  );
}

/** The state at the instant that is shown, lit. */
function States({ rows, segments, now, perMs, end }: StatesProps) {
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
interface StatesProps {
  rows: readonly Row[];
  segments: ReadonlyMap<string, readonly Segment[]>;
  now: number;
  perMs: number;
  end: number;
}

export function Pins({ perMs, height }: { perMs: number; height: number }) {
  const pins = useRun((s) => s.pins);
  const run = useRun((s) => s.run);
  return (["a", "b"] as const).map((which) => {
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
  });
}
