/** The component's data: what guards, assignments and texts read and change. */
import { Button, Input, Select } from "antd";
import { useState } from "react";
import { datumNameRule, isDatumName, rename } from "../../core/expression";
import { addDatum, type Component, type Datum, freeName, freshDatum, removeDatum, setDatum } from "../../core/model";
import { useDocument } from "../store/document";
import { useDoc } from "../store/program";

export function DataList() {
  const { doc } = useDoc();
  const edit = useDocument((s) => s.edit);
  const put = (datum: Datum): void => edit(`change ${datum.name}`, (d) => setDatum(d, datum.name, datum));
  const add = (): void => {
    const taken = doc.data.map((d) => d.name.replace("_", "-"));
    const name = freeName("value", taken).replace("-", "_");
    edit(`add ${name}`, (d) => addDatum(d, freshDatum.boolean(name)));
  };
  return (
    <div className="data-list">
      <h2 className="caps">Data</h2>
      {doc.data.map((datum) => (
        <div key={datum.name} className="datum">
          <DatumName datum={datum} doc={doc} />
          <Select
            size="small"
            aria-label={`Type of ${datum.name}`}
            value={datum.type}
            options={Object.keys(freshDatum).map((t) => ({ value: t, label: t }))}
            onChange={(type) => put(freshDatum[type](datum.name))}
          />
          <DatumValue datum={datum} put={put} />
          <Button
            size="small"
            type="text"
            aria-label={`Remove ${datum.name}`}
            onClick={() => edit(`remove ${datum.name}`, (d) => removeDatum(d, datum.name))}
          >
            ×
          </Button>
        </div>
      ))}
      <Button size="small" onClick={add}>
        Add data
      </Button>
    </div>
  );
}

/** What cannot be a name stays in its field, with what is wrong with it, until it is another. */
function DatumName({ datum, doc }: { datum: Datum; doc: Component }) {
  const edit = useDocument((s) => s.edit);
  const [wrong, setWrong] = useState("");
  const done = (text: string): void => {
    const name = text.trim();
    if (name === datum.name) return setWrong("");
    if (!isDatumName(name)) return setWrong(`A name is ${datumNameRule}.`);
    if (doc.data.some((d) => d.name === name)) return setWrong(`There is a datum named ${name} already.`);
    setWrong("");
    edit(`rename ${datum.name}`, (d) => rename(d, "data", datum.name, name));
  };
  return (
    <div className="datum-name">
      <Input
        size="small"
        aria-label={`Name of ${datum.name}`}
        defaultValue={datum.name}
        status={wrong ? "error" : undefined}
        onBlur={(e) => done(e.target.value)}
        onPressEnter={(e) => done(e.currentTarget.value)}
      />
      {wrong && (
        <p className="cell-error" role="alert">
          {wrong}
        </p>
      )}
    </div>
  );
}

/** Starting value and range as one text: `3 of 0 to 9`, `one of a, b`. */
function DatumValue({ datum, put }: { datum: Datum; put(datum: Datum): void }) {
  const props = { size: "small" as const, "aria-label": `Starting value of ${datum.name}`, key: JSON.stringify(datum) };
  switch (datum.type) {
    case "boolean":
      return (
        <Select
          {...props}
          value={datum.initial}
          options={[true, false].map((v) => ({ value: v, label: String(v) }))}
          onChange={(initial) => put({ ...datum, initial })}
        />
      );
    case "integer":
      return (
        <Input
          {...props}
          defaultValue={`${datum.initial} of ${datum.min} to ${datum.max}`}
          onBlur={(e) => {
            const found = /^\s*(-?\d+)\s+of\s+(-?\d+)\s+to\s+(-?\d+)\s*$/.exec(e.target.value);
            const [initial, min, max] = (found?.slice(1) ?? []).map(Number);
            if (found && min <= initial && initial <= max) put({ ...datum, initial, min, max });
            else e.target.value = `${datum.initial} of ${datum.min} to ${datum.max}`;
          }}
        />
      );
    case "number":
      return (
        <Input
          {...props}
          defaultValue={datum.initial}
          onBlur={(e) => put({ ...datum, initial: Number(e.target.value) || 0 })}
        />
      );
    case "text":
      return (
        <Input {...props} defaultValue={datum.initial} onBlur={(e) => put({ ...datum, initial: e.target.value })} />
      );
    case "one of":
      return (
        <Input
          {...props}
          title="The first is the starting value"
          defaultValue={[datum.initial, ...datum.values.filter((v) => v !== datum.initial)].join(", ")}
          onBlur={(e) => {
            const values = e.target.value
              .split(",")
              .map((v) => v.trim())
              .filter(Boolean);
            if (values.length) put({ ...datum, values, initial: values[0] });
          }}
        />
      );
  }
}
