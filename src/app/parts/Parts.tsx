/** The parts: the tree, what each part is, the page around them, and the data. */
import { Button, Input, InputNumber, Popconfirm } from "antd";
import { useEffect, useState } from "react";
import { useSearchParams } from "react-router";
import { rename } from "../../core/expression";
import {
  addLookRow,
  addPart,
  allParts,
  type Component,
  freeName,
  isName,
  movePart,
  nameRule,
  type Part,
  partNames,
  placePart,
  references,
  removePart,
} from "../../core/model";
import { useDocument } from "../store/document";
import { useDoc } from "../store/program";
import { Blocks } from "./Blocks";
import { DataList } from "./DataList";
import { goesWith } from "./goes-with";
import { PartForm } from "./PartForm";
import { RequestList } from "./RequestList";
import { RulesEditor } from "./RulesEditor";
import { TokenList } from "./TokenList";
import { useDrag } from "./use-drag";
import "./parts.css";

export function Parts() {
  const { doc } = useDoc();
  const { edit, writable } = useDocument();
  const places = allParts(doc);
  const asked = useSearchParams()[0].get("part");
  const [chosen, setChosen] = useState<string | null>(asked ?? places[0]?.part.name ?? null);
  useEffect(() => {
    if (asked !== null) setChosen(asked);
  }, [asked]);
  const current = places.find((p) => p.part.name === chosen) ?? null;
  const broken = new Set(references(doc).flatMap((r) => (r.to ? [] : [r.from.name])));
  const rows = new Set(doc.looks.map((l) => l.part));

  const add = (inside: string | null): void => {
    const name = freeName("part", partNames(doc));
    edit(`add ${name}`, (d) => addLookRow(addPart(d, { name, tag: "div" }, inside), name));
    setChosen(name);
  };
  const onKeyDown = (event: React.KeyboardEvent): void => {
    const at = places.findIndex((p) => p.part.name === chosen);
    if (event.altKey && (event.key === "ArrowUp" || event.key === "ArrowDown") && chosen) {
      edit(`move ${chosen}`, (d) => movePart(d, chosen, event.key === "ArrowUp" ? -1 : 1));
    } else if (event.key === "ArrowDown" || event.key === "ArrowUp") {
      const next = places[at + (event.key === "ArrowDown" ? 1 : -1)];
      if (next) setChosen(next.part.name);
    } else if (event.key === "Delete" && chosen) {
      edit(`remove ${chosen}`, (d) => removePart(d, chosen));
      setChosen(places[at - 1]?.part.name ?? null);
    } else return;
    event.preventDefault();
  };

  const drag = useDrag((part, where, target) => edit(`move ${part}`, (d) => placePart(d, part, where, target)));

  return (
    <div className="parts">
      <section className="parts-tree">
        <h2 className="caps">Part tree</h2>
        {!places.length && (
          <p className="muted">No parts yet. A part is an element of the component: a button, a panel, a layer.</p>
        )}
        <div role="tree" aria-label="Parts" tabIndex={0} onKeyDown={onKeyDown}>
          {places.map(({ part, depth }) => (
            // biome-ignore lint/a11y/useKeyWithClickEvents: the tree has the keys
            // biome-ignore lint/a11y/useFocusableInteractive: the tree has the focus
            <div
              key={part.name}
              role="treeitem"
              aria-level={depth + 1}
              aria-selected={part.name === chosen}
              className={[part.name === chosen ? "chosen" : "", drag.mark(part.name)].join(" ")}
              {...drag.handlers(part.name)}
              style={{ paddingLeft: 8 + depth * 15 }}
              onClick={() => setChosen(part.name)}
            >
              <b title={part.name}>{part.name}</b>
              <span className="mono muted">
                {part.tag}
                {part.attributes?.role ? ` ${part.attributes.role}` : ""}
              </span>
              {broken.has(part.name) && <span className="rule-mark">F9</span>}
              {!rows.has(part.name) && <span className="row-less muted">no row</span>}
            </div>
          ))}
        </div>
        <div className="parts-keys">
          <Button size="small" disabled={!writable} onClick={() => add(null)}>
            Add a part
          </Button>
          <Button size="small" disabled={!writable || !current} onClick={() => add(chosen)}>
            Add inside {current?.part.name ?? "it"}
          </Button>
        </div>
        <TokenList />
        <DataList />
        <RequestList />
        <PageForm doc={doc} />
      </section>
      <section className="parts-form">
        {current ? (
          <>
            <PartName part={current.part} doc={doc} onRenamed={setChosen} />
            <PartForm key={current.part.name} part={current.part} doc={doc} />
            <div className="parts-keys">
              {!rows.has(current.part.name) && (
                <Button
                  size="small"
                  onClick={() => edit(`add a row for ${current.part.name}`, (d) => addLookRow(d, current.part.name))}
                >
                  Give it a row in the sheet
                </Button>
              )}
              <Button size="small" onClick={() => edit(`move ${chosen}`, (d) => movePart(d, current.part.name, -1))}>
                Move up
              </Button>
              <Button size="small" onClick={() => edit(`move ${chosen}`, (d) => movePart(d, current.part.name, 1))}>
                Move down
              </Button>
              <Removal
                doc={doc}
                name={current.part.name}
                onRemove={() => {
                  edit(`remove ${current.part.name}`, (d) => removePart(d, current.part.name));
                  setChosen(current.parent?.name ?? null);
                }}
              />
            </div>
          </>
        ) : (
          <p className="muted">Choose a part to see what it is.</p>
        )}
      </section>
    </div>
  );
}

