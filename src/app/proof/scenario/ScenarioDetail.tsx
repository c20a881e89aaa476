/** One scenario: its steps, what it expects after each, and what was found. */
import { Button, Input } from "antd";
import { useMemo } from "react";
import { parseStep } from "../../../core/expression";
import { type Expected, moved, type Scenario } from "../../../core/model";
import { arrival, candidates, playScenario, type ScenarioResult, stepText } from "../../../core/proof";
import type { RunState } from "../../../core/run";
import { useDocument } from "../../store/document";
import { useDoc } from "../../store/program";
import { useRun } from "../../store/run";
import { SaidInput } from "./SaidInput";
import { ScenarioOptions } from "./ScenarioOptions";
import { StepLine } from "./StepLine";

interface Props {
  index: number;
  result: ScenarioResult | null;
  onRemoved(): void;
}

export function ScenarioDetail({ index, result, onRemoved }: Props) {
  const { doc, program } = useDoc();
  const edit = useDocument((s) => s.edit);
  const show = useRun((s) => s.show);
  const scenario = doc.scenarios[index];
  const played = useMemo(() => playScenario(program, scenario), [program, scenario]);
  const put = (label: string, next: Scenario): void =>
    edit(label, (d) => ({ ...d, scenarios: d.scenarios.map((s, i) => (i === index ? next : s)) }));
  const setExpect = (step: number, expect: Expected[]): void => {
    const value = expect.length ? expect : undefined;
    const next =
      step < 0
        ? { ...scenario, expect: value }
        : { ...scenario, steps: scenario.steps.map((s, i) => (i === step ? { ...s, expect: value } : s)) };
    put("change what is expected", next);
  };
  /** What a step set going is waited for in a step of its own, right after it. */
  const laterOf = (i: number, after: RunState | undefined) => {
    const next = scenario.steps[i + 1];
    const coming = after && !(next && "wait" in next.do) ? arrival(program, after) : null;
    if (!coming) return null;
    const step = { do: { wait: coming.wait }, ...(coming.expect.length ? { expect: [...coming.expect] } : {}) };
    const onWait = (): void => put("wait for it", { ...scenario, steps: scenario.steps.toSpliced(i + 1, 0, step) });
    return { arrival: coming, onWait };
  };
  const start = played.session.frames.at(0)!.state;
  return (
    <div className="scenario-detail">
      <div className="scenario-title">
        <Input.TextArea
          key={scenario.name}
          autoSize
          aria-label="Name of the scenario"
          variant="borderless"
          defaultValue={scenario.name}
          maxLength={200}
          onBlur={(e) =>
            e.target.value.trim() &&
            e.target.value !== scenario.name &&
            put("rename the scenario", { ...scenario, name: e.target.value.trim() })
          }
          onPressEnter={(e) => {
            e.preventDefault();
            e.currentTarget.blur();
          }}
        />
        <Button size="small" onClick={() => show(scenario, null)}>
          Play
        </Button>
        <Button
          size="small"
          danger
          onClick={() => {
            edit("remove the scenario", (d) => ({ ...d, scenarios: d.scenarios.toSpliced(index, 1) }));
            onRemoved();
          }}
        >
          Remove
        </Button>
      </div>
      <ScenarioOptions scenario={scenario} result={result} put={put} />
      {result && !result.ok && (
        <p className="explanation">
          {result.stuck ? `Step ${result.stuck.step + 1} cannot be done: ${result.stuck.why}` : result.explanation}
        </p>
      )}
      <ol className="steps">
        <StepLine
          label="at the start"
          at={0}
          expect={scenario.expect ?? []}
          checks={result?.checks.filter((c) => c.step < 0) ?? []}
          offers={candidates(program, null, start)}
          onExpect={(list) => setExpect(-1, list)}
          onShow={() => show(scenario, 0)}
        />
        {scenario.steps.map((step, i) => {
          const after: RunState | undefined = played.after[i];
          return (
            <StepLine
              // biome-ignore lint/suspicious/noArrayIndexKey: steps are told apart by place
              key={i}
              label={stepText(step)}
              at={after?.now ?? null}
              expect={step.expect ?? []}
              checks={result?.checks.filter((c) => c.step === i) ?? []}
              later={laterOf(i, after)}
              offers={after ? candidates(program, i ? played.after[i - 1] : start, after) : []}
              onExpect={(list) => setExpect(i, list)}
              onShow={after ? () => show(scenario, after.now) : undefined}
              onMove={(by) => put("move a step", { ...scenario, steps: moved(scenario.steps, i, i + by) })}
              onRemove={() => put("remove a step", { ...scenario, steps: scenario.steps.toSpliced(i, 1) })}
            />
          );
        })}
      </ol>
      <SaidInput
        kind="step"
        label="Next step"
        placeholder="next step: click part · press Key · wait 200 ms · move onto part …"
        read={parseStep}
        onSaid={(what) => put("add a step", { ...scenario, steps: [...scenario.steps, { do: what }] })}
      />
    </div>
  );
}
