/** The clock of the run: what it stands at, running, stepping, its speed; the runs beside it; what can be kept of it. */
import { Button, Select } from "antd";
import { useNavigate, useParams } from "react-router";
import { spanText } from "../../core/measure";
import { record } from "../../core/proof";
import { nextDue, type Session, stimulusText } from "../../core/run";
import { useDocument } from "../store/document";
import { useRun } from "../store/run";

const speeds = [
  { value: 16, label: "16×" },
  { value: 4, label: "4×" },
  { value: 1, label: "1×" },
  { value: 0.25, label: "¼×" },
  { value: 0.1, label: "⅒×" },
];

/** The time, and only that, is drawn anew with every turn of the clock. */
export function Clock() {
  return (
    <div className="clock">
      <Time />
      <Buttons />
      <Keeping />
      <Runs />
    </div>
  );
}

function Time() {
  const session = useRun((s) => s.session)!;
  const instant = useRun((s) => s.instant);
  const playing = useRun((s) => s.playing);
  const now = instant ?? session.end;
  const atEnd = now >= session.end;
  const due = atEnd ? nextDue(session.program, session.frames.last.state) : null;
  const note =
    playing && instant === null && due === null
      ? "waits for you"
      : playing
        ? "running"
        : due !== null
          ? `next in ${spanText(due - now)}`
          : "paused";
  return (
    <div className="clock-row">
      <output className="clock-time mono" aria-label="Virtual time in seconds">
        {(now / 1000).toFixed(3)} s
      </output>
      {instant !== null && !playing && !atEnd ? (
        <button type="button" className="plain" onClick={() => useRun.getState().seek(null)}>
          To the end
        </button>
      ) : (
        <span className="muted clock-note">{note}</span>
      )}
    </div>
  );
}

function Buttons() {
  const playing = useRun((s) => s.playing);
  const speed = useRun((s) => s.speed);
  const { setPlaying, setSpeed, toChange, pin } = useRun.getState();
  return (
    <div className="clock-row">
      <Button size="small" onClick={() => setPlaying(!playing)} aria-pressed={!playing}>
        {playing ? "Pause" : "Run"}
      </Button>
      <Button
        size="small"
        onClick={() => toChange(-1)}
        title="To the change before (,)"
        aria-label="To the change before"
      >
        ‹
      </Button>
      <Button size="small" onClick={() => toChange(1)} title="To the next change (.)" aria-label="To the next change">
        ›
      </Button>
      <Select
        size="small"
        aria-label="Speed"
        value={speed}
        onChange={setSpeed}
        options={speeds}
        popupMatchSelectWidth={false}
      />
      <Button size="small" onClick={() => pin()} title="Keep this instant, to compare it with another (P)">
        Pin
      </Button>
    </div>
  );
}

/** What can be made of the run, or of the stretch between two pins in it. */
function Keeping() {
  const pins = useRun((s) => s.pins);
  const run = useRun((s) => s.run);
  const acted = useRun((s) => (s.session?.frames.length ?? 0) > 1);
  const writable = useDocument((s) => s.writable);
  const keep = useKeepAsScenario();
  const navigate = useNavigate();
  const { id } = useParams();
  const span =
    pins.a && pins.b && pins.a.run === run && pins.b.run === run ? [pins.a.at, pins.b.at].sort((a, b) => a - b) : null;
  return (
    <div className="clock-row">
      <Button
        size="small"
        disabled={!acted || !writable}
        title={span ? `From ${spanText(span[0])} to ${spanText(span[1])}` : undefined}
        onClick={() => {
          const { session, instant } = useRun.getState();
          if (session) keep(session, span ? span[1] : (instant ?? session.end), span ? span[0] : 0);
        }}
      >
        {span ? "Keep A to B as scenario" : "Keep as scenario"}
      </Button>
      {pins.a && (
        <Button size="small" disabled={!pins.b} onClick={() => navigate(`/component/${id}/compare?what=instants`)}>
          Compare A and B
        </Button>
      )}
    </div>
  );
}

/** The run that is shown and those that were left, each a name to go to. */
function Runs() {
  const run = useRun((s) => s.run);
  const kept = useRun((s) => s.kept);
  const { toRun, closeRun } = useRun.getState();
  if (!kept.length) return null;
  const all = [...kept.map((k) => k.id), run].sort((a, b) => a - b);
  return (
    <div className="runs" role="group" aria-label="Runs">
      {all.map((id) => (
        <span key={id} className={`run-name ${id === run ? "now" : ""}`}>
          <button type="button" className="plain" aria-pressed={id === run} onClick={() => toRun(id)}>
            run {id}
          </button>
          <button type="button" className="plain run-close" aria-label={`Close run ${id}`} onClick={() => closeRun(id)}>
            ×
          </button>
        </span>
      ))}
    </div>
  );
}

function useKeepAsScenario() {
  const navigate = useNavigate();
  const { id } = useParams();
  return (session: Session, until: number, from: number): void => {
    const { doc, edit } = useDocument.getState();
    if (!doc) return;
    const first = [...session.frames.stimuli()].find((s) => s.at >= from)?.stimulus;
    const what = first ? stimulusText(first) : "nothing done";
    const when =
      from > 0 ? `${(from / 1000).toFixed(1)} to ${(until / 1000).toFixed(1)} s` : `${(until / 1000).toFixed(1)} s`;
    const name = `Run: ${what} … ${when}`;
    const scenario = record(session, name, until, from);
    edit("keep the run as a scenario", (d) => ({ ...d, scenarios: [...d.scenarios, scenario] }));
    navigate(`/component/${id}/proof?scenario=${doc.scenarios.length}`);
  };
}
