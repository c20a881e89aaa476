/** The proof: scenarios and what they expect, findings and their runs. */
import { Button, Progress } from "antd";
import { useMemo, useState } from "react";
import { useSearchParams } from "react-router";
import type { Scenario } from "../../core/model";
import { isSkipped, type ScenarioResult } from "../../core/proof";
import { NotInForce } from "../sheet/NotInForce";
import { useDocument } from "../store/document";
import { useDoc } from "../store/program";
import { faults, undecided, useProof } from "../store/proof";
import { useRun } from "../store/run";
import { ClaimLines } from "./ClaimLines";
import { CoverageLines } from "./CoverageLines";
import { FindingLine } from "./FindingLine";
import { MutationLines } from "./MutationLines";
import "./proof.css";
import { ScenarioDetail } from "./scenario/ScenarioDetail";
import { Verdict } from "./Verdict";
import { WaiverLines } from "./WaiverLines";

export function ProofView() {
  const { doc } = useDoc();
  const { proof, of, running, seen, stopped, unfinished, most, start, stop } = useProof();
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
  const tags = [...new Set(doc.scenarios.flatMap((s) => s.tags ?? []))];
  const [chosenTag, setTag] = useState<string | null>(null);
  const tag = chosenTag !== null && tags.includes(chosenTag) ? chosenTag : null;
  const results = useMemo(
    () => new Map((current ? (proof?.scenarios ?? []) : []).map((r, i) => [i, r])),
    [proof, current],
  );

  return (
    <div className="proof">
      <section className="proof-list">
        <NotInForce what="The proof" />
        {proof && <Verdict proof={proof} current={current} />}
        <div className="proof-head" id="scenarios">
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
        {tags.length > 0 && (
          <div className="tag-filter" role="group" aria-label="Only scenarios with">
            {tags.map((t) => (
              <button
                key={t}
                type="button"
                className="plain tag"
                aria-pressed={tag === t}
                onClick={() => setTag(tag === t ? null : t)}
              >
                {t}
              </button>
            ))}
          </div>
        )}
        <ul>
          {doc.scenarios.map((s, i) =>
            tag !== null && !s.tags?.includes(tag) ? null : (
              <ScenarioLine
                // biome-ignore lint/suspicious/noArrayIndexKey: scenarios are told apart by place
                key={i}
                scenario={s}
                result={results.get(i)}
                skipped={isSkipped(doc, s)}
                chosen={i === chosen}
                onChoose={() => choose(i === chosen ? -1 : i)}
              />
            ),
          )}
        </ul>
        <ClaimLines />
        <div className="proof-head" id="findings">
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
        {unfinished && (
          <p className="muted">
            A proof of this component was under way when its tab ended, so it was not begun again by itself. It is once
            something is changed, or here.
          </p>
        )}
        {running && seen > 0 && <Progress percent={Math.min(100, (100 * seen) / most)} showInfo={false} size="small" />}
        {proof && <Explored />}
        <ul>{proof && faults(proof).map((f) => <FindingLine key={f.rule + f.text + f.state} finding={f} />)}</ul>
        {proof && undecided(proof).length > 0 && (
          <>
            <h2 className="caps" id="undecided">
              Undecided
            </h2>
            <ul>
              {undecided(proof).map((f) => (
                <FindingLine key={f.text} finding={f} />
              ))}
            </ul>
          </>
        )}
        {proof && <WaiverLines proof={proof} current={current} />}
        {proof && <CoverageLines proof={proof} current={current} />}
        {proof && <MutationLines />}
        {proof?.problems.length ? (
          <>
            <h2 className="caps" id="problems">
              Cells that count as undecided
            </h2>
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

/** As many as a person would read. */
function someOf(states: readonly string[]): string {
  let text = states[0] ?? "";
  for (const s of states.slice(1)) {
    if (text.length + s.length > 140) return `${text} …`;
    text += `, ${s}`;
  }
  return text;
}

function Explored() {
  const proof = useProof((s) => s.proof)!;
  const { most, running, further } = useProof();
  const { piled, states, endless } = proof.uncovered;
  return (
    <div className="muted explored">
      {proof.situations.toLocaleString("en")} situations, each at every timing, and {proof.moves.toLocaleString("en")}{" "}
      moves between them
      {proof.complete
        ? faults(proof).length
          ? ", all that can be reached."
          : ", all that can be reached. No rule is broken."
        : `: not all that can be reached. What goes on from ${someOf(states)} beyond that was not looked at, and nothing is said about ways back or what never happens.`}
      {endless && " Again and again it never comes to rest (F21): mend that first."}
      {piled.length > 0 && ` More and more of ${piled.join(", ")} can be on their way at once.`}
      {proof.situations >= most && !endless && (
        <p>
          <Button size="small" disabled={running} onClick={further}>
            Explore up to {(most * 4).toLocaleString("en")} situations
          </Button>
        </p>
      )}
    </div>
  );
}

function ScenarioLine({
  scenario,
  result,
  skipped,
  chosen,
  onChoose,
}: {
  scenario: Scenario;
  result: ScenarioResult | undefined;
  skipped: boolean;
  chosen: boolean;
  onChoose(): void;
}) {
  const show = useRun((s) => s.show);
  const word = skipped ? "skipped" : !result ? "…" : !result.ok ? "fails" : result.silent ? "silent" : "holds";
  const failedAt = result?.failedAt ?? null;
  const cases = result?.cases;
  return (
    <li className={`scenario ${chosen ? "chosen" : ""}`}>
      <button type="button" className="plain scenario-name" onClick={onChoose} aria-expanded={chosen}>
        <span
          className={`verdict ${word}`}
          title={word === "silent" ? "Nothing is expected in it yet: say what must be so after a step" : undefined}
        >
          {word}
        </span>
        <span>
          {scenario.name}
          {scenario.only && <span className="tag">only</span>}
          {scenario.tags?.map((t) => (
            <span key={t} className="tag">
              {t}
            </span>
          ))}
          {cases && (
            <span className="muted">
              {" "}
              · {cases.filter((c) => c.ok).length} of {cases.length} cases
            </span>
          )}
        </span>
      </button>
      {word === "fails" && failedAt !== null && (
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
