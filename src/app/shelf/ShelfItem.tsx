/** A component on the shelf: how it looks, how it stands; or, where it cannot be read, why, and the ways out. */
import { Button, Dropdown } from "antd";
import { memo, Suspense } from "react";
import { Link } from "react-router";
import { downloadText } from "../deliver/download";
import { Boundary } from "../shell/Boundary";
import { lazily } from "../shell/lazily";
import { COMPONENT_FILE } from "../storage/file-names";
import { readStored, storedName, storedText } from "../storage/stored";
import { isUnfinished } from "../store/unfinished";
import { type OnShelf, summaryOf, tagsOf } from "./on-shelf";

/** The pictures come after the names: what draws them is much. */
const Strip = lazily(() => import("./Strip"), "Strip");

interface Props {
  item: OnShelf;
  chosen: boolean;
  inFolder: boolean;
  onChoose(id: string, on: boolean): void;
  onRemove(item: OnShelf): void;
  onCopy(item: OnShelf): void;
}

export const ShelfItem = memo(function ShelfItem({ item, chosen, inFolder, onChoose, onRemove, onCopy }: Props) {
  const read = readStored(item.doc);
  const name = storedName(item.doc);
  const file = (): void => downloadText(`${name}${COMPONENT_FILE}`, storedText(item.doc), "application/json");
  return (
    <li className={`shelf-item ${chosen ? "chosen" : ""}`}>
      <input
        type="checkbox"
        aria-label={`Choose ${name}`}
        checked={chosen}
        onChange={(e) => onChoose(item.id, e.target.checked)}
      />
      {read.ok ? (
        <Link to={`/component/${item.id}/sheet`} className="shelf-link">
          <span className="shelf-named">
            <b className="shelf-name" title={name}>
              {name}
            </b>
            {inFolder && (
              <span className="shelf-file" title="Has a file in the folder">
                file
              </span>
            )}
            {tagsOf(item).map((t) => (
              <span key={t} className="shelf-tag">
                {t}
              </span>
            ))}
          </span>
          <Boundary of="Its pictures" about={item.doc}>
            <Suspense fallback={<span className="strip" />}>
              <Strip doc={read.doc} />
            </Suspense>
          </Boundary>
          <Standing item={item} />
        </Link>
      ) : (
        <div className="shelf-link unreadable">
          <span className="shelf-named">
            <b className="shelf-name">{name}</b>
            <span className="wrong-text">cannot be read</span>
          </span>
          <span className="muted shelf-why" title={read.problems.map((p) => `${p.path} ${p.message}`).join("\n")}>
            <span className="mono">{read.problems[0].path}</span> {read.problems[0].message}
          </span>
        </div>
      )}
      <Changed at={Number(item.savedAt)} />
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

/** When it was changed: today the time, else the day. */
function Changed({ at }: { at: number }) {
  const date = new Date(at);
  if (!at || Number.isNaN(date.getTime())) return <span className="shelf-changed" />;
  const today = new Date().toDateString() === date.toDateString();
  const text = today
    ? date.toLocaleTimeString([], { hour: "2-digit", minute: "2-digit", hourCycle: "h23" })
    : date.toLocaleDateString([], { day: "numeric", month: "short", year: "numeric" });
  return (
    <time className="shelf-changed muted" dateTime={date.toISOString()} title={`Changed ${date.toLocaleString()}`}>
      {text}
    </time>
  );
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
            {summary.findings === 1 ? "1 finding" : summary.findings ? `${summary.findings} findings` : "no findings"}
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
