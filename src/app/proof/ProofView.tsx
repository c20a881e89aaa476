/** The proof: scenarios and what they expect, findings and their runs. */
import { useMemo } from "react";
import { useSearchParams } from "react-router";
import { NotInForce } from "../sheet/NotInForce";
import { useAddress } from "../shell/address";
import { useDoc } from "../store/program";
import { useProof } from "../store/proof";
import { ClaimLines } from "./ClaimLines";
import { CoverageLines } from "./CoverageLines";
import { Findings } from "./Findings";
import { MutationLines } from "./MutationLines";
import "./proof.css";
import { ScenarioDetail } from "./scenario/ScenarioDetail";
import { Scenarios } from "./scenario/Scenarios";
import { Verdict } from "./Verdict";
import { WaiverLines } from "./WaiverLines";

export function ProofView() {
  const { doc } = useDoc();
  const { proof, of } = useProof();
  const [params] = useSearchParams();
  const address = useAddress();
  const open = params.get("scenario");
  const chosen = open === null ? -1 : Number(open);
  const choose = (index: number): void =>
    address((params) => {
      if (index < 0) params.delete("scenario");
      else params.set("scenario", String(index));
    });
  const current = of === doc;
  const results = useMemo(
    () => new Map((current ? (proof?.scenarios ?? []) : []).map((r, i) => [i, r])),
    [proof, current],
  );

  return (
    <div className="proof">
      <section className="proof-list">
        <NotInForce what="The proof" />
        {proof && <Verdict proof={proof} current={current} />}
        <Scenarios results={results} chosen={chosen} choose={choose} />
        <ClaimLines />
        <Findings />
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
