/** The shelf: all components in this browser, what needs attention, and the ways in. */
import { Button } from "antd";
import { useLiveQuery } from "dexie-react-hooks";
import { Suspense, useCallback, useEffect, useMemo, useState } from "react";
import { useNavigate } from "react-router";
import type { Component } from "../../core/model";
import { FolderNotices, useInFolder } from "../folder/Folder";
import { enterNew, useFolder } from "../folder/store";
import { Boundary } from "../shell/Boundary";
import { Header } from "../shell/Header";
import { lazily } from "../shell/lazily";
import { useTelling } from "../shell/telling";
import { database, type Stored, type Whole } from "../storage/database";
import { readStored, recognised, storedName } from "../storage/stored";
import { retrySave, storeProblem } from "../store/saving";
import { usePasted } from "../trial/pasted";
import { WALKED } from "../walk/steps";
import { FirstVisit } from "../walk/Walk";
import { useOpening } from "./bring-in/opening";
import { Ways } from "./bring-in/Ways";
import { chosenRows, type OnShelf, type Order, onShelf, useUnsaved } from "./on-shelf";
import { Project } from "./Project";
import { ShelfItem } from "./ShelfItem";
import { addComponent, fromDemo, proveUnproved, putBack, removeComponent, seedDemo, stopProving } from "./stock";
import { Tools } from "./Tools";
import "./shelf.css";

const FromHtml = lazily(() => import("./bring-in/FromHtml"), "FromHtml");

export function Shelf() {
  const navigate = useNavigate();
  const { message } = useTelling();
  const [html, setHtml] = useState<{ text: string; name: string } | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [dropping, setDropping] = useState(false);
  // Until the demo has had its chance, an empty shelf says nothing about itself.
  const [seeded, setSeeded] = useState(false);
  const [words, setWords] = useState("");
  const [order, setOrder] = useState<Order>("changed last");
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());

  useEffect(() => {
    seedDemo()
      .catch((error: unknown) => setProblem(storeProblem(error)))
      .finally(() => setSeeded(true));
  }, []);
  const stored = useLiveQuery(
    () =>
      database.components
        .toArray()
        .then((items) => items.map(recognised))
        .catch((error: unknown) => {
          setProblem(storeProblem(error));
          return [] as Stored[];
        }),
    [],
  );

  const add = useCallback(
    async (doc: Component) => {
      const id = await addComponent(doc);
      await enterNew([{ id, doc }]);
      navigate(`/component/${id}/sheet`);
      return id;
    },
    [navigate],
  );

  const openFile = useOpening(add, (text, name) => setHtml({ text, name }));

  const remove = useCallback(
    async (items: readonly OnShelf[]): Promise<void> => {
      const taken: Whole[] = [];
      for (const item of items) {
        const whole = await removeComponent(item).catch((error: unknown) => void setProblem(storeProblem(error)));
        if (whole) taken.push(whole);
      }
      if (!taken.length) return;
      setChosen((now) => new Set([...now].filter((id) => !taken.some((w) => w.item.id === id))));
      const what = taken.length === 1 ? `${storedName(taken[0].item.doc)} was` : `${taken.length} components were`;
      const key = `removed ${taken[0].item.id}`;
      message.open({
        key,
        content: (
          <span>
            {what} removed.{" "}
            <button
              type="button"
              className="plain undo-link"
              onClick={() => {
                taken.forEach(putBack);
                message.destroy(key);
              }}
            >
              {taken.length === 1 ? "Put it back" : "Put them back"}
            </button>
          </span>
        ),
        duration: 8,
      });
    },
    [message],
  );
  const removeOne = useCallback((item: OnShelf) => remove([item]), [remove]);
  const choose = useCallback((id: string, on: boolean): void => {
    setChosen((now) => {
      const next = new Set(now);
      if (on) next.add(id);
      else next.delete(id);
      return next;
    });
  }, []);
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
  const folder = useFolder((s) => s.standing !== "none");
  const inFolder = useInFolder();
  const sorted = useMemo(() => onShelf(stored ?? [], unsaved), [stored, unsaved]);
  const items = useMemo(() => chosenRows(sorted, words, order), [sorted, words, order]);
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
      <FolderNotices />
      <main className="shelf">
        <div className="shelf-head">
          <div>
            <h1>Components</h1>
            <Project items={sorted} />
          </div>
          <Ways
            onHtml={() => setHtml({ text: "", name: "" })}
            onAdd={add}
            onFiles={(files) => files.forEach(openFile)}
          />
        </div>
        <FirstVisit find={() => fromDemo(WALKED)} />
        {seeded && stored && !sorted.length && (
          <p className="shelf-empty">
            Nothing here yet. Paste the markup of a component you have, take a starting point of its kind, or one of the
            demo's components.
          </p>
        )}
        {(sorted.length > 1 || folder) && (
          <Tools
            words={words}
            order={order}
            chosen={items.filter((i) => chosen.has(i.id))}
            all={items.length > 0 && items.every((i) => chosen.has(i.id))}
            onWords={setWords}
            onOrder={setOrder}
            onChoose={(all) => setChosen(new Set(all ? items.map((i) => i.id) : []))}
            onRemove={remove}
          />
        )}
        {sorted.length > 0 && !items.length && (
          <p className="shelf-empty">
            Nothing here is called “{words}”.{" "}
            <button type="button" className="plain undo-link" onClick={() => setWords("")}>
              Show all {sorted.length}
            </button>
          </p>
        )}
        <ul className="shelf-list">
          {items.map((item) => (
            <Boundary key={String(item.id)} of={storedName(item.doc)} about={item.doc}>
              <ShelfItem
                item={item}
                inFolder={inFolder.has(item.id)}
                chosen={chosen.has(item.id)}
                onChoose={choose}
                onRemove={removeOne}
                onCopy={copy}
              />
            </Boundary>
          ))}
        </ul>
      </main>
      {html && (
        <Suspense>
          <FromHtml
            initial={html.text}
            name={html.name}
            onClose={() => setHtml(null)}
            onMade={async (doc, page) => {
              setHtml(null);
              const id = await add(doc);
              if (page) usePasted.getState().paste(id, page);
            }}
          />
        </Suspense>
      )}
    </div>
  );
}
