/** The exact values under the pointer. */
import { createPortal } from "react-dom";
import { spanText } from "../../core/measure";
import { partName } from "../../core/program";
import { factList, type Session, stateAt } from "../../core/run";
import { scrollAt } from "../../core/surface";
import type { Row } from "./paint";
import type { Segment } from "./segments";

interface Props {
  session: Session;
  row: Row;
  t: number;
  x: number;
  y: number;
  segments: ReadonlyMap<string, readonly Segment[]>;
}

export function Reading({ session, row, t, x, y, segments }: Props) {
  const lines = row.folded ? [] : linesOf(session, row, t, segments.get(row.id) ?? []);
  return createPortal(
    <div
      className="reading"
      role="status"
      style={{ left: Math.min(x + 14, innerWidth - 260), bottom: innerHeight - y + 6 }}
    >
      <span className="mono">{spanText(t)}</span> <b>{row.label}</b>
      {lines.map((line) => (
        <div key={line}>{line}</div>
      ))}
    </div>,
    document.body,
  );
}

function linesOf(session: Session, row: Row, t: number, segments: readonly Segment[]): string[] {
  const [lane] = row.lanes;
  const state = stateAt(session, t);
  const { program } = session;
  if (lane.kind === "part") {
    const facts = new Map(factList({ program, state }, lane.part).map((f) => [f.fact, f.value]));
    const moving = state.tracks
      .filter((m) => m.part === lane.part)
      .map((m) => `${m.property} ${facts.get(m.property)}`);
    if (facts.get("displayed") === "no") return [facts.get("in the document") === "no" ? "absent" : "not displayed"];
    return [
      `seen at ${Math.round(Number(facts.get("opacity seen")) * 1000) / 10} %`,
      facts.get("takes the pointer") === "yes" ? "takes the pointer" : "does not take the pointer",
      ...(facts.get("in the Tab order") === "yes" ? ["in the Tab order"] : []),
      ...moving,
    ];
  }
  if (lane.kind === "scroll") return [`${Math.round(scrollAt(state.page, t) * 10) / 10} px`];
  if (lane.kind === "focus") return [partName(program, state.focus)];
  const here = segments.filter((s) => s.from <= t && (s.to >= t || (s.from === s.to && t - s.from < 40)));
  return here.slice(-3).flatMap((s) => {
    const due = s.due === undefined ? [] : [s.due > t ? `due in ${spanText(s.due - t)}, at ${spanText(s.due)}` : "due"];
    const lasts = s.kind === "state" ? [`since ${spanText(s.from)}`] : [];
    const found = lane.kind === "found" && lane.part !== null ? [s.kind] : [];
    return [s.label, ...found, ...due, ...lasts].filter(Boolean);
  });
}
