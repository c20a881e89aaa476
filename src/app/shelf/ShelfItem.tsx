/** A component on the shelf: how it looks, how it stands; or, where it cannot be read, why, and the ways out. */
import { Button, Dropdown } from "antd";
import { memo } from "react";
import { Link } from "react-router";
import type { Program } from "../../core/program";
import { downloadText } from "../deliver/download";
import { Miniature } from "../miniature/Miniature";
import { Boundary } from "../shell/Boundary";
import type { Stored, Summary } from "../storage/database";
import { readStored, storedName, storedText } from "../storage/stored";
import { isUnfinished } from "../store/unfinished";

export interface OnShelf extends Stored {
  /** Why it is not stored as it is here; empty where it is. */
  unsaved: string;
}
interface Props {
  item: OnShelf;
  onRemove(item: OnShelf): void;
  onCopy(item: OnShelf): void;
}

export const ShelfItem = memo(function ShelfItem({ item, onRemove, onCopy }: Props) {
  const read = readStored(item.doc);
  const name = storedName(item.doc);
  const file = (): void => downloadText(`${name}.lively.json`, storedText(item.doc), "application/json");
  return (
    <li className="shelf-item">
      {read.ok ? (
        <Link to={`/component/${item.id}/sheet`} className="shelf-link">
          <span className="shelf-mini">
            <Boundary of="Its picture" about={item.doc}>
              <Miniature program={read.program} state={read.program.states[0].name} room={148} />
            </Boundary>
          </span>
          <span className="shelf-words">
            <b className="shelf-name">{name}</b>
            <Counts program={read.program} />
            <Standing item={item} />
          </span>
        </Link>
      ) : (
        <div className="shelf-link unreadable">
          <span className="shelf-mini" />
          <span className="shelf-words">
            <b className="shelf-name">{name}</b>
            <span className="wrong-text">cannot be read</span>
            <span className="muted shelf-why" title={read.problems.map((p) => `${p.path} ${p.message}`).join("\n")}>
              <span className="mono">{read.problems[0].path}</span> {read.problems[0].message}
            </span>
          </span>
        </div>
      )}
      <Dropdown
        trigger={["click"]}
        menu={{
          items: [
            ...(read.ok ? [{ key: "copy", label: "Make a copy", onClick: () => onCopy(item) }] : []),
            { key: "file", label: read.ok ? "Save to a file" : "Save to a file, as it lies here", onClick: file },
            { key: "remove", label: "Remove", danger: true, onClick: () => onRemove(item) },
          ],
        }}
      >
        <Button size="small" type="text" aria-label={`More for ${name}`}>
          ⋯
        </Button>
      </Dropdown>
    </li>
  );
});

function Counts({ program }: { program: Program }) {
  const states = program.states.length - 1;
  const parts = program.parts.length;
  return (
    <span className="muted">
      {states === 1 ? "1 state" : `${states} states`} · {parts === 1 ? "1 part" : `${parts} parts`}
    </span>
  );
}

/** Of its latest revision, or null. A summary of another shape is none. */
export function summaryOf({ summary, revision }: Stored): Summary | null {
  const s = summary as Summary | null | undefined;
  const whole =
    typeof s === "object" && s !== null && [s.holding, s.failing, s.findings, s.undecided].every(Number.isFinite);
  return whole && s.revision === revision ? s : null;
}

function Standing({ item }: { item: OnShelf }) {
  const summary = summaryOf(item);
  return (
    <span className="standing">
      {item.unsaved && (
        <span className="chip wrong" title={item.unsaved}>
          not stored, only in this tab
        </span>
      )}
      {summary ? (
        <>
          <span className={`chip ${summary.failing ? "wrong" : summary.holding ? "holds" : ""}`}>
            {summary.failing ? `${summary.failing} fail` : summary.holding ? `${summary.holding} hold` : "no scenarios"}
          </span>
          <span className={`chip ${summary.findings ? "wrong" : "holds"}`}>
            {summary.findings ? `${summary.findings} findings` : "no findings"}
          </span>
          {(summary.claims?.failing ?? 0) > 0 && (
            <span className="chip wrong">{summary.claims!.failing} claims open or wrong</span>
          )}
          {summary.covered && summary.covered.n < summary.covered.of && (
            <span className="chip">
              {summary.covered.n} of {summary.covered.of} reactions taken
            </span>
          )}
          {summary.complete === false && <span className="chip open">not all explored</span>}
          {summary.undecided > 0 && <span className="chip open">{summary.undecided} undecided</span>}
        </>
      ) : isUnfinished(item.id) ? (
        <span className="chip open" title="A proof of it was under way when its tab ended. Open it to prove it again.">
          its proof did not finish
        </span>
      ) : (
        <span className="chip">not proved yet</span>
      )}
    </span>
  );
}
