/** The shelf: all components in this browser, what needs attention, and the ways in. */
import { App, Button, Dropdown } from "antd";
import { useLiveQuery } from "dexie-react-hooks";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { type Component, emptyComponent, readComponent } from "../../core/model";
import type { StartingPoint } from "../../demo/starting-points";
import { Boundary } from "../shell/Boundary";
import { Header } from "../shell/Header";
import { database, type Stored } from "../storage/database";
import type { Kept } from "../storage/keeper";
import { readStored, storedName } from "../storage/stored";
import { keeper, retrySave, storeProblem } from "../store/saving";
import { FromHtml } from "./FromHtml";
import { Project } from "./Project";
import { type OnShelf, ShelfItem } from "./ShelfItem";
import { addComponent, proveUnproved, putBack, removeComponent, seedDemo, stopProving } from "./stock";
import "./shelf.css";

export function Shelf() {
  const navigate = useNavigate();
  const { message, notification } = App.useApp();
  const [html, setHtml] = useState<{ text: string; name: string } | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [dropping, setDropping] = useState(false);
  // Until the demo has had its chance, an empty shelf says nothing about itself.
  const [seeded, setSeeded] = useState(false);
  const picker = useRef<HTMLInputElement>(null);
  const { demo, points } = useStock();

  useEffect(() => {
    seedDemo()
      .catch((error: unknown) => setProblem(storeProblem(error)))
      .finally(() => setSeeded(true));
  }, []);
  const stored = useLiveQuery(
    () =>
      database.components.toArray().catch((error: unknown) => {
        setProblem(storeProblem(error));
        return [] as Stored[];
      }),
    [],
  );

  const add = useCallback(
    async (doc: Component) => {
      const id = await addComponent(doc);
      navigate(`/component/${id}/sheet`);
    },
    [navigate],
  );

  const openFile = useCallback(
    async (file: File) => {
      if (file.size > 60_000_000) {
        notification.error({
          title: `${file.name} is ${(file.size / 1e6).toFixed(0)} MB. A component file has at most 20 MB.`,
          duration: 0,
        });
        return;
      }
      const text = await file.text();
      if (/\.html?$/i.test(file.name)) {
        setHtml({ text, name: file.name.replace(/\.html?$/i, "") });
        return;
      }
      const read = /^\uFEFF?\s*</.test(text)
        ? (await import("../../core/exchange")).readScxml(text)
        : readComponent(text);
      if (read.ok) return add(read.doc);
      notification.error({
        title: `${file.name} was not opened`,
        description: (
          <ul className="problems">
            {read.problems.slice(0, 6).map((p) => (
              <li key={p.path + p.message}>
                <b className="mono">{p.path}</b> {p.message}
              </li>
            ))}
            {read.problems.length > 6 && <li>and {read.problems.length - 6} more</li>}
          </ul>
        ),
        duration: 0,
      });
    },
    [add, notification],
  );

  const remove = useCallback(
    async (item: OnShelf): Promise<void> => {
      const whole = await removeComponent(item).catch((error: unknown) => void setProblem(storeProblem(error)));
      if (!whole) return;
      message.open({
        content: (
          <span>
            {storedName(item.doc)} was removed.{" "}
            <button type="button" className="plain undo-link" onClick={() => putBack(whole)}>
              Put it back
            </button>
          </span>
        ),
        duration: 8,
      });
    },
    [message],
  );
  const copy = useCallback(
    (item: OnShelf): void => {
      const read = readStored(item.doc);
      if (read.ok) add({ ...read.doc, name: `${read.doc.name.slice(0, 110)}, copy` });
    },
    [add],
  );

  useEffect(() => {
    if (stored) proveUnproved(stored);
  }, [stored]);
  useEffect(() => stopProving, []);

  const unsaved = useUnsaved();
  const sorted = useMemo(() => onShelf(stored ?? [], unsaved), [stored, unsaved]);
  const waiting = sorted.filter((item) => item.unsaved);
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: dropping is one of several ways in
    <div
      className={`shelf-page ${dropping ? "dropping" : ""}`}
      onDragOver={(e) => {
        e.preventDefault();
        setDropping(true);
      }}
      onDragLeave={(e) => e.currentTarget === e.target && setDropping(false)}
      onDrop={(e) => {
        e.preventDefault();
        setDropping(false);
        for (const file of e.dataTransfer.files) openFile(file);
      }}
    >
      <Header />
      {problem && (
        <div className="notice wrong" role="alert">
          {problem} What you make can still be saved to files.
        </div>
      )}
      {waiting.length > 0 && (
        <div className="notice wrong" role="alert">
          <span>
            {waiting.map((w) => storedName(w.doc)).join(", ")}: {waiting[0].unsaved} Nothing is lost while this tab
            stays open.
          </span>
          <Button size="small" onClick={retrySave}>
            Try again
          </Button>
        </div>
      )}
      <main className="shelf">
        <div className="shelf-head">
          <div>
            <h1>Components</h1>
            <p className="muted">Bring the markup, say how it behaves, click it, prove it, take the code.</p>
          </div>
          <div className="shelf-ways">
            <Button type="primary" onClick={() => setHtml({ text: "", name: "" })}>
              From HTML
            </Button>
            <Button onClick={() => add(emptyComponent("New component"))}>Empty component</Button>
            <Dropdown
              trigger={["click"]}
              menu={{
                className: "long-menu",
                items: points.map((p) => ({
                  key: p.kind,
                  label: p.kind,
                  extra: p.pattern ? <span className="muted">{p.pattern} pattern</span> : undefined,
                  onClick: () => add(p.load()),
                })),
              }}
            >
              <Button>From a starting point</Button>
            </Dropdown>
            <Dropdown
              trigger={["click"]}
              menu={{
                className: "long-menu",
                items: demo.map((d) => ({ key: d.name, label: d.name, onClick: () => add(d.load()) })),
              }}
            >
              <Button>From the demo</Button>
            </Dropdown>
            <Button onClick={() => picker.current?.click()}>Open a file</Button>
            <input
              ref={picker}
              type="file"
              className="out-of-sight"
              aria-label="Component, HTML or SCXML file"
              tabIndex={-1}
              accept=".json,.html,.htm,.scxml,.xml,application/json,text/html"
              onChange={(e) => {
                for (const file of e.target.files ?? []) openFile(file);
                e.target.value = "";
              }}
            />
          </div>
        </div>
        <Project items={sorted} />
        {seeded && stored && !sorted.length && (
          <p className="shelf-empty">
            Nothing here yet. Paste the markup of a component you have, take a starting point of its kind, or one of the
            demo's components.
          </p>
        )}
        <ul className="shelf-list">
          {sorted.map((item) => (
            <Boundary key={String(item.id)} of={storedName(item.doc)} about={item.doc}>
              <ShelfItem item={item} onRemove={remove} onCopy={copy} />
            </Boundary>
          ))}
        </ul>
      </main>
      {html && (
        <FromHtml
          initial={html.text}
          name={html.name}
          onClose={() => setHtml(null)}
          onMade={(doc) => {
            setHtml(null);
            add(doc);
          }}
        />
      )}
    </div>
  );
}

