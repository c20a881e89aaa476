/** The page is right: edits of the sheet that explain what was found, each shown before it is made. */
import { Button } from "antd";
import { useEffect, useState } from "react";
import type { Mend, Shown } from "../../core/trial";
import { useDocument } from "../store/document";
import { useDoc } from "../store/program";
import { findMends } from "../workers/mender";

export function PageIsRight({ shown }: { shown: Shown }) {
  const { doc } = useDoc();
  const writable = useDocument((s) => s.writable);
  const edit = useDocument((s) => s.edit);
  const [asked, setAsked] = useState(false);
  const [taken, setTaken] = useState<string | null>(null);
  const [found, setFound] = useState<Mend[] | "looking" | null>("looking");
  useEffect(() => {
    if (!asked || taken !== null) return;
    setFound("looking");
    return findMends(doc, shown, setFound);
  }, [asked, taken, doc, shown]);
  if (taken !== null)
    return (
      <p className="trial-mended" role="status">
        The sheet says it now: {taken}. Try again to see whether both do the same.
      </p>
    );
  if (!asked)
    return (
      <Button size="small" className="trial-right" disabled={!writable} onClick={() => setAsked(true)}>
        The page is right
      </Button>
    );
  if (found === "looking") return <p className="muted">Looking for an edit that explains it…</p>;
  if (!found?.length)
    return (
      <p className="muted">No single edit of the sheet explains it: change the sheet by hand, or leave the fact out.</p>
    );
  const take = (m: Mend): void => {
    edit(`the page is right: ${m.where}`, () => m.doc);
    setTaken(m.where);
  };
  return (
    <ul className="trial-mends" aria-label="Edits of the sheet that explain it">
      {found.map((m) => (
        <li key={`${m.where} ${m.after}`}>
          <span className="trial-where">{m.where}</span>
          <span className="mono trial-edit">
            {m.before && <del>{m.before}</del>}
            {m.after ? <ins>{m.after}</ins> : <ins className="muted">nothing</ins>}
          </span>
          <Button size="small" onClick={() => take(m)}>
            Say so
          </Button>
        </li>
      ))}
    </ul>
  );
}
