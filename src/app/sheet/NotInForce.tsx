/** What was typed and does not count: told wherever something is said about the whole component. */
import { useMemo } from "react";
import { Link, useParams } from "react-router";
import { counted } from "../shell/counted";
import { useDocument } from "../store/document";
import { useDoc } from "../store/program";
import { type Draft, draftsOf } from "./grid/drafts";
import { idText, useSelection } from "./selection";
import { supports } from "./use-edits";

export function useDrafts(): Draft[] {
  const { doc } = useDoc();
  const drafts = useDocument((s) => s.drafts);
  return useMemo(() => draftsOf(doc, drafts, supports), [doc, drafts]);
}

const notInForce = (n: number): string => `${counted(n, "cell")} not in force`;

function ToCell({ draft, className, text }: { draft: Draft; className?: string; text: string }) {
  const { id } = useParams();
  return (
    <Link
      to={`/component/${id}/sheet?cell=${encodeURIComponent(idText(draft.cell))}`}
      className={className}
      title={`${draft.where}: ${draft.why}`}
      onClick={() => useSelection.getState().selectCell(draft.cell)}
    >
      {text}
    </Link>
  );
}

/** For the header: leads to the first of them. */
export function NotInForceChip() {
  const drafts = useDrafts();
  return drafts.length > 0 && <ToCell draft={drafts[0]} className="chip wrong" text={notInForce(drafts.length)} />;
}

/** All of them, each with its place and why it is not in force. */
export function NotInForce({ what }: { what: string }) {
  const drafts = useDrafts();
  if (!drafts.length) return null;
  return (
    <section className="not-in-force" aria-label="Not in force">
      <p>
        <b>{notInForce(drafts.length)}.</b> {what} is about the component without {drafts.length === 1 ? "it" : "them"}.
      </p>
      <ul>
        {drafts.map((d) => (
          <li key={idText(d.cell)}>
            <ToCell draft={d} text={d.where} /> <span className="mono">{d.text.trim() || "an empty text"}</span>{" "}
            <span className="muted">— {d.why}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
