import { useNavigate, useParams } from "react-router";
import { printEvent } from "../../core/expression";
import { spanText } from "../../core/measure";
import { addEventRow, own } from "../../core/model";
import type { Program } from "../../core/program";
import { explain, type Frame, type Phrase, type Trail, wayOut } from "../../core/run";
import { useSelection } from "../sheet/selection";
import { useDocument } from "../store/document";

/** Goes to a cell of the sheet. */
export function useToCell(): (cell: { section: "event" | "look"; row: number | string; column: string }) => void {
  const navigate = useNavigate();
  const { id } = useParams();
  const select = useSelection((s) => s.selectCell);
  return (cell) => {
    select(cell);
    navigate(`/component/${id}/sheet`);
  };
}

export const Phrases = ({ of }: { of: readonly Phrase[] }) =>
  of.map((p, k) =>
    // biome-ignore lint/suspicious/noArrayIndexKey: phrases have no other identity
    p.kind === "plain" ? p.text : <b key={k}>{p.text}</b>,
  );

interface Props {
  program: Program;
  frame: Frame;
  /** It came of itself, after what the person did. */
  later: boolean;
  /** The whole way, where it is asked for. */
  way: Trail | null;
  onWay?: () => void;
}

/** Why the last thing happened, or nothing did, and the cell that decides it. */
export function Explanation({ program, frame, later, way, onWay }: Props) {
  const { step } = frame;
  const told = explain(program, step);
  const toCell = useToCell();
  return (
    <div
      className={`explanation ${told.nothing && !later ? "nothing" : ""} ${later ? "later" : ""}`}
      aria-live="polite"
    >
      <span className="muted mono">{spanText(step.at)}</span>{" "}
      {told.sentences.map((sentence, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: sentences have no other identity
        <span key={i}>
          <Phrases of={sentence} />{" "}
        </span>
      ))}
      {!later &&
        (told.nothing ? (
          <ToWayOut program={program} frame={frame} />
        ) : (
          told.cell && (
            <button
              type="button"
              className="plain to-cell"
              onClick={() => toCell({ section: "event", row: told.cell!.row, column: told.cell!.state })}
            >
              Show the cell
            </button>
          )
        ))}
      {onWay && (
        <button type="button" className="plain to-cell" aria-expanded={way !== null} onClick={onWay}>
          {way ? "Only this" : "The whole way"}
        </button>
      )}
      {way && <Way of={way} />}
    </div>
  );
}

/** Nothing happened: to the cell that would change that, or the row that is missing. */
function ToWayOut({ program, frame }: { program: Program; frame: Frame }) {
  const toCell = useToCell();
  const navigate = useNavigate();
  const { id } = useParams();
  const writable = useDocument((s) => s.writable);
  const way = wayOut(program, frame);
  if (!way || (way.kind === "row" && !writable)) return null;
  const go = (): void => {
    if (way.kind === "reaction") return toCell({ section: "event", row: way.row, column: way.state });
    if (way.kind === "look") return toCell({ section: "look", row: way.part, column: way.state });
    if (way.kind === "part") return void navigate(`/component/${id}/parts?part=${encodeURIComponent(way.part)}`);
    const { doc, edit } = useDocument.getState();
    edit(`add a row for ${printEvent(way.event)}`, (d) => addEventRow(d, way.event));
    toCell({ section: "event", row: doc?.reactions.length ?? 0, column: way.state });
  };
  const text =
    way.kind === "reaction"
      ? isSaid(program, way)
        ? "Show the cell"
        : "Decide it in the sheet"
      : way.kind === "look"
        ? `Show how ${way.part} is in ${way.state === "always" ? "every state" : way.state}`
        : way.kind === "part"
          ? `Show ${way.part} in Parts`
          : `Add a row for ${printEvent(way.event)}`;
  return (
    <button type="button" className="plain to-cell" onClick={go}>
      {text}
    </button>
  );
}

/** What is decided, be it “ignored” or a condition that does not hold, is not to be decided once more. */
const isSaid = ({ doc }: Program, { row, state }: { row: number; state: string }): boolean =>
  own(doc.reactions[row]?.in, state) !== undefined;

const heads = { asked: "asked", left: "left", did: "did", entered: "entered", changed: "changed" } as const;

/** Whom the event passed, who was asked, and what came of it, in the order in which it happened. */
function Way({ of }: { of: Trail }) {
  const toCell = useToCell();
  return (
    <div className="way">
      {of.path.length > 0 && (
        <p className="way-path">
          {of.path.map((p, i) => (
            <span key={p.part} className={p.listens ? "listens" : ""}>
              {i > 0 && " → "}
              {i + 1} {p.name}
              {p.stopped && " (stopped here)"}
            </span>
          ))}
        </p>
      )}
      <ul>
        {of.lines.map((line, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: lines have no other identity
          <li key={i} className={line.taken === false ? "not-taken" : ""}>
            <span className="way-head">{of.lines[i - 1]?.kind === line.kind ? "" : heads[line.kind]}</span>
            {line.cell ? (
              <button
                type="button"
                className="plain"
                onClick={() => toCell({ section: "event", row: line.cell!.row, column: line.cell!.state })}
              >
                <Phrases of={line.phrases} />
              </button>
            ) : (
              <span>
                <Phrases of={line.phrases} />
              </span>
            )}
          </li>
        ))}
        {of.lines.length === 0 && <li className="not-taken">Nobody was asked, and nothing changed.</li>}
      </ul>
    </div>
  );
}
