/** Code and documents out, with what was verified about them. */
import { Button } from "antd";
import { strToU8, zipSync } from "fflate";
import { Suspense, useState } from "react";
import { Link } from "react-router";
import { type File, forms, namesOf, type TargetKey, verified } from "../../core/deliver";
import type { Component } from "../../core/model";
import { useToCell } from "../live-page/Explanation";
import { NotInForce } from "../sheet/NotInForce";
import { lazily } from "../shell/lazily";
import { useTelling } from "../shell/telling";
import { useDocument } from "../store/document";
import { useDoc } from "../store/program";
import { useProof } from "../store/proof";
import { ActedOut } from "./ActedOut";
import { download } from "./download";
import { IntoFolder } from "./IntoFolder";
import { placeOf } from "./place";
import { noteTaken, sinceTaken } from "./taken";
import { type Making, useFiles } from "./use-files";
import "./deliver.css";

const CodeView = lazily(() => import("./CodeView"), "CodeView");

export function Deliver() {
  const { doc } = useDoc();
  const id = useDocument((s) => s.id) ?? "";
  const { proof, of, running } = useProof();
  const [chosen, setChosen] = useState<TargetKey>("page");
  const about = of === doc ? proof : null;
  const target = forms.find((t) => t.key === chosen)!;
  const making = useFiles(chosen, doc, about);
  const made = making.files;
  const open = about ? about.findings.length + about.scenarios.filter((s) => !s.ok).length : 0;
  return (
    <div className="deliver">
      <div className="deliver-kinds" role="tablist" aria-orientation="vertical" aria-label="What to deliver">
        {forms.map((t, i) => (
          <button
            key={t.key}
            type="button"
            role="tab"
            aria-selected={t.key === chosen}
            tabIndex={t.key === chosen ? 0 : -1}
            className={`deliver-kind ${t.key === chosen ? "chosen" : ""}`}
            onClick={() => setChosen(t.key)}
            onKeyDown={(e) => {
              const step = { ArrowDown: 1, ArrowUp: -1 }[e.key];
              if (!step) return;
              e.preventDefault();
              const next = forms[(i + step + forms.length) % forms.length];
              setChosen(next.key);
              const list = e.currentTarget.parentElement!;
              (list.children[forms.indexOf(next)] as HTMLElement).focus();
            }}
          >
            <b>{t.label}</b>
            <span className="muted">{t.note}</span>
          </button>
        ))}
      </div>
      <section className="deliver-main" aria-label={target.label}>
        <div className="deliver-head">
          <div className={`verified ${about && !open ? "holds" : "open"}`}>
            {(about ? verified(doc, about).slice(1) : [running ? "Being verified …" : "Not verified yet."]).map(
              (line) => (
                <p key={line}>{line}</p>
              ),
            )}
            <ActedOut target={chosen} />
          </div>
          <NotInForce what="What is delivered" />
          <Requests doc={doc} target={chosen} />
        </div>
        {made === null && <Waiting making={making} />}
        {made?.ok && <Taking key={chosen} id={id} doc={doc} target={chosen} files={made.files} notes={made.notes} />}
        {made?.ok === false && (
          <div className="deliver-problems" role="alert">
            <p>{target.label} cannot be made yet. Put this right first:</p>
            <ul>
              {made.problems.map((p) => (
                <li key={p.path + p.message}>
                  <WayTo doc={doc} id={id} path={p.path} /> {p.message}
                </li>
              ))}
            </ul>
          </div>
        )}
      </section>
    </div>
  );
}

function Waiting({ making: { ended, stop, again } }: { making: Making }) {
  return (
    <p className="deliver-wait muted" role="status">
      {ended === null
        ? "The files are being made …"
        : ended === "stopped"
          ? "Stopped."
          : "The files could not be made."}{" "}
      <Button size="small" onClick={ended === null ? stop : again}>
        {ended === null ? "Stop" : "Make them"}
      </Button>
    </p>
  );
}

