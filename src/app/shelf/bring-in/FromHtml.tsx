/** Markup → component: paste it, see what becomes of it and what was odd, take it. */
import { Button, Input, Modal } from "antd";
import type { TextAreaRef } from "antd/es/input/TextArea";
import { useEffect, useMemo, useRef, useState } from "react";
import type { HtmlRead } from "../../../core/exchange";
import { allParts, type Component, references } from "../../../core/model";
import { counted } from "../../shell/counted";
import { createHtmlReader } from "../../workers/html-reader";
import { FromScript } from "./FromScript";

interface Props {
  initial: string;
  name: string;
  onClose(): void;
  /** @param page what was pasted, where it has a script of its own; null where it does nothing by itself */
  onMade(doc: Component, page: string | null): void;
}

export function FromHtml({ initial, name, onClose, onMade }: Props) {
  const [text, setText] = useState(initial);
  const [title, setTitle] = useState(name || "New component");
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set());
  const [read, setRead] = useState<{ of: string; left: ReadonlySet<number>; result: HtmlRead } | null>(null);
  const field = useRef<TextAreaRef>(null);
  const reader = useMemo(createHtmlReader, []);
  useEffect(() => reader.close, [reader]);
  useEffect(() => {
    if (!text.trim()) return;
    // While somebody types there is nothing to read yet.
    const soon = setTimeout(() => reader.read(text, [...left], (result) => setRead({ of: text, left, result })), 60);
    return () => clearTimeout(soon);
  }, [reader, text, left]);
  // While something of it is taken or left, what was read stays in sight.
  const result = read?.of === text ? read.result : null;
  const make = (): void => {
    if (!result?.ok || read?.left !== left) return;
    const doc = result.behaviour?.doc.reactions.length ? result.behaviour.doc : result.doc;
    onMade({ ...doc, name: title.trim() || "New component" }, result.behaviour ? text : null);
  };
  const broken = result?.ok ? references(result.doc).filter((r) => !r.to) : [];
  return (
    <Modal
      open
      title="A component from HTML"
      width={960}
      onCancel={onClose}
      afterOpenChange={(open) => open && field.current?.focus()}
      footer={[
        <Button key="cancel" onClick={onClose}>
          Cancel
        </Button>,
        <Button key="make" type="primary" disabled={!result?.ok} title="Ctrl + Enter" onClick={make}>
          Make the component
        </Button>,
      ]}
    >
      <div className="from-html">
        <div className="from-html-in">
          <label htmlFor="html-name">
            <span className="caps">Name</span>
            <Input
              id="html-name"
              value={title}
              maxLength={120}
              onChange={(e) => setTitle(e.target.value)}
              onPressEnter={make}
              onFocus={(e) => e.target.select()}
            />
          </label>
          <label className="from-html-text" htmlFor="html-text">
            <span className="caps">Markup, with its style and its script if there are any</span>
            <Input.TextArea
              id="html-text"
              className="mono"
              value={text}
              ref={field}
              spellCheck={false}
              placeholder={
                '<button id="open" aria-controls="panel">Open</button>\n<div id="panel">…</div>\n<style>…</style>'
              }
              onChange={(e) => {
                setText(e.target.value);
                setLeft(new Set());
              }}
              onKeyDown={(e) => {
                if (e.key === "Enter" && (e.ctrlKey || e.metaKey)) make();
              }}
            />
          </label>
          <p className="muted">
            Scripts are read here and do not run; Trial can run the page itself, in a sandboxed frame.
          </p>
        </div>
        <div className="from-html-out" aria-live="polite">
          {!text.trim() && <p className="muted">The parts will show here.</p>}
          {text.trim() && !result && <p className="muted">Being read …</p>}
          {result && !result.ok && <p className="cell-error">{result.message}</p>}
          {result?.ok && (
            <>
              {result.behaviour && <FromScript behaviour={result.behaviour} left={left} onLeft={setLeft} />}
              <span className="caps">{counted(allParts(result.doc).length, "part")}</span>
              <PartTree doc={result.doc} />
              {(broken.length > 0 || result.remarks.length > 0) && <span className="caps">To know</span>}
              <ul className="remarks">
                {broken.map((r) => (
                  <li key={r.from.name + r.attribute + r.id} className="wrong-text">
                    {r.from.name}: {r.attribute} names “{r.id}”, and no part has that id
                  </li>
                ))}
                {result.remarks.map((r, i) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: remarks have no other identity
                  <li key={i}>
                    {r.line !== null && <span className="mono muted">line {r.line} </span>}
                    {r.text}
                  </li>
                ))}
              </ul>
            </>
          )}
        </div>
      </div>
    </Modal>
  );
}

function PartTree({ doc }: { doc: Component }) {
  return (
    <ul className="part-tree">
      {allParts(doc).map(({ part, depth }) => (
        <li key={part.name} style={{ paddingLeft: depth * 14 }}>
          <b>{part.name}</b>{" "}
          <span className="mono muted">
            {part.tag}
            {part.attributes?.role ? ` ${part.attributes.role}` : ""}
          </span>{" "}
          <span className="muted">
            {part.content
              ?.filter((c) => typeof c === "string")
              .join(" ")
              .slice(0, 40)}
          </span>
          {part.covers && (
            <span className="covers">
              {" "}
              covers {Array.isArray(part.covers) ? part.covers.join(", ") : `the ${part.covers}`}
            </span>
          )}
        </li>
      ))}
    </ul>
  );
}
