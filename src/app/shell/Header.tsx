import { Suspense, useState } from "react";
import { Link, NavLink, useParams } from "react-router";
import { Help } from "../help/Help";
import { useDocument } from "../store/document";
import { countsOf, useProof } from "../store/proof";
import { useSaving } from "../store/saving";
import { useTheme } from "../theme/theme";
import { lazily } from "./lazily";

const views = [
  ["sheet", "Sheet"],
  ["parts", "Parts"],
  ["motion", "Motion"],
  ["compare", "Compare"],
  ["proof", "Proof"],
  ["deliver", "Deliver"],
  ["trial", "Trial"],
] as const;

const NotInForceChip = lazily(() => import("../sheet/NotInForce"), "NotInForceChip");

export function Header() {
  const { id } = useParams();
  const theme = useTheme();
  const name = useDocument((s) => s.doc?.name);
  return (
    <header className="header">
      <Link to="/" className="brand">
        <img src="/mark.svg" alt="" width={18} height={18} />
        <span className="brand-name">Lively State</span>
      </Link>
      {id && name !== undefined && (
        <>
          <ComponentName name={name} />
          <UndoKeys />
          <Standing id={id} />
        </>
      )}
      <nav className="views" aria-label="Views">
        <NavLink to="/" end>
          Shelf
        </NavLink>
        {id &&
          name !== undefined &&
          views.map(([path, label]) => (
            <NavLink key={path} to={`/component/${id}/${path}`}>
              {label}
            </NavLink>
          ))}
        <Help />
        <button type="button" className="plain theme" onClick={theme.toggle}>
          {theme.name === "dark" ? "Light" : "Dark"}
        </button>
      </nav>
    </header>
  );
}

function UndoKeys() {
  const last = useDocument((s) => s.past[s.past.length - 1]?.label);
  const next = useDocument((s) => s.future[0]?.label);
  const { undo, redo } = useDocument.getState();
  return (
    <span className="undo-keys">
      <button
        type="button"
        className="plain"
        disabled={last === undefined}
        title={last && `Undo: ${last} (Ctrl+Z)`}
        onClick={undo}
      >
        Undo
      </button>
      <button
        type="button"
        className="plain"
        disabled={next === undefined}
        title={next && `Redo: ${next} (Ctrl+Y)`}
        onClick={redo}
      >
        Redo
      </button>
    </span>
  );
}

function ComponentName({ name }: { name: string }) {
  const [editing, setEditing] = useState(false);
  const edit = useDocument((s) => s.edit);
  const writable = useDocument((s) => s.writable);
  if (!editing) {
    return (
      <button
        type="button"
        className="plain component-name"
        title={`${name} — click to rename`}
        disabled={!writable}
        onClick={() => setEditing(true)}
      >
        {name}
      </button>
    );
  }
  const done = (text: string): void => {
    const next = text.trim().slice(0, 120);
    if (next && next !== name) edit("rename the component", (doc) => ({ ...doc, name: next }));
    setEditing(false);
  };
  return (
    <input
      className="component-name"
      aria-label="Name of the component"
      defaultValue={name}
      maxLength={120}
      onFocus={(e) => e.target.select()}
      // biome-ignore lint/a11y/noAutofocus: it takes the place of the name that was clicked
      autoFocus
      onBlur={(e) => done(e.target.value)}
      onKeyDown={(e) => {
        if (e.key === "Enter") done(e.currentTarget.value);
        if (e.key === "Escape") setEditing(false);
      }}
    />
  );
}

/** How the component stands, in a few words; each leads to the proof. */
function Standing({ id }: { id: string }) {
  const { proof, running, seen, of } = useProof();
  const doc = useDocument((s) => s.doc);
  // Until the proof of what is there now has come, the figures are of what was there before.
  const stale = proof !== null && of !== doc;
  const saving = useSaving();
  const hasDrafts = useDocument((s) => Object.keys(s.drafts).length > 0);
  const to = `/component/${id}/proof`;
  const counts = proof && countsOf(proof);
  return (
    <div
      className={`standing ${stale ? "stale" : ""}`}
      aria-live="polite"
      aria-busy={stale}
      title={stale ? "Being proved again" : undefined}
    >
      {counts && (
        <>
          {counts.failing > 0 ? (
            <Link to={to} className="chip wrong">
              {counts.failing} of {counts.failing + counts.holding} <span className="if-wide">scenarios </span>fail
            </Link>
          ) : (
            <Link to={to} className={`chip ${counts.holding ? "holds" : ""}`}>
              {counts.holding === 0 ? (
                "no scenarios yet"
              ) : (
                <>
                  {counts.holding} <span className="if-wide">{counts.holding === 1 ? "scenario " : "scenarios "}</span>
                  {counts.holding === 1 ? "holds" : "hold"}
                </>
              )}
            </Link>
          )}
          <Link to={to} className={`chip ${counts.findings ? "wrong" : "holds"}`}>
            {counts.findings === 1
              ? "1 finding"
              : counts.findings
                ? `${counts.findings} findings`
                : counts.complete
                  ? "no findings"
                  : "none found so far"}
          </Link>
          <Link to={to} className={`chip ${counts.undecided ? "open" : "holds"}`}>
            {counts.undecided ? `${counts.undecided} undecided` : "all decided"}
          </Link>
        </>
      )}
      {hasDrafts && (
        <Suspense>
          <NotInForceChip />
        </Suspense>
      )}
      {running && seen > 2000 && <span className="chip">{seen} situations …</span>}
      {saving.state === "failed" && <span className="chip wrong">not saved</span>}
    </div>
  );
}
