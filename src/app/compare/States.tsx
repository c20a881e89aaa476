/** Any states side by side, at any width of the page, with what differs from the first. */
import { Checkbox, Slider } from "antd";
import { useMemo, useState } from "react";
import { atRest, type Instant } from "../../core/run";
import { useDoc } from "../store/program";
import { DifferingTable } from "./DifferingTable";
import { differingRows } from "./differing";
import { Picture } from "./Picture";

const widths = [
  { label: "phone", width: 390 },
  { label: "tablet", width: 768 },
  { label: "desktop", width: 1280 },
];

export function States() {
  const { doc, program } = useDoc();
  const names = useMemo(() => program.states.filter((s) => s.atomic).map((s) => s.name), [program]);
  const [picked, setPicked] = useState<readonly string[] | null>(null);
  const [width, setWidth] = useState(doc.page.width);
  const [marked, setMarked] = useState(true);
  const chosen = useMemo(() => (picked ?? names.slice(0, 2)).filter((n) => names.includes(n)), [picked, names]);
  const instants = useMemo(
    () =>
      chosen.map((name): Instant => {
        const state = atRest(program, name);
        return { program, state: atRest(program, name, { ...state, page: { ...state.page, width } }) };
      }),
    [program, chosen, width],
  );
  const { rows, marks } = useMemo(() => differingRows(instants), [instants]);
  const toggle = (name: string): void =>
    setPicked(
      chosen.includes(name) ? chosen.filter((n) => n !== name) : names.filter((n) => chosen.includes(n) || n === name),
    );
  return (
    <>
      <div className="compare-bar">
        <div className="compare-names" role="group" aria-label="States">
          {names.map((name) => (
            <button
              key={name}
              type="button"
              className="plain pick"
              aria-pressed={chosen.includes(name)}
              onClick={() => toggle(name)}
            >
              {name}
            </button>
          ))}
          {chosen.length < names.length && (
            <button type="button" className="plain muted" onClick={() => setPicked(names)}>
              all
            </button>
          )}
        </div>
        <div className="compare-width">
          {widths.map((w) => (
            <button
              key={w.label}
              type="button"
              className="plain pick"
              aria-pressed={width === w.width}
              onClick={() => setWidth(w.width)}
            >
              {w.label}
            </button>
          ))}
          <Slider
            min={240}
            max={1440}
            value={width}
            onChange={setWidth}
            ariaLabelForHandle="Width of the page"
            tooltip={{ open: false }}
          />
          <span className="mono">{width} px</span>
          <Checkbox checked={marked} onChange={(e) => setMarked(e.target.checked)}>
            mark what differs
          </Checkbox>
        </div>
      </div>
      {chosen.length < 2 ? (
        <p className="muted compare-empty">Pick two states or more; the others are compared with the first.</p>
      ) : (
        <>
          <section className="pictures" aria-label="The states side by side">
            {instants.map((instant, i) => (
              <Picture
                key={chosen[i]}
                title={`${chosen[i]} at ${width} px`}
                head={
                  <>
                    <b>{chosen[i]}</b>
                    {i === 0 && <span className="muted"> what the others are compared with</span>}
                  </>
                }
                instant={instant}
                scale={1}
                marks={marked ? marks[i] : undefined}
              />
            ))}
          </section>
          <DifferingTable rows={rows.filter((r) => r.fact !== "state")} heads={chosen} />
        </>
      )}
    </>
  );
}
