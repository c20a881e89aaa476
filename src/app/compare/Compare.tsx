/** Side by side: states, two instants of a run, two ways for one part to be there, two versions. */
import { Segmented } from "antd";
import { useSearchParams } from "react-router";
import { useAddress } from "../shell/address";
import { useComparing } from "../store/comparing";
import { Instants } from "./Instants";
import { States } from "./States";
import { Versions } from "./Versions";
import { Ways } from "./Ways";

const kinds = [
  { value: "states", label: "States" },
  { value: "instants", label: "Instants" },
  { value: "ways", label: "Ways to be there" },
  { value: "versions", label: "Versions" },
];

export function Compare() {
  const [params] = useSearchParams();
  const address = useAddress();
  // Whoever chose what to compare with comes back to it.
  const comparing = useComparing((s) => s.other !== null);
  const what = kinds.find((k) => k.value === params.get("what"))?.value ?? (comparing ? "versions" : "states");
  const choose = (value: string): void => address((params) => params.set("what", value));
  return (
    <div className="compare">
      <div className="compare-kinds">
        <Segmented size="small" aria-label="What to compare" options={kinds} value={what} onChange={choose} />
      </div>
      {what === "states" && <States />}
      {what === "instants" && <Instants />}
      {what === "ways" && <Ways />}
      {what === "versions" && <Versions />}
    </div>
  );
}
