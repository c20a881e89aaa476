import { useNavigate, useParams } from "react-router";
import { spanText } from "../../core/measure";
import type { Program } from "../../core/program";
import { explain, type Frame, type Phrase, type Trail } from "../../core/run";
import { useSelection } from "../sheet/selection";

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
      {told.cell && !later && (
        <button
          type="button"
          className="plain to-cell"
          onClick={() => toCell({ section: "event", row: told.cell!.row, column: told.cell!.state })}
        >
          {told.nothing ? "Decide it in the sheet" : "Show the cell"}
        </button>
      )}
      {onWay && (
        <button type="button" className="plain to-cell" aria-expanded={way !== null} onClick={onWay}>
          {way ? "Only this" : "The whole way"}
        </button>
      )}
      {way && <Way of={way} />}
    </div>
  );
}

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
