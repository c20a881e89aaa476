/** Kept versions of the component: compared with it as it is, cell by cell and in how they behave; restored. */
import { Button, Input, Select } from "antd";
import { useLiveQuery } from "dexie-react-hooks";
import { useState } from "react";
import { useNavigate } from "react-router";
import type { CellDifference } from "../../core/expression";
import { stepText } from "../../core/proof";
import { useView } from "../sheet/view";
import { useTelling } from "../shell/telling";
import { database, dropVersion, keepVersion, putVersion, type StoredVersion } from "../storage/database";
import { readStored, storedName } from "../storage/stored";
import { useComparing } from "../store/comparing";
import { useDocument } from "../store/document";
import { useDoc } from "../store/program";
import { useRun } from "../store/run";
import { storeProblem } from "../store/saving";
import { BothThere } from "./BothThere";

const when = new Intl.DateTimeFormat("en-GB", { dateStyle: "medium", timeStyle: "short" });

/** A damaged record may have any date. */
const whenText = (at: unknown): string => {
  const date = new Date(Number(at));
  return Number.isNaN(date.getTime()) ? "at an unknown time" : when.format(date);
};

export function Versions() {
  const id = useDocument((s) => s.id)!;
  const { doc } = useDoc();
  const { other, choose } = useComparing();
  const { message } = useTelling();
  const edit = useDocument((s) => s.edit);
  const writable = useDocument((s) => s.writable);
  const [naming, setNaming] = useState("");
  const [refused, setRefused] = useState("");
  const versions = useLiveQuery(() => database.versions.where({ component: id }).reverse().sortBy("savedAt"), [id]);
  const others = useLiveQuery(() => database.components.toArray(), []);
  const doing = (work: Promise<unknown>): void =>
    void work.then(
      () => setRefused(""),
      (error: unknown) => setRefused(storeProblem(error)),
    );
  const remove = (v: StoredVersion): void => {
    doing(dropVersion(v.id));
    if (other?.key === `version ${v.id}`) choose(null);
    message.open({
      content: (
        <span>
          {v.name} was removed.{" "}
          <button type="button" className="plain undo-link" onClick={() => doing(putVersion(v))}>
            Put it back
          </button>
        </span>
      ),
      duration: 8,
    });
  };
  const restore = (v: StoredVersion): void => {
    const read = readStored(v.doc);
    if (read.ok) edit(`restore ${v.name}`, () => read.doc);
    else setRefused(`${v.name} cannot be read: ${read.problems[0].path} ${read.problems[0].message}`);
  };
  return (
    <div className="versions">
      <section className="versions-list">
        <Input
          size="small"
          aria-label="Name of the version to keep"
          placeholder="Keep it as it is now: name it, Enter"
          maxLength={80}
          value={naming}
          onChange={(e) => setNaming(e.target.value)}
          onPressEnter={(e) => {
            const name = e.currentTarget.value.trim();
            if (!name) return;
            doing(keepVersion(id, name, doc));
            setNaming("");
          }}
        />
        {refused && <p className="cell-error">{refused}</p>}
        {versions && !versions.length && (
          <p className="muted">
            No version is kept yet. Keep one before a larger change, and see afterwards what it did.
          </p>
        )}
        <ul>
          {versions?.map((v) => (
            <li key={v.id} className={`version ${other?.key === `version ${v.id}` ? "chosen" : ""}`}>
              <button
                type="button"
                className="plain version-name"
                aria-pressed={other?.key === `version ${v.id}`}
                onClick={() => choose({ key: `version ${v.id}`, name: v.name, doc: v.doc })}
              >
                <b>{v.name}</b>
                <span className="muted">{whenText(v.savedAt)}</span>
              </button>
              <Button size="small" disabled={!writable} onClick={() => restore(v)}>
                Restore
              </Button>
              <button type="button" className="plain" aria-label={`Remove ${v.name}`} onClick={() => remove(v)}>
                ×
              </button>
            </li>
          ))}
        </ul>
        <Select
          size="small"
          showSearch={{ optionFilterProp: "label" }}
          aria-label="Another component to compare with"
          placeholder="or compare with another component"
          value={other?.key.startsWith("component ") ? other.key.slice(10) : null}
          onChange={(chosen: string) => {
            const found = others?.find((o) => o.id === chosen);
            if (found) choose({ key: `component ${found.id}`, name: storedName(found.doc), doc: found.doc });
          }}
          options={others?.filter((o) => o.id !== id).map((o) => ({ value: o.id, label: storedName(o.doc) }))}
        />
      </section>
      <section className="versions-found">
        {other ? <Found /> : <p className="muted">Choose what to compare {doc.name} with.</p>}
      </section>
    </div>
  );
}

function Found() {
  const { other, cells, behaviour, running, seen, stop } = useComparing();
  const show = useRun((s) => s.show);
  const found = behaviour?.difference;
  return (
    <>
      <h2 className="caps">How they behave</h2>
      {running && (
        <p className="muted" aria-live="polite">
          {seen ? `${seen.toLocaleString("en")} pairs of situations so far …` : "Looking …"}{" "}
          <Button size="small" onClick={stop}>
            Stop
          </Button>
        </p>
      )}
      {behaviour && !found && (
        <p className={behaviour.complete ? "same" : "muted"}>
          {behaviour.complete
            ? `No run tells them apart: the same can be seen, heard and done in both, at any timing (${behaviour.pairs.toLocaleString("en")} pairs of situations).`
            : `None was found in ${behaviour.pairs.toLocaleString("en")} pairs of situations; what lies beyond was not looked at.`}
        </p>
      )}
      {found && (
        <div className="told-apart">
          <p>
            The shortest run that tells them apart: <b>{found.run.steps.map(stepText).join(" → ") || "the start"}</b>
          </p>
          <p>
            Then {found.part ? <b>{found.part}</b> : "the page"} has {found.fact} <b className="was">{found.a}</b> in{" "}
            {other!.name}, <b className="is">{found.b}</b> now.{" "}
            <Button size="small" onClick={() => show(found.run, null)}>
              Play
            </Button>
          </p>
          <BothThere other={other!} run={found.run} part={found.part} />
        </div>
      )}
      <h2 className="caps">What is written</h2>
      {cells.length ? <Written cells={cells} name={other!.name} /> : <p className="muted">Every cell says the same.</p>}
    </>
  );
}

const titles: Record<CellDifference["section"], string> = {
  look: "look",
  focus: "focus",
  event: "reaction",
  part: "part",
  state: "state",
  data: "datum",
  token: "token",
};

function Written({ cells, name }: { cells: readonly CellDifference[]; name: string }) {
  const navigate = useNavigate();
  const id = useDocument((s) => s.id);
  const inSheet = cells.some((c) => c.state);
  return (
    <>
      <table className="differing">
        <thead>
          <tr>
            <th scope="col">row</th>
            <th scope="col">state</th>
            <th scope="col">{name}</th>
            <th scope="col">now</th>
          </tr>
        </thead>
        <tbody>
          {cells.map((c) => (
            <tr key={`${c.section} ${c.row} ${c.state}`}>
              <th scope="row">
                <span className="muted">{titles[c.section]}</span> {c.row}
              </th>
              <td>{c.state}</td>
              <td className="mono">{c.a ?? "–"}</td>
              <td className="mono differs">{c.b ?? "–"}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {inSheet && (
        <Button
          size="small"
          onClick={() => {
            useView.getState().showAgainst(true);
            navigate(`/component/${id}/sheet`);
          }}
        >
          See them on the sheet
        </Button>
      )}
    </>
  );
}
