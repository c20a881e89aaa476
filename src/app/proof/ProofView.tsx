/** The proof: scenarios and what they expect, findings and their runs. */
import { Button, Progress } from "antd";
import { useMemo } from "react";
import { useSearchParams } from "react-router";
import type { Scenario } from "../../core/model";
import { applyMend, type Finding, ruleTitles, stepText } from "../../core/proof";
import { useDoc, useDocument } from "../store/document";
import { faults, undecided, useProof } from "../store/proof";
import { useRun } from "../store/run";
import { CoverageLines } from "./CoverageLines";
import { MutationLines } from "./MutationLines";
import "./proof.css";
import { ScenarioDetail } from "./ScenarioDetail";

export function ProofView() {
  const { doc } = useDoc();
  const { proof, of, running, seen, stopped, start, stop } = useProof();
  const [params, setParams] = useSearchParams();
  const edit = useDocument((s) => s.edit);
  const writable = useDocument((s) => s.writable);
  const open = params.get("scenario");
  const chosen = open === null ? -1 : Number(open);
  const choose = (index: number): void => {
    const next = new URLSearchParams(location.search);
    if (index < 0) next.delete("scenario");
    else next.set("scenario", String(index));
    setParams(next, { replace: true });
  };
  const current = of === doc;
  const results = useMemo(
    () => new Map((current ? (proof?.scenarios ?? []) : []).map((r, i) => [i, r])),
    [proof, current],
  );

  return (
    <div className="proof">
      <section className="proof-list">
        <div className="proof-head">
          <h2 className="caps">Scenarios</h2>
          <Button
            size="small"
            disabled={!writable}
            onClick={() => {
              edit("add a scenario", (d) => ({
                ...d,
                scenarios: [...d.scenarios, { name: "New scenario", steps: [] }],
              }));
              choose(doc.scenarios.length);
            }}
          >
            New scenario
          </Button>
        </div>
        {!doc.scenarios.length && (
          <p className="muted">
            None yet. Use the live page, then press “Keep as scenario” at the ribbon: what you did becomes its steps.
          </p>
        )}
        <ul>
          {doc.scenarios.map((s, i) => (
            <ScenarioLine
              // biome-ignore lint/suspicious/noArrayIndexKey: scenarios are told apart by place
              key={i}
              scenario={s}
              ok={results.get(i)?.ok}
              failedAt={results.get(i)?.failedAt ?? null}
              chosen={i === chosen}
              onChoose={() => choose(i === chosen ? -1 : i)}
            />
          ))}
        </ul>
        <div className="proof-head">
          <h2 className="caps">Findings</h2>
          {running ? (
            <Button size="small" onClick={stop}>
              Stop
            </Button>
          ) : (
            (stopped || !current) && (
              <Button size="small" onClick={start}>
                Explore again
              </Button>
            )
          )}
        </div>
        {running && seen > 0 && <Progress percent={Math.min(100, seen / 500)} showInfo={false} size="small" />}
        {proof && <Explored />}
        <ul>{proof && faults(proof).map((f) => <FindingLine key={f.rule + f.text + f.state} finding={f} />)}</ul>
        {proof && undecided(proof).length > 0 && (
          <>
            <h2 className="caps">Undecided</h2>
            <ul>
              {undecided(proof).map((f) => (
                <FindingLine key={f.text} finding={f} />
              ))}
            </ul>
          </>
        )}
        {proof && <CoverageLines proof={proof} current={current} />}
        {proof && <MutationLines />}
        {proof?.problems.length ? (
          <>
            <h2 className="caps">Cells that count as undecided</h2>
            <ul>
              {proof.problems.map((p) => (
                <li key={p.path} className="finding">
                  <b className="mono">{p.path}</b> {p.message}
                </li>
              ))}
            </ul>
          </>
        ) : null}
      </section>
      <section className="proof-detail">
        {chosen >= 0 && doc.scenarios[chosen] ? (
          <ScenarioDetail
            key={chosen}
            index={chosen}
            result={results.get(chosen) ?? null}
            onRemoved={() => choose(-1)}
          />
        ) : (
          <p className="muted proof-hint">
            Choose a scenario to see its steps and what it expects. A finding’s run plays on the live page, at left.
          </p>
        )}
      </section>
    </div>
  );
}

function Explored() {
  const proof = useProof((s) => s.proof)!;
  const faultCount = faults(proof).length;
  return (
    <p className="muted explored">
      {proof.situations.toLocaleString("en")} situations and {proof.moves.toLocaleString("en")} moves between them
      {proof.complete
        ? faultCount
          ? ", all that can be reached."
          : ", all that can be reached. No rule is broken."
        : ": the bound was reached, so what lies beyond was not looked at, and nothing is said about ways back or what never happens."}
    </p>
  );
}

function ScenarioLine({
  scenario,
  ok,
  failedAt,
  chosen,
  onChoose,
}: {
  scenario: Scenario;
  ok: boolean | undefined;
  failedAt: number | null;
  chosen: boolean;
  onChoose(): void;
}) {
  const show = useRun((s) => s.show);
  return (
    <li className={`scenario ${chosen ? "chosen" : ""}`}>
      <button type="button" className="plain scenario-name" onClick={onChoose} aria-expanded={chosen}>
        <span className={`verdict ${ok === undefined ? "" : ok ? "holds" : "fails"}`}>
          {ok === undefined ? "…" : ok ? "holds" : "fails"}
        </span>
        {scenario.name}
      </button>
      {ok === false && failedAt !== null && (
        <Button size="small" onClick={() => show(scenario, failedAt)}>
          Open at {Math.round(failedAt)} ms
        </Button>
      )}
      <Button size="small" type="text" onClick={() => show(scenario, null)}>
        Play
      </Button>
    </li>
  );
}

function FindingLine({ finding }: { finding: Finding }) {
  const show = useRun((s) => s.show);
  const edit = useDocument((s) => s.edit);
  const writable = useDocument((s) => s.writable);
  const { run, mend } = finding;
  return (
    <li className={`finding ${finding.severity}`}>
      <div className="finding-text">
        <span className="finding-rule">
          {finding.rule} {ruleTitles[finding.rule]}
        </span>
        <p>{finding.text}.</p>
        {run && run.steps.length > 0 && <p className="muted run-steps">{run.steps.map(stepText).join(" → ")}</p>}
      </div>
      <div className="finding-keys">
        {run && (
          <>
            <Button size="small" onClick={() => show(run, null)}>
              Play
            </Button>
            <Button
              size="small"
              type="text"
              onClick={() =>
                show(
                  run,
                  run.steps.reduce((t, s) => t + ("wait" in s.do ? s.do.wait : 0), 0),
                )
              }
            >
              Show the moment
            </Button>
          </>
        )}
        {mend?.edit && (
          <Button
            size="small"
            type="primary"
            disabled={!writable}
            onClick={() => edit(mend.text, (d) => applyMend(d, mend))}
          >
            {mend.text}
          </Button>
        )}
        {mend && !mend.edit && <span className="muted">{mend.text}</span>}
      </div>
    </li>
  );
}
