/** A datum and its value; the value can be set by hand. */
import { Input, InputNumber, Select, Switch } from "antd";
import { memo } from "react";
import type { Datum, Value } from "../../core/model";
import { useRun } from "../store/run";

export const DataFact = memo(({ datum, value }: { datum: Datum; value: Value }) => {
  const act = useRun((s) => s.act);
  const set = (to: Value): void => act({ set: datum.name, to });
  return (
    <div className="fact-row">
      <dt>{datum.name}</dt>
      <dd className="mono">
        <Control datum={datum} value={value} set={set} />
      </dd>
    </div>
  );
});

function Control({ datum, value, set }: { datum: Datum; value: Value; set: (to: Value) => void }) {
  const label = `Set ${datum.name}`;
  if (datum.type === "boolean")
    return <Switch size="small" aria-label={label} checked={value === true} onChange={set} />;
  if (datum.type === "one of") {
    const options = datum.values.map((v) => ({ value: v, label: v }));
    return (
      <Select
        size="small"
        variant="borderless"
        aria-label={label}
        value={String(value)}
        options={options}
        onChange={set}
      />
    );
  }
  if (datum.type === "text") {
    return (
      <Input
        key={String(value)}
        size="small"
        variant="borderless"
        aria-label={label}
        defaultValue={String(value)}
        onPressEnter={(e) => set(e.currentTarget.value)}
        onBlur={(e) => e.currentTarget.value !== value && set(e.currentTarget.value)}
      />
    );
  }
  const range = datum.type === "integer" ? { min: datum.min, max: datum.max, precision: 0 } : {};
  return (
    <InputNumber
      size="small"
      variant="borderless"
      aria-label={label}
      value={Number(value)}
      {...range}
      onChange={(n) => n !== null && set(Number(n))}
    />
  );
}
