import { useNavigate, useParams } from "react-router";
import { spanText } from "../../core/measure";
import type { Program } from "../../core/program";
import { explain, type Step } from "../../core/run";
import { useSelection } from "../sheet/selection";

/** Why the last thing happened, or nothing did, and the cell that decides it. */
export function Explanation({ program, step, later }: { program: Program; step: Step; later: boolean }) {
  const told = explain(program, step);
  const navigate = useNavigate();
  const { id } = useParams();
  const select = useSelection((s) => s.selectCell);
  return (
    <div
      className={`explanation ${told.nothing && !later ? "nothing" : ""} ${later ? "later" : ""}`}
      aria-live="polite"
    >
      <span className="muted mono">{spanText(step.at)}</span>{" "}
      {told.sentences.map((sentence, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: sentences have no other identity
        <span key={i}>
          {sentence.map((p, k) =>
            // biome-ignore lint/suspicious/noArrayIndexKey: as above
            p.kind === "plain" ? p.text : <b key={k}>{p.text}</b>,
          )}{" "}
        </span>
      ))}
      {told.cell && !later && (
        <button
          type="button"
          className="plain to-cell"
          onClick={() => {
            select({ section: "event", row: told.cell!.row, column: told.cell!.state });
            navigate(`/component/${id}/sheet`);
          }}
        >
          {told.nothing ? "Decide it in the sheet" : "Show the cell"}
        </button>
      )}
    </div>
  );
}
