import { spanText } from "../../core/measure";
import { DOCUMENT, type Program, partName } from "../../core/program";
import type { RunState } from "../../core/run";
import { isVisible } from "../../core/surface";

/** State, focus, timers, data: what is so at the instant that is shown. */
export function Facts({ program, moment, frozen }: { program: Program; moment: RunState; frozen: string | null }) {
  const holder = program.states[moment.leaf].path.map((s) => program.focus[s]?.within ?? null).find((w) => w !== null);
  const timers = moment.timers.map((t) => {
    const cell = program.rows[t.row].cells[t.state];
    return `${program.states[t.state].name}: ${spanText(Math.max(0, t.due - moment.now))} of ${spanText(cell?.after ?? 0)} left`;
  });
  const states = program.states[moment.leaf].path.slice(0, -1).map((s) => program.states[s].name);
  const focusSeen = moment.focus === DOCUMENT || isVisible(program, moment, moment.focus);
  return (
    <dl className="facts">
      <dt>state</dt>
      <dd>
        <b>{states.toReversed().join(" › ")}</b>
        {!frozen && <span className="muted"> for {spanText(Math.max(0, Math.round(moment.now - moment.since)))}</span>}
      </dd>
      <dt>focus</dt>
      <dd className="focus-fact">
        {partName(program, moment.focus)}
        {!focusSeen && <b className="wrong-text"> · not seen</b>}
        {holder !== undefined && <span> · held in {partName(program, holder)}</span>}
      </dd>
      <dt>timers</dt>
      <dd>{timers.length ? timers.join(", ") : <span className="muted">none running</span>}</dd>
      {program.data.map((d, i) => (
        <div key={d.name} className="fact-row">
          <dt>{d.name}</dt>
          <dd className="mono">
            {typeof moment.data[i] === "string" ? `“${moment.data[i]}”` : String(moment.data[i])}
          </dd>
        </div>
      ))}
    </dl>
  );
}
