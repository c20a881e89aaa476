/** What stands around the sheet's rows: tools, section titles, and bands over nested states. */
import { Input } from "antd";
import { shareOf } from "../../core/proof";
import { useActive } from "../store/active";
import { useComparing } from "../store/comparing";
import { useProof } from "../store/proof";
import type { ColumnBox } from "./Arcs";
import type { bandsOf } from "./grid/grid";
import { useView } from "./view";

export const sectionTitles = {
  look: "Looks — what a person sees and can reach",
  event: "Reactions — what happens when",
};

/** Over the rows of a section; they can be folded away under it. */
export function SectionTitle({ section }: { section: keyof typeof sectionTitles }) {
  const folded = useView((v) => v.folded.includes(section));
  const fold = useView((v) => v.fold);
  return (
    // biome-ignore lint/a11y/useFocusableInteractive: the button in it takes the focus
    <div className="section-title caps" role="row">
      {/* biome-ignore lint/a11y/useFocusableInteractive: as above */}
      <div role="rowheader">
        <button type="button" className="plain" aria-expanded={!folded} onClick={() => fold(section)}>
          {sectionTitles[section]}
          <span className="muted">{folded ? " · folded" : ""}</span>
        </button>
      </div>
    </div>
  );
}

/** Finding rows again, and rows that are not always there. */
export function SheetTools() {
  const { filter, lifecycle, coverage, setFilter, showLifecycle, showCoverage } = useView();
  return (
    <div className="sheet-tools">
      <Input
        size="small"
        allowClear
        placeholder="Only rows with …"
        aria-label="Only rows with"
        value={filter}
        onChange={(e) => setFilter(e.target.value)}
        onKeyDown={(e) => e.key === "Escape" && setFilter("")}
      />
      <button type="button" className="plain" aria-pressed={lifecycle} onClick={showLifecycle}>
        {lifecycle ? "Hide entering and leaving" : "Entering and leaving"}
      </button>
      <button type="button" className="plain" aria-pressed={coverage} onClick={showCoverage}>
        {coverage ? "Hide coverage" : "Coverage"}
      </button>
      {coverage && <CoverageNote />}
      <AgainstTool />
    </div>
  );
}

/** Where a version or another component was chosen to compare with, its differences can be marked. */
function AgainstTool() {
  const { against, showAgainst } = useView();
  const other = useComparing((s) => s.other);
  const cells = useComparing((s) => s.cells);
  if (!other) return null;
  const marked = cells.filter((c) => c.state).length;
  return (
    <>
      <button type="button" className="plain" aria-pressed={against} onClick={() => showAgainst()}>
        {against ? "Hide what differs" : `What differs from ${other.name}`}
      </button>
      {against && (
        <span className="muted">
          {marked === 1 ? "1 cell differs" : `${marked} cells differ`} from {other.name}; below each stands what it says
          there
        </span>
      )}
    </>
  );
}

/** What the numbers in the cells mean, and how much there is of it. */
function CoverageNote() {
  const covered = useProof((s) => s.proof && shareOf(s.proof.coverage.branches).covered);
  const of = useProof((s) => s.proof && shareOf(s.proof.coverage.branches).of);
  if (of === null) return <span className="muted">…</span>;
  return (
    <span className="muted">
      The scenarios take {covered} of {of} reactions; a cell says how often, or <b className="never-word">never</b>
    </span>
  );
}

/** Nested states as bands over their columns; the regions of a parallel state side by side. */
export function Bands({ lines, boxes }: { lines: ReturnType<typeof bandsOf>; boxes: readonly ColumnBox[] }) {
  const active = useActive((s) => s.names);
  const closed = useView((v) => v.closed);
  const close = useView((v) => v.close);
  if (!lines.length) return null;
  return (
    <div className="bands" style={{ gridTemplateColumns: boxes.map((b) => `${b.width}px`).join(" ") }}>
      {lines.flatMap((line, depth) =>
        line.map((band) => (
          <div
            key={band.name}
            className={`band ${band.regions ? "regions" : ""} ${band.region ? "region" : ""} ${active.has(band.name) ? "lit" : ""}`}
            style={{ gridColumn: `${band.from + 1} / ${band.to + 2}`, gridRow: depth + 1 }}
          >
            <b title={band.name}>{band.name}</b>
            {band.regions && <span className="muted">all regions at once</span>}
            <button
              type="button"
              className="plain fold"
              aria-label={
                closed.includes(band.name) ? `Show the states of ${band.name}` : `Put the states of ${band.name} away`
              }
              aria-expanded={!closed.includes(band.name)}
              onClick={() => close(band.name)}
            >
              {closed.includes(band.name) ? "+" : "–"}
            </button>
          </div>
        )),
      )}
    </div>
  );
}
