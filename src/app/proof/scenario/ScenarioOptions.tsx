/** Whether a scenario runs, the words it is found by, and the values it runs over. */
import { Button, Checkbox, Input, Select } from "antd";
import { meant } from "../../../core/expression";
import type { Scenario } from "../../../core/model";
import type { ScenarioResult } from "../../../core/proof";
import { useDocument } from "../../store/document";
import { useDoc } from "../../store/program";
import { useRun } from "../../store/run";

interface Props {
  scenario: Scenario;
  result: ScenarioResult | null;
  put(label: string, next: Scenario): void;
}

/** Without what is not set. */
function having(scenario: Scenario, change: Partial<Scenario>): Scenario {
  const next = { ...scenario, ...change };
  for (const key of ["tags", "only", "skip", "cases"] as const) {
    const value = next[key];
    if (!value || (Array.isArray(value) && !value.length)) delete next[key];
  }
  return next;
}

export function ScenarioOptions({ scenario, result, put }: Props) {
  const { doc } = useDoc();
  const writable = useDocument((s) => s.writable);
  const known = [...new Set(doc.scenarios.flatMap((s) => s.tags ?? []))];
  const { tags = [], only, skip, cases } = scenario;
  return (
    <>
      <div className="scenario-options">
        <Select
          mode="tags"
          size="small"
          className="tags"
          aria-label="Tags"
          placeholder="tags"
          disabled={!writable}
          value={tags}
          onChange={(next: string[]) =>
            put("tag the scenario", having(scenario, { tags: next.map((t) => t.trim().slice(0, 40)).filter(Boolean) }))
          }
          options={known.map((t) => ({ value: t, label: t }))}
        />
        <Checkbox
          disabled={!writable}
          checked={only ?? false}
          onChange={(e) => put("run only this", having(scenario, { only: e.target.checked || undefined }))}
        >
          Only this
        </Checkbox>
        <Checkbox
          disabled={!writable}
          checked={skip ?? false}
          onChange={(e) => put("skip the scenario", having(scenario, { skip: e.target.checked || undefined }))}
        >
          Skip
        </Checkbox>
        {!cases && (
          <Button
            size="small"
            type="text"
            disabled={!writable}
            onClick={() => put("run over several values", having(scenario, { cases: [firstCase(doc.data)] }))}
          >
            Over several values …
          </Button>
        )}
      </div>
      {cases && <Cases scenario={scenario} result={result} put={put} />}
    </>
  );
}

type Case = NonNullable<Scenario["cases"]>[number];
const firstCase = (data: readonly { name: string; initial: Case[string] }[]): Case =>
  data.length ? { [data[0].name]: data[0].initial } : { value: "" };

/** A table: a column a value, a row a case. Data are given their names; other names stand in braces in the steps. */
function Cases({ scenario, result, put }: Props) {
  const { doc } = useDoc();
  const show = useRun((s) => s.show);
  const cases = scenario.cases ?? [];
  const names = [...new Set(cases.flatMap((c) => Object.keys(c)))];
  const set = (next: Case[]): void => put("change the values", having(scenario, { cases: next }));
  const rename = (from: string, to: string): void => {
    const name = to.trim();
    if (!/^\w[\w-]*$/.test(name) || name === from || names.includes(name)) return;
    set(cases.map((c) => Object.fromEntries(Object.entries(c).map(([k, v]) => [k === from ? name : k, v]))));
  };
  const unused = doc.data.map((d) => d.name).find((n) => !names.includes(n));
  return (
    <div className="cases">
      <table aria-label="Values that the scenario runs over">
        <thead>
          <tr>
            {names.map((n) => (
              <th key={n}>
                <Input
                  size="small"
                  variant="borderless"
                  aria-label={`Name of ${n}`}
                  defaultValue={n}
                  onBlur={(e) => rename(n, e.target.value)}
                  onPressEnter={(e) => e.currentTarget.blur()}
                />
              </th>
            ))}
            <th aria-label="Result" />
          </tr>
        </thead>
        <tbody>
          {cases.map((c, row) => {
            const went = result?.cases?.[row];
            return (
              // biome-ignore lint/suspicious/noArrayIndexKey: cases are told apart by place
              <tr key={row}>
                {names.map((n) => (
                  <td key={n}>
                    <Input
                      key={String(c[n] ?? "")}
                      size="small"
                      variant="borderless"
                      aria-label={`${n} in case ${row + 1}`}
                      defaultValue={String(c[n] ?? "")}
                      onBlur={(e) => {
                        const value = meant(e.target.value);
                        if (value !== c[n]) set(cases.with(row, { ...c, [n]: value }));
                      }}
                      onPressEnter={(e) => e.currentTarget.blur()}
                    />
                  </td>
                ))}
                <td className="case-keys">
                  {went && (
                    <span className={`verdict ${went.ok ? "holds" : "fails"}`}>{went.ok ? "holds" : "fails"}</span>
                  )}
                  <button
                    type="button"
                    className="plain"
                    aria-label={`Play case ${row + 1}`}
                    onClick={() => show({ ...scenario, cases: [c] }, null)}
                  >
                    Play
                  </button>
                  <button
                    type="button"
                    className="plain"
                    aria-label={`Remove case ${row + 1}`}
                    onClick={() => set(cases.toSpliced(row, 1))}
                  >
                    ×
                  </button>
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <div className="case-ways">
        <Button size="small" onClick={() => set([...cases, { ...cases[cases.length - 1] }])}>
          Another case
        </Button>
        <Button
          size="small"
          type="text"
          onClick={() => {
            const name = unused ?? `value${names.length + 1}`;
            const start = doc.data.find((d) => d.name === name)?.initial ?? "";
            set(cases.map((c) => ({ ...c, [name]: start })));
          }}
        >
          Another value
        </Button>
        <span className="muted">
          A datum begins with its value; another name stands in texts and keys as {"{name}"}.
        </span>
      </div>
    </div>
  );
}
