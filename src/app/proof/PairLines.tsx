/** Scenarios for every pair of reactions, looked for when they are asked for. */
import { Button } from "antd";
import { useEffect, useRef, useState } from "react";
import type { Component } from "../../core/model";
import { addScenarios, type Pairs, stepText } from "../../core/proof";
import { useDocument } from "../store/document";
import { useDoc } from "../store/program";
import { Cancelled, createProver, type Prover } from "../workers/prover";
import { OfferedLine } from "./OfferedLine";

/** Longer lists are shown in part; all of them can be added. */
const SHOWN = 12;

export function PairLines() {
  const { doc } = useDoc();
  const edit = useDocument((s) => s.edit);
  const writable = useDocument((s) => s.writable);
  const [found, setFound] = useState<{ of: Component; pairs: Pairs } | null>(null);
  const [seen, setSeen] = useState<number | null>(null);
  const prover = useRef<Prover | null>(null);
  useEffect(() => () => prover.current?.cancel(), []);
  const ask = (): void => {
    prover.current ??= createProver();
    setSeen(0);
    prover.current.pairs(doc, setSeen).then(
      (pairs) => {
        setFound({ of: doc, pairs });
        setSeen(null);
      },
      (error: unknown) => {
        setSeen(null);
        if (!(error instanceof Cancelled)) console.error(error);
      },
    );
  };
  const current = found?.of === doc;
  const add = (list: Pairs["offered"]): void =>
    edit(`add ${list.length} scenarios`, (d) => ({ ...d, scenarios: addScenarios(d.scenarios, list) }));
  return (
    <>
      <p className="pairs">
        {seen !== null ? (
          <>
            <span className="muted">Looking for pairs of reactions … </span>
            <Button size="small" onClick={() => prover.current?.cancel()}>
              Stop
            </Button>
          </>
        ) : (
          <>
            {found && current && (
              <span>
                {found.pairs.covered} of {found.pairs.of} pairs of reactions are taken one right after the other.{" "}
              </span>
            )}
            {(!found || !current) && (
              <Button size="small" onClick={ask}>
                Every pair of reactions too …
              </Button>
            )}
            {found && current && found.pairs.offered.length > 0 && (
              <Button size="small" disabled={!writable} onClick={() => add(found.pairs.offered)}>
                Add {found.pairs.offered.length} for the rest
              </Button>
            )}
          </>
        )}
      </p>
      {found && current && (
        <ul>
          {found.pairs.offered.slice(0, SHOWN).map((s) => (
            <OfferedLine key={s.steps.map(stepText).join()} scenario={s} onAdd={writable ? () => add([s]) : null} />
          ))}
          {found.pairs.offered.length > SHOWN && (
            <li className="muted">and {found.pairs.offered.length - SHOWN} more</li>
          )}
        </ul>
      )}
    </>
  );
}
