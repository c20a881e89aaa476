/** Code and documents out, with what was verified about them. */
import { App, Button } from "antd";
import { useMemo, useState } from "react";
import { type Delivered, deliverHtml, verified } from "../../core/deliver";
import { writeScxml } from "../../core/exchange";
import { writeComponent } from "../../core/model";
import { NotInForce } from "../sheet/NotInForce";
import { useDoc } from "../store/document";
import { useProof } from "../store/proof";
import { downloadText } from "./download";
import "./deliver.css";

const kinds = [
  {
    key: "html",
    label: "Page",
    note: "One HTML file: markup, style, kernel and tables. It loads nothing from elsewhere.",
    extension: "html",
    type: "text/html",
  },
  {
    key: "scxml",
    label: "Chart",
    note: "SCXML: the behaviour for any reader of charts, the rest in a namespace of its own.",
    extension: "scxml",
    type: "application/scxml+xml",
  },
  {
    key: "component",
    label: "Component file",
    note: "The whole specification, to keep, compare and open again.",
    extension: "lively.json",
    type: "application/json",
  },
] as const;

export function Deliver() {
  const { doc } = useDoc();
  const { proof, of, running } = useProof();
  const { message } = App.useApp();
  const [chosen, setChosen] = useState<(typeof kinds)[number]["key"]>("html");
  const about = of === doc ? proof : null;
  const kind = kinds.find((k) => k.key === chosen)!;
  const made = useMemo((): Delivered => {
    if (chosen === "html") return deliverHtml(doc, about);
    return { ok: true, html: chosen === "scxml" ? writeScxml(doc) : writeComponent(doc) };
  }, [chosen, doc, about]);
  const text = made.ok ? made.html : "";
  const open = about ? about.findings.length + about.scenarios.filter((s) => !s.ok).length : 0;
  return (
    <div className="deliver">
      <section className="deliver-head">
        <div className="deliver-kinds" role="tablist" aria-label="What to deliver">
          {kinds.map((k) => (
            <button
              key={k.key}
              type="button"
              role="tab"
              aria-selected={k.key === chosen}
              className={`deliver-kind ${k.key === chosen ? "chosen" : ""}`}
              onClick={() => setChosen(k.key)}
            >
              <b>{k.label}</b>
              <span className="muted">{k.note}</span>
            </button>
          ))}
        </div>
        <div className={`verified ${about && !open ? "holds" : "open"}`}>
          {(about ? verified(doc, about).slice(1) : [running ? "Being verified …" : "Not verified yet."]).map(
            (line) => (
              <p key={line}>{line}</p>
            ),
          )}
          {open > 0 && <p>It can be taken as it is; what is open stands at the top of the file.</p>}
        </div>
        <NotInForce what="What is delivered" />
        <div className="deliver-keys">
          <Button
            type="primary"
            disabled={!made.ok}
            onClick={() => downloadText(`${doc.name}.${kind.extension}`, text, kind.type)}
          >
            Save the {kind.label.toLowerCase()}
          </Button>
          <Button
            disabled={!made.ok}
            onClick={() =>
              navigator.clipboard.writeText(text).then(
                () => message.success("Copied."),
                () => message.error("The browser refused the clipboard. Save it to a file instead."),
              )
            }
          >
            Copy
          </Button>
          {made.ok && (
            <span className="muted">
              {text.split("\n").length} lines, {(text.length / 1000).toFixed(1)} kB
            </span>
          )}
        </div>
      </section>
      {!made.ok && (
        <section className="deliver-problems" role="alert">
          <p>The page cannot be made yet. Put this right first:</p>
          <ul>
            {made.problems.map((p) => (
              <li key={p.path + p.message}>
                <span className="mono">{p.path}</span> {p.message}
              </li>
            ))}
          </ul>
        </section>
      )}
      {made.ok && (
        // biome-ignore lint/a11y/noNoninteractiveTabindex: a scrolling region needs the keyboard
        <pre className="code mono" tabIndex={0} role="region" aria-label={`${kind.label}, as text`}>
          {text}
        </pre>
      )}
    </div>
  );
}
