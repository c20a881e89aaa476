/** Side by side: states, two instants of a run, two ways for one part to be there. */
import { Segmented } from "antd";
import { useSearchParams } from "react-router";
import { Instants } from "./Instants";
import { States } from "./States";
import { Ways } from "./Ways";

const kinds = [
  { value: "states", label: "States" },
  { value: "instants", label: "Instants" },
  { value: "ways", label: "Ways to be there" },
];

export function Compare() {
  const [params, setParams] = useSearchParams();
  const what = kinds.find((k) => k.value === params.get("what"))?.value ?? "states";
  const choose = (value: string): void => {
    const next = new URLSearchParams(location.search);
    next.set("what", value);
    setParams(next, { replace: true });
  };
  return (
    <div className="compare">
      <div className="compare-kinds">
        <Segmented size="small" aria-label="What to compare" options={kinds} value={what} onChange={choose} />
      </div>
      {what === "states" && <States />}
      {what === "instants" && <Instants />}
      {what === "ways" && <Ways />}
    </div>
  );
}
