/** Claims: what must hold in every run, as it reads; each with what was found. */
import { Button } from "antd";
import { useState } from "react";
import { parseClaim, printClaim } from "../../core/expression";
import type { Claim } from "../../core/model";
import { type ClaimResult, stepText } from "../../core/proof";
import { useDocument } from "../store/document";
import { useDoc } from "../store/program";
import { useProof } from "../store/proof";
import { useRun } from "../store/run";
import { SaidInput } from "./scenario/SaidInput";

const example = "never …  ·  whenever …, … within 200ms  ·  from everywhere, … can be reached again";

export function ClaimLines() {
  const { doc } = useDoc();
  const edit = useDocument((s) => s.edit);
  const { proof, of } = useProof();
  const claims = doc.claims ?? [];
  const [editing, setEditing] = useState<number | null>(null);
  const put = (label: string, next: Claim[]): void =>
    edit(label, ({ claims: _old, ...d }) => (next.length ? { ...d, claims: next } : d));
  return (
    <section aria-labelledby="claims-title" id="claims">
      <div className="proof-head">
        <h2 className="caps" id="claims-title">
          Claims
        </h2>
      </div>
      <ul>
        {claims.map((claim, i) => {
          const text = printClaim(claim);
          if (editing === i)
            return (
              <li key={text}>
                <SaidInput
                  kind="claim"
                  label="Claim"
                  placeholder={example}
                  initial={text}
                  autoFocus
                  read={parseClaim}
                  onLeave={() => setEditing(null)}
                  onSaid={(next) => {
                    setEditing(null);
                    put("change a claim", claims.with(i, next));
                  }}
                />
              </li>
            );
          const result = of === doc ? proof?.claims[i] : undefined;
          return (
            <ClaimLine
              key={text}
              text={text}
              result={result}
              onEdit={() => setEditing(i)}
              onRemove={() => put("remove a claim", claims.toSpliced(i, 1))}
            />
          );
        })}
      </ul>
      <SaidInput
        kind="claim"
        label="New claim"
        placeholder={claims.length ? "another claim" : example}
        read={parseClaim}
        onSaid={(next) => put("add a claim", [...claims, next])}
      />
    </section>
  );
}

function ClaimLine({
  text,
  result,
  onEdit,
  onRemove,
}: {
  text: string;
  result: ClaimResult | undefined;
  onEdit(): void;
  onRemove(): void;
}) {
  const show = useRun((s) => s.show);
  const writable = useDocument((s) => s.writable);
  const word = !result ? "…" : result.holds ? "holds" : result.holds === false ? "fails" : "open";
  return (
    <li className="scenario claim">
      <span className={`verdict ${word}`}>{word}</span>
      <div className="finding-text">
        <button type="button" className="plain claim-text" title="Change it" disabled={!writable} onClick={onEdit}>
          {text}
        </button>
        {result?.note && <p className="muted">{result.note}</p>}
        {result?.run && (
          <p className="muted run-steps">{result.run.steps.map(stepText).join(" → ") || "at the start"}</p>
        )}
      </div>
      {result?.run && (
        <Button size="small" onClick={() => show(result.run!, null)}>
          Play
        </Button>
      )}
      <button
        type="button"
        className="plain"
        aria-label={`Remove the claim ${text}`}
        disabled={!writable}
        onClick={onRemove}
      >
        ×
      </button>
    </li>
  );
}
