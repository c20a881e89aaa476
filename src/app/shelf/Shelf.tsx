/** The shelf: all components in this browser, what needs attention, and the ways in. */
import { Button } from "antd";
import { Suspense, useCallback, useState } from "react";
import { useNavigate } from "react-router";
import type { Component } from "../../core/model";
import { FolderNotices } from "../folder/Folder";
import { enterNew } from "../folder/store";
import { Header } from "../shell/Header";
import { lazily } from "../shell/lazily";
import { storedName } from "../storage/stored";
import { retrySave } from "../store/saving";
import { usePasted } from "../trial/pasted";
import { WALKED } from "../walk/steps";
import { FirstVisit } from "../walk/Walk";
import { useOpening } from "./bring-in/opening";
import { Ways } from "./bring-in/Ways";
import { Listed } from "./Listed";
import { Project } from "./Project";
import { addComponent, fromDemo } from "./stock";
import { useStored } from "./use-stored";
import "./shelf.css";

const FromHtml = lazily(() => import("./bring-in/FromHtml"), "FromHtml");

export function Shelf() {
  const navigate = useNavigate();
  const [html, setHtml] = useState<{ text: string; name: string } | null>(null);
  const [dropping, setDropping] = useState(false);
  const { items, isEmpty, problem, setProblem } = useStored();

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

  const waiting = items.filter((item) => item.unsaved);
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
            <Project items={items} />
          </div>
          <Ways
            onHtml={() => setHtml({ text: "", name: "" })}
            onAdd={add}
            onFiles={(files) => files.forEach(openFile)}
          />
        </div>
        <FirstVisit find={() => fromDemo(WALKED)} />
        {isEmpty && (
          <p className="shelf-empty">
            Nothing here yet. Paste the markup of a component you have, take a starting point of its kind, or one of the
            demo's components.
          </p>
        )}
        <Listed items={items} onAdd={add} onProblem={setProblem} />
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
