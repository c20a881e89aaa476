/** One scenario: its steps, what it expects after each, and what was found. */
import { Button, Input, Select } from "antd";
import { useMemo, useState } from "react";
import { normalKey } from "../../core/expression";
import { type Expected, moved, partNames, type Scenario, type Step } from "../../core/model";
import {
  type Check,
  candidates,
  expectationNow,
  expectationText,
  pickableFacts,
  playScenario,
  type ScenarioResult,
  stepText,
} from "../../core/proof";
import type { RunState } from "../../core/run";
import { useDoc, useDocument } from "../store/document";
import { momentOf, useRun } from "../store/run";

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
  const start = played.session.frames.at(0)!.state;
  return (
    <div className="scenario-detail">
      <div className="scenario-title">
        <Input
          key={scenario.name}
          aria-label="Name of the scenario"
          variant="borderless"
          defaultValue={scenario.name}
          maxLength={200}
          onBlur={(e) =>
            e.target.value.trim() &&
            e.target.value !== scenario.name &&
            put("rename the scenario", { ...scenario, name: e.target.value.trim() })
          }
          onPressEnter={(e) => e.currentTarget.blur()}
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
              offers={after ? candidates(program, i ? played.after[i - 1] : start, after) : []}
              onExpect={(list) => setExpect(i, list)}
              onShow={after ? () => show(scenario, after.now) : undefined}
              onMove={(by) => put("move a step", { ...scenario, steps: moved(scenario.steps, i, i + by) })}
              onRemove={() => put("remove a step", { ...scenario, steps: scenario.steps.toSpliced(i, 1) })}
            />
          );
        })}
      </ol>
      <AddStep onAdd={(step) => put("add a step", { ...scenario, steps: [...scenario.steps, step] })} />
    </div>
  );
}

interface LineProps {
  label: string;
  at: number | null;
  expect: Expected[];
  checks: Check[];
  offers: Expected[];
  onExpect(list: Expected[]): void;
  onShow?: () => void;
  onMove?: (by: number) => void;
  onRemove?: () => void;
}

function StepLine({ label, at, expect, checks, offers, onExpect, onShow, onMove, onRemove }: LineProps) {
  const { doc, program } = useDoc();
  const run = useRun();
  const [picking, setPicking] = useState(false);
  const has = (e: Expected): boolean => expect.some((x) => JSON.stringify(x) === JSON.stringify(e));
  const fresh = offers.filter((o) => !has(o));
  return (
    <li className="step">
      <div className="step-head">
        <button type="button" className="plain" disabled={!onShow} onClick={onShow}>
          <b>{label}</b> <span className="muted mono">{at === null ? "not reached" : `${Math.round(at)} ms`}</span>
        </button>
        <span className="step-keys">
          {onMove && (
            <>
              <button type="button" className="plain" aria-label={`Move ${label} up`} onClick={() => onMove(-1)}>
                ↑
              </button>
              <button type="button" className="plain" aria-label={`Move ${label} down`} onClick={() => onMove(1)}>
                ↓
              </button>
              <button type="button" className="plain" aria-label={`Remove ${label}`} onClick={onRemove}>
                ×
              </button>
            </>
          )}
        </span>
      </div>
      <ul className="expects">
        {expect.map((e, i) => {
          const check = checks.find((c) => JSON.stringify(c.expectation) === JSON.stringify(e));
          return (
            <li key={JSON.stringify(e)} className={check ? (check.ok ? "ok" : "failed") : ""}>
              <span>
                {check ? (check.ok ? "✓ " : "✗ ") : ""}
                {expectationText(e)}
                {check && !check.ok && (
                  <b> · found {check.found === true ? "yes" : check.found === false ? "no" : `“${check.found}”`}</b>
                )}
              </span>
              <button
                type="button"
                className="plain"
                aria-label={`Do not expect ${expectationText(e)}`}
                onClick={() => onExpect(expect.toSpliced(i, 1))}
              >
                ×
              </button>
            </li>
          );
        })}
      </ul>
      <div className="offers">
        {fresh.slice(0, 8).map((o) => (
          <button type="button" key={JSON.stringify(o)} className="offer" onClick={() => onExpect([...expect, o])}>
            + {expectationText(o)}
          </button>
        ))}
        <button type="button" className="offer other" onClick={() => setPicking(!picking)}>
          + another fact
        </button>
      </div>
      {picking && (
        <FactPicker
          parts={partNames(doc)}
          onPick={(part, fact) => {
            onShow?.();
            const { session, instant, frozen } = useRun.getState();
            const moment = momentOf({ session, instant, frozen }) ?? momentOf(run);
            const e = moment && expectationNow(program, moment, part, fact);
            if (e && !has(e)) onExpect([...expect, e]);
            setPicking(false);
          }}
        />
      )}
    </li>
  );
}

function FactPicker({
  parts,
  onPick,
}: {
  parts: string[];
  onPick(part: string, fact: (typeof pickableFacts)[number]): void;
}) {
  const [part, setPart] = useState<string | null>(null);
  return (
    <div className="fact-picker">
      <Select
        size="small"
        showSearch
        autoFocus
        placeholder="part"
        value={part}
        onChange={setPart}
        options={parts.map((p) => ({ value: p, label: p }))}
      />
      <Select
        size="small"
        placeholder="fact"
        disabled={!part}
        value={null as (typeof pickableFacts)[number] | null}
        onChange={(fact: (typeof pickableFacts)[number]) => part && onPick(part, fact)}
        options={pickableFacts.map((f) => ({ value: f, label: f }))}
      />
    </div>
  );
}

/** `click close`, `press Escape`, `wait 200 ms`: typed as it reads. */
function AddStep({ onAdd }: { onAdd(step: Step): void }) {
  const { doc } = useDoc();
  const [wrong, setWrong] = useState("");
  const add = (input: HTMLInputElement): void => {
    const text = input.value.trim();
    const [verb, ...rest] = text.split(/\s+/);
    const what = rest.join(" ");
    if (verb === "wait" && /^\d+( ?ms)?$/.test(what)) onAdd({ do: { wait: Number.parseInt(what, 10) } });
    else if (verb === "press" && normalKey(what)) onAdd({ do: { press: normalKey(what)! } });
    else if (verb === "click" && partNames(doc).includes(what)) onAdd({ do: { click: what } });
    else return setWrong("Write click part, press Key, or wait 200 ms.");
    setWrong("");
    input.value = "";
  };
  return (
    <div className="add-step">
      <Input
        size="small"
        aria-label="Next step"
        placeholder="next step: click part · press Key · wait 200 ms"
        onPressEnter={(e) => add(e.currentTarget)}
      />
      {wrong && <p className="cell-error">{wrong}</p>}
    </div>
  );
}
