/** The scenarios of the component, each with what became of it. */
import { Button } from "antd";
import { useState } from "react";
import type { Scenario } from "../../../core/model";
import { isSkipped, type ScenarioResult } from "../../../core/proof";
import { useDocument } from "../../store/document";
import { useDoc } from "../../store/program";
import { useRun } from "../../store/run";

interface Props {
  /** By the scenario's place. */
  results: ReadonlyMap<number, ScenarioResult>;
  /** The place of the one that is open; -1 for none. */
  chosen: number;
  choose(index: number): void;
}

export function Scenarios({ results, chosen, choose }: Props) {
  const { doc } = useDoc();
  const edit = useDocument((s) => s.edit);
  const writable = useDocument((s) => s.writable);
  const tags = [...new Set(doc.scenarios.flatMap((s) => s.tags ?? []))];
  const [chosenTag, setTag] = useState<string | null>(null);
  const tag = chosenTag !== null && tags.includes(chosenTag) ? chosenTag : null;
  return (
    <>
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
    </>
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
