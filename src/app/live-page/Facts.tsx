import { spanText } from "../../core/measure";
import { DOCUMENT, type Program, partName } from "../../core/program";
import type { RunState, Timer } from "../../core/run";
import { isVisible, scrollAt, scrollRange } from "../../core/surface";
import { DataFact } from "./DataFact";

/** State, focus, timers, page, data: what is so at the instant that is shown. Data can be set by hand. */
export function Facts({ program, moment, frozen }: { program: Program; moment: RunState; frozen: string | null }) {
  const { states } = program;
  const active = program.configurations.at(moment.config);
  const held = active.states
    .toReversed()
    .map((s) => program.focus[s]?.within ?? null)
    .find((w) => w !== null);
  const timers = moment.timers.map((t) => timerText(program, t, moment.now));
  // One state with what is around it; of several regions each its own.
  const names = (s: number): string[] =>
    states[s].path
      .slice(0, active.atomic.length > 1 ? 1 : -1)
      .toReversed()
      .map((p) => states[p].name);
  const paths = active.atomic.map(names);
  const focusSeen = moment.focus === DOCUMENT || isVisible(program, moment, moment.focus);
  const range = scrollRange(program, moment.page);
  return (
    <dl className="facts">
      <dt>state</dt>
      <dd>
        {paths.map((path, i) => (
          <b key={path.join()}>
            {i > 0 && <span className="muted"> + </span>}
            {path.join(" › ")}
          </b>
        ))}
        {moment.done && <span className="muted"> · ended</span>}
        {!frozen && <span className="muted"> for {spanText(Math.max(0, Math.round(moment.now - moment.since)))}</span>}
      </dd>
      <dt>focus</dt>
      <dd className="focus-fact">
        {partName(program, moment.focus)}
        {!focusSeen && <b className="wrong-text"> · not seen</b>}
        {held !== undefined && <span> · held in {partName(program, held)}</span>}
      </dd>
      <dt>timers</dt>
      <dd>{timers.length ? timers.join(", ") : <span className="muted">none running</span>}</dd>
      {range > 0 && (
        <>
          <dt>scroll</dt>
          <dd>
            {Math.round(scrollAt(moment.page, moment.now))} <span className="muted">of {Math.round(range)} px</span>
          </dd>
        </>
      )}
      {moment.said && (
        <>
          <dt>said</dt>
          <dd>“{moment.said.text}”</dd>
        </>
      )}
      {program.data.map((d, i) => (
        <DataFact key={d.name} datum={d} value={moment.data[i]} />
      ))}
    </dl>
  );
}

function timerText(program: Program, timer: Timer, now: number): string {
  const left = spanText(Math.max(0, timer.due - now));
  if (timer.kind === "event") {
    const name = timer.request >= 0 ? program.requests[timer.request].name : timer.event.replace(/^timer\./, "");
    return `${name}: ${left} left`;
  }
  const cell = program.rows[timer.row].cells[timer.state];
  return `${program.states[timer.state].name}: ${left} of ${spanText(cell?.after ?? 0)} left`;
}