/** What this tab holds and the store does not. */
function useUnsaved(): readonly Kept[] {
  const [unsaved, setUnsaved] = useState(() => keeper.unsaved());
  useEffect(() => {
    setUnsaved(keeper.unsaved());
    return keeper.subscribe(() => setUnsaved(keeper.unsaved()));
  }, []);
  return unsaved;
}

/** What was edited last comes first; what is not stored is shown as it is in this tab. */
function onShelf(stored: readonly Stored[], unsaved: readonly Kept[]): OnShelf[] {
  const waiting = new Map(unsaved.filter((k) => k.state !== "saving").map((k) => [k.id, k]));
  const rows = stored.map((item): OnShelf => {
    const kept = waiting.get(item.id);
    waiting.delete(item.id);
    return kept ? { ...item, doc: kept.doc, summary: null, unsaved: kept.why } : { ...item, unsaved: "" };
  });
  for (const { id, doc, editedAt, why } of waiting.values())
    rows.push({ id, doc, revision: 0, savedAt: editedAt, summary: null, unsaved: why });
  return rows.sort((a, b) => (Number(b.savedAt) || 0) - (Number(a.savedAt) || 0));
}

/** What components can be begun from; it comes after the shelf itself. */
function useStock(): { demo: readonly Made[]; points: readonly StartingPoint[] } {
  const [stock, setStock] = useState<{ demo: readonly Made[]; points: readonly StartingPoint[] }>({
    demo: [],
    points: [],
  });
  useEffect(() => {
    Promise.all([import("../../demo"), import("../../demo/starting-points")]).then(([demo, points]) =>
      setStock({ demo: demo.demoComponents, points: points.startingPoints }),
    );
  }, []);
  return stock;
}
interface Made {
  name: string;
  load(): Component;
}
