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

export function Clock({ session }: { session: Session }) {
  const { instant, playing, speed, setPlaying, setSpeed, toChange, seek, pin, pins, run } = useRun();
  const writable = useDocument((s) => s.writable);
  const keep = useKeepAsScenario();
  const navigate = useNavigate();
  const { id } = useParams();
  const now = instant ?? session.end;
  const due = nextDue(session.program, session.frames.last.state);
  const resting = playing && instant === null && due === null;
  const atEnd = now >= session.end;
  const acted = session.frames.length > 1;
  const span =
    pins.a && pins.b && pins.a.run === run && pins.b.run === run ? [pins.a.at, pins.b.at].sort((a, b) => a - b) : null;
  const note = resting
    ? "waits for you"
    : playing
      ? "running"
      : atEnd && due !== null
        ? `next in ${spanText(due - now)}`
        : "paused";
  return (
    <div className="clock">
      <div className="clock-row">
        <output className="clock-time mono" aria-label="Virtual time in seconds">
          {(now / 1000).toFixed(3)} s
        </output>
        {instant !== null && !playing && !atEnd ? (
          <Button size="small" type="text" onClick={() => seek(null)}>
            To the end
          </Button>
        ) : (
          <span className="muted clock-note">{note}</span>
        )}
      </div>
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
      <div className="clock-row">
        <Button
          size="small"
          disabled={!acted || !writable}
          title={span ? `From ${spanText(span[0])} to ${spanText(span[1])}` : undefined}
          onClick={() => keep(session, span ? span[1] : now, span ? span[0] : 0)}
        >
          {span ? "Keep A to B as scenario" : "Keep as scenario"}
        </Button>
        {pins.a && (
          <Button size="small" disabled={!pins.b} onClick={() => navigate(`/component/${id}/compare?what=instants`)}>
            Compare A and B
          </Button>
        )}
      </div>
      <Runs />
    </div>
  );
}

/** The run that is shown and those that were left, each a name to go to. */
function Runs() {
  const { run, kept, toRun, closeRun } = useRun();
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
