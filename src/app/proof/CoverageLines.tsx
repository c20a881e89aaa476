/** How much the scenarios exercise, and scenarios for what they do not. */
import { Button } from "antd";
import type { Scenario } from "../../core/model";
import { addScenarios, type Proof, shareOf, stepText } from "../../core/proof";
import { useDocument } from "../store/document";
import { OfferedLine } from "./OfferedLine";
import { PairLines } from "./PairLines";

const kinds = [
  ["states", "states"],
  ["branches", "reactions"],
  ["looks", "looks"],
  ["motions", "motions"],
] as const;

export function CoverageLines({ proof, current }: { proof: Proof; current: boolean }) {
  const { coverage, offered } = proof;
  const edit = useDocument((s) => s.edit);
  const writable = useDocument((s) => s.writable);
  const add = (list: readonly Scenario[]): void =>
    edit(list.length === 1 ? `add the scenario ${list[0].name}` : `add ${list.length} scenarios`, (d) => ({
      ...d,
      scenarios: addScenarios(d.scenarios, list),
    }));
  return (
    <>
      <div className="proof-head" id="coverage">
        <h2 className="caps">Coverage</h2>
        {offered.length > 1 && (
          <Button size="small" disabled={!writable || !current} onClick={() => add(offered)}>
            Add all {offered.length}
          </Button>
        )}
      </div>
      <dl className="coverage">
        {kinds.map(([kind, label]) => {
          const { covered, of } = shareOf(coverage[kind]);
          if (!of) return null;
          return (
            <div key={kind} className={covered < of ? "lacking" : ""}>
              <dt>{label}</dt>
              <dd>
                <meter min={0} max={of} value={covered} aria-label={label} />
                <span className="mono">
                  {covered} of {of}
                </span>
              </dd>
            </div>
          );
        })}
      </dl>
      {offered.length > 0 && (
        <p className="muted">
          {offered.length === 1
            ? "This scenario takes the rest. It expects what the specification does now; read it before you add it."
            : "These scenarios take the rest. They expect what the specification does now; read them before you add them."}
        </p>
      )}
      <ul>
        {offered.map((s) => (
          <OfferedLine
            key={s.name + s.steps.map(stepText).join()}
            scenario={s}
            onAdd={writable && current ? () => add([s]) : null}
          />
        ))}
      </ul>
      <PairLines />
    </>
  );
}
