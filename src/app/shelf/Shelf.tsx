/** The shelf: all components in this browser, what needs attention, and the ways in. */
import { App, Button, Dropdown } from "antd";
import { useLiveQuery } from "dexie-react-hooks";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import { type Component, emptyComponent, readComponent, readComponentValue, writeComponent } from "../../core/model";
import { compile } from "../../core/program";
import type { StartingPoint } from "../../demo/starting-points";
import { downloadText } from "../deliver/download";
import { Miniature } from "../miniature/Miniature";
import { Header } from "../shell/Header";
import { database, type Stored } from "../storage/database";
import { allInMemory } from "../storage/memory";
import { storeProblem, useSaving } from "../store/saving";
import { FromHtml } from "./FromHtml";
import { Project } from "./Project";
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
      const { id, refused } = await addComponent(doc);
      // The component is open all the same; the workbench goes on saying that it is not stored.
      if (refused) useSaving.setState({ state: "failed", why: storeProblem(refused) });
      navigate(`/component/${id}/sheet`);
    },
    [navigate],
  );

  const openFile = useCallback(
    async (file: File) => {
      if (file.size > 60_000_000) {
        notification.error({
          title: `${file.name} is ${(file.size / 1e6).toFixed(0)} MB. A component file has at most 5 MB.`,
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

  const remove = async (item: Stored): Promise<void> => {
    await removeComponent(item.id);
    message.open({
      content: (
        <span>
          {item.doc.name} was removed.{" "}
          <button type="button" className="plain undo-link" onClick={() => putBack(item)}>
            Put it back
          </button>
        </span>
      ),
      duration: 8,
    });
  };

  useEffect(() => {
    if (stored) proveUnproved(stored);
  }, [stored]);
  useEffect(() => stopProving, []);

  const sorted = useMemo(() => [...(stored ?? []), ...allInMemory()].sort((a, b) => b.savedAt - a.savedAt), [stored]);
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
            <ShelfItem
              key={item.id}
              item={item}
              onRemove={() => remove(item)}
              onCopy={() => add({ ...item.doc, name: `${item.doc.name}, copy` })}
            />
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

function ShelfItem({ item, onRemove, onCopy }: { item: Stored; onRemove(): void; onCopy(): void }) {
  const read = useMemo(() => {
    const loaded = readComponentValue(item.doc);
    return loaded.ok ? compile(loaded.doc) : null;
  }, [item.doc]);
  const { summary, revision, doc } = item;
  const current = summary && summary.revision === revision;
  const states = read ? read.states.length - 1 : 0;
  return (
    <li className="shelf-item">
      <Link to={`/component/${item.id}/sheet`} className="shelf-link">
        <span className="shelf-mini">
          {read && <Miniature program={read} state={read.states[0].name} room={148} />}
        </span>
        <span className="shelf-words">
          <b className="shelf-name">{doc.name}</b>
          <span className="muted">
            {states === 1 ? "1 state" : `${states} states`} ·{" "}
            {read ? (read.parts.length === 1 ? "1 part" : `${read.parts.length} parts`) : "cannot be read"}
          </span>
          <span className="standing">
            {current ? (
              <>
                <span className={`chip ${summary.failing ? "wrong" : summary.holding ? "holds" : ""}`}>
                  {summary.failing
                    ? `${summary.failing} fail`
                    : summary.holding
                      ? `${summary.holding} hold`
                      : "no scenarios"}
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
            ) : (
              <span className="chip">not proved yet</span>
            )}
          </span>
        </span>
      </Link>
      <Dropdown
        trigger={["click"]}
        menu={{
          items: [
            { key: "copy", label: "Make a copy", onClick: onCopy },
            {
              key: "file",
              label: "Save to a file",
              onClick: () => downloadText(`${doc.name}.lively.json`, writeComponent(doc), "application/json"),
            },
            { key: "remove", label: "Remove", danger: true, onClick: onRemove },
          ],
        }}
      >
        <Button size="small" type="text" aria-label={`More for ${doc.name}`}>
          ⋯
        </Button>
      </Dropdown>
    </li>
  );
}