/** What goes along is told before; undo brings all of it back. */
function Removal({ doc, name, onRemove }: { doc: Component; name: string; onRemove(): void }) {
  const writable = useDocument((s) => s.writable);
  const along = goesWith(doc, name);
  const button = (
    <Button size="small" danger disabled={!writable} onClick={along ? undefined : onRemove}>
      Remove
    </Button>
  );
  if (!along || !writable) return button;
  return (
    <Popconfirm
      styles={{ root: { maxWidth: 400 } }}
      title={`Remove ${name}?`}
      description={`With it ${along.includes(",") || !along.startsWith("1 ") ? "go" : "goes"} ${along}. Undo brings all of it back.`}
      okText="Remove it"
      cancelText="Keep it"
      onConfirm={onRemove}
    >
      {button}
    </Popconfirm>
  );
}

function PartName({ part, doc, onRenamed }: { part: Part; doc: Component; onRenamed(name: string): void }) {
  const edit = useDocument((s) => s.edit);
  const [wrong, setWrong] = useState("");
  const done = (text: string): void => {
    const name = text.trim();
    if (name === part.name) return setWrong("");
    if (!isName(name)) return setWrong(`A name is ${nameRule}.`);
    if (partNames(doc).includes(name)) return setWrong(`There is a part named ${name} already.`);
    setWrong("");
    edit(`rename ${part.name}`, (d) => rename(d, "part", part.name, name));
    onRenamed(name);
  };
  return (
    <label className="form-line">
      <span>Name</span>
      <div>
        <Input
          key={part.name}
          defaultValue={part.name}
          status={wrong ? "error" : undefined}
          onBlur={(e) => done(e.target.value)}
          onPressEnter={(e) => done(e.currentTarget.value)}
        />
        {wrong && <p className="cell-error">{wrong}</p>}
      </div>
    </label>
  );
}

/** The viewport around the component, and the rules that belong to no single part. */
function PageForm({ doc }: { doc: Component }) {
  const edit = useDocument((s) => s.edit);
  const size = (key: "width" | "height") => (value: number | null) => {
    if (value !== null && value >= 200 && value <= 4000)
      edit(`page ${key}`, (d) => ({ ...d, page: { ...d.page, [key]: Math.round(value) } }));
  };
  return (
    <details className="page-form">
      <summary className="caps">Page and style</summary>
      <div className="page-size">
        <InputNumber
          aria-label="Width in px"
          size="small"
          value={doc.page.width}
          min={200}
          max={4000}
          onChange={size("width")}
        />
        <span>×</span>
        <InputNumber
          aria-label="Height in px"
          size="small"
          value={doc.page.height}
          min={200}
          max={4000}
          onChange={size("height")}
        />
        <span className="muted">px</span>
      </div>
      <Blocks doc={doc} />
      <span className="muted">Style rules</span>
      <RulesEditor
        key={doc.page.css}
        value={doc.page.css ?? ""}
        onDone={(text) =>
          edit("style rules", (d) => ({ ...d, page: { ...d.page, css: text.trim() ? text : undefined } }))
        }
      />
    </details>
  );
}
