/** A scenario that is offered: what it is called, its way, to be played first and added. */
import { Button } from "antd";
import type { Scenario } from "../../core/model";
import { stepText } from "../../core/proof";
import { useRun } from "../store/run";

export function OfferedLine({ scenario, onAdd }: { scenario: Scenario; onAdd: (() => void) | null }) {
  const show = useRun((s) => s.show);
  return (
    <li className="scenario offered">
      <div className="finding-text">
        <span>{scenario.name}</span>
        <p className="muted run-steps">{scenario.steps.map(stepText).join(" → ")}</p>
      </div>
      <Button size="small" type="text" onClick={() => show(scenario, null)}>
        Play
      </Button>
      <Button size="small" disabled={!onAdd} onClick={() => onAdd?.()}>
        Add
      </Button>
    </li>
  );
}