/** The place of a problem; a way there where the app has one. */
function WayTo({ doc, id, path }: { doc: Component; id: string; path: string }) {
  const toCell = useToCell();
  const place = placeOf(doc, path);
  if (!place) return <span className="mono">{path}</span>;
  if (place.in === "parts")
    return (
      <Link className="mono" to={`/component/${id}/parts?part=${encodeURIComponent(place.part)}`}>
        {path}
      </Link>
    );
  return (
    <button type="button" className="mono" onClick={() => toCell(place)}>
      {path}
    </button>
  );
}

interface TakingProps {
  id: string;
  doc: Component;
  target: TargetKey;
  files: readonly File[];
  notes: readonly string[];
}

/** The files, one of them to be read, and the ways to take them along. */
function Taking({ id, doc, target, files, notes }: TakingProps) {
  const { message } = useTelling();
  const [at, setAt] = useState(0);
  const [, again] = useState(0);
  const since = sinceTaken(id, target, files);
  const file = files[Math.min(at, files.length - 1)];
  const { kebab } = namesOf(doc);
  const took = (list: readonly File[]): void => {
    noteTaken(id, target, list);
    again((n) => n + 1);
  };
  const { label } = forms.find((t) => t.key === target)!;
  const single = files.length === 1;
  return (
    <>
      <div className="deliver-keys">
        {single ? (
          <Button
            type="primary"
            onClick={() => {
              download(file.path, new Blob([file.text], { type: "text/plain" }));
              took(files);
            }}
          >
            Save the {label.toLowerCase()}
          </Button>
        ) : (
          <>
            <Button
              type="primary"
              onClick={() => {
                const zip = zipSync(Object.fromEntries(files.map((f) => [f.path, strToU8(f.text)])));
                download(`${kebab}-${target}.zip`, new Blob([new Uint8Array(zip)], { type: "application/zip" }));
                took(files);
              }}
            >
              Save all as a zip
            </Button>
            <Button
              onClick={() => {
                download(file.path, new Blob([file.text], { type: "text/plain" }));
                took([file]);
              }}
            >
              Save this file
            </Button>
          </>
        )}
        <IntoFolder files={files} took={() => took(files)} />
        <Button
          onClick={() =>
            navigator.clipboard.writeText(file.text).then(
              () => message.success("Copied."),
              () => message.error("The browser refused the clipboard. Save it to a file instead."),
            )
          }
        >
          Copy
        </Button>
        <span className="muted">
          {since.at === null
            ? "Never taken yet."
            : `Taken last ${new Date(since.at).toLocaleString("en-GB", { dateStyle: "medium", timeStyle: "short" })}.`}
        </span>
      </div>
      {notes.map((note) => (
        <p key={note} className="deliver-note">
          {note}
        </p>
      ))}
      <div className="deliver-files" role="tablist" aria-label="Files">
        {files.map((f, i) => (
          <button
            key={f.path}
            type="button"
            role="tab"
            aria-selected={f === file}
            className={`deliver-file ${f === file ? "chosen" : ""}`}
            onClick={() => setAt(i)}
          >
            <span className="mono">{f.path}</span>
            <span className="muted">{sizeOf(f.text)}</span>
            {since.of.get(f.path) === "changed" && <span className="deliver-changed">changed</span>}
          </button>
        ))}
      </div>
      <Suspense fallback={<div className="code" />}>
        <CodeView path={file.path} text={file.text} />
      </Suspense>
    </>
  );
}

const sizeOf = (text: string): string => `${(new Blob([text]).size / 1000).toFixed(1)} kB`;

/** Which addresses it will really ask: a page stands alone and asks the app's stand-in. */
function Requests({ doc, target }: { doc: Component; target: TargetKey }) {
  const { requests = [] } = doc;
  if (!requests.length || target === "chart" || target === "component") return null;
  const asked = requests.map((r) => `${r.method} ${r.path}`).join(", ");
  return target === "page" ? (
    <p className="deliver-stand-in" role="note">
      It asks a stand-in that only this app has, not {asked}. Take another form for a real service.
    </p>
  ) : (
    <p className="deliver-asks">
      It asks <span className="mono">{asked}</span>, or whatever is given as <span className="mono">requests</span>.
    </p>
  );
}
