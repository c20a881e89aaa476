/** Small things that could be otherwise without any scenario noticing, as questions; each with the expectation that would notice. */
import { Button } from "antd";
import type { Scenario } from "../../core/model";
import { addScenarios, expectationText, scoreOf, stepText } from "../../core/proof";
import { useDocument } from "../store/document";
import { useMutation } from "../store/mutation";
import { useDoc } from "../store/program";
import { useRun } from "../store/run";

export function MutationLines() {
  const { doc } = useDoc();
  const { result, of, running, asked, ask, stop } = useMutation();
  const current = of === doc;
  return (
    <>
      <div className="proof-head" id="what-if">
        <h2 className="caps">What if …?</h2>
        {running ? (
          <Button size="small" onClick={stop}>
            Stop
          </Button>
        ) : (
          <Button size="small" disabled={!doc.scenarios.length} onClick={ask}>
            {result ? "Ask again" : "Ask what the scenarios notice"}
          </Button>
        )}
      </div>
      {running && (
        <p className="muted" aria-live="polite">
          {asked} small faults put in so far …
        </p>
      )}
      {!running && !result && (
        <p className="muted">
          Small faults are put into the specification, one at a time. A fault that no scenario notices is a question.
        </p>
      )}
      {!running && result && <Answers current={current} />}
    </>
  );
}

function Answers({ current }: { current: boolean }) {
  const result = useMutation((s) => s.result)!;
  const edit = useDocument((s) => s.edit);
  const writable = useDocument((s) => s.writable);
  const show = useRun((s) => s.show);
  if (result.refused) return <p className="wrong-text">{result.refused}.</p>;
  const { killed, survivors, equivalent, open } = result;
  const offered = survivors.flatMap((s) => s.offered ?? []);
  const add = (list: readonly Scenario[]): void =>
    edit(list.length === 1 ? "add a scenario" : `add ${list.length} scenarios`, (d) => ({
      ...d,
      scenarios: addScenarios(d.scenarios, list),
    }));
  return (
    <>
      <p className="muted">
        {current ? "" : "Before the last change: "}
        {killed} of {killed + survivors.length} faults are noticed, {Math.floor(scoreOf(result))} %. {equivalent} more
        make no difference that could be expected.
        {open.length > 0 && ` ${open.length} were left open at the bound.`}
      </p>
      {offered.length > 1 && (
        <Button size="small" disabled={!writable || !current} onClick={() => add(offered)}>
          Add all {offered.length} expectations
        </Button>
      )}
      <ul>
        {survivors.map((s) => (
          <li key={s.text} className="scenario offered question">
            <div className="finding-text">
              <span>{s.text}</span>
              <p className="muted run-steps">
                {s.difference.run.steps.map(stepText).join(" → ") || "at the start"}
                {s.offered &&
                  `: ${(s.offered.steps.at(-1)?.expect ?? s.offered.expect ?? []).map(expectationText).join(", ")}`}
              </p>
            </div>
            <Button size="small" type="text" onClick={() => show(s.difference.run, null)}>
              Play
            </Button>
            {s.offered && (
              <Button size="small" disabled={!writable || !current} onClick={() => add([s.offered!])}>
                Expect it
              </Button>
            )}
          </li>
        ))}
      </ul>
    </>
  );
}
