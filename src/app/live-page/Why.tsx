/** Why a part is like this now: for each thing about it the cell, the state and the motion that made it so. */
import { Select } from "antd";
import { memo } from "react";
import { create } from "zustand";
import type { Program } from "../../core/program";
import { type RunState, whyPart } from "../../core/run";
import { Phrases, useToCell } from "./Explanation";

/** The part that is asked about; shared with the page, where it is pointed out. */
export const useAsked = create<{ part: string | null; ask(part: string | null): void }>()((set) => ({
  part: null,
  ask: (part) => set({ part }),
}));

export function Why({ program, moment }: { program: Program; moment: RunState }) {
  const part = useAsked((s) => s.part);
  const toCell = useToCell();
  const index = part === null ? undefined : program.partIndex.get(part);
  const reasons = index === undefined ? [] : whyPart(program, moment, index);
  return (
    <section className="why" aria-label="Why a part is like this">
      <div className="why-head">
        <label htmlFor="why-part">Why is</label>
        <WhichPart program={program} />
        <span>like this?</span>
      </div>
      {reasons.length > 0 && (
        <dl className="reasons">
          {reasons.map((r) => (
            <div key={r.about}>
              <dt>{r.about}</dt>
              <dd>
                <b className="reason-value">{r.value}</b>{" "}
                {r.cell ? (
                  <button
                    type="button"
                    className="plain muted"
                    title="Show the cell"
                    onClick={() => toCell({ section: "look", row: r.cell!.part, column: r.cell!.state })}
                  >
                    <Phrases of={r.because} />
                  </button>
                ) : (
                  <span className="muted">
                    <Phrases of={r.because} />
                  </span>
                )}
              </dd>
            </div>
          ))}
        </dl>
      )}
    </section>
  );
}

/** On its own, since it stays the same while the instant does not. */
const WhichPart = memo(({ program }: { program: Program }) => {
  const { part, ask } = useAsked();
  return (
    <Select
      id="why-part"
      size="small"
      showSearch
      allowClear
      placeholder="a part"
      value={part !== null && program.partIndex.has(part) ? part : undefined}
      onChange={(name) => ask(name ?? null)}
      options={program.parts.map((p) => ({ value: p.name, label: p.name }))}
      popupMatchSelectWidth={false}
    />
  );
});
