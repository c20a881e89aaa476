/** The specification against a real page in a real browser. */
import { Button, Input, Select } from "antd";
import { type ReactNode, useEffect, useRef, useState } from "react";
import {
  countOf,
  isThisMachine,
  missedIn,
  notesOf,
  type RunResult,
  type TrialSet,
  type Verdict,
} from "../../core/trial";
import { counted } from "../shell/counted";
import { useDocument } from "../store/document";
import { useDoc } from "../store/program";
import { LetBeLines } from "./LetBeLines";
import { MapLines } from "./MapLines";
import { PointAt } from "./PointAt";
import { usePasted } from "./pasted";
import { RunLine } from "./RunLine";
import { useTrial } from "./store";
import "./trial.css";

const sets: { value: TrialSet; label: string }[] = [
  { value: "scenarios", label: "Its scenarios" },
  { value: "reactions", label: "Every reaction" },
  { value: "pairs", label: "Every pair of reactions" },
  { value: "situations", label: "Every situation" },
];

/** Where a page runs in the app itself. */
const FRAME = "frame";

/** The host of an address that is not on this machine; null for others. */
function elsewhere(page: string): string | null {
  if (!/^https?:/.test(page) || !URL.canParse(page)) return null;
  const { hostname } = new URL(page);
  return isThisMachine(hostname) ? null : hostname;
}

export function TrialView() {
  const { doc } = useDoc();
  const id = useDocument((s) => s.id);
  const edit = useDocument((s) => s.edit);
  const trial = useTrial();
  const [set, setSet] = useState<TrialSet>(doc.scenarios.length ? "scenarios" : "reactions");
  const pasted = usePasted((s) => (id && s.pages[id]) || "");
  const paste = usePasted((s) => s.paste);
  const [browser, setBrowser] = useState(pasted ? FRAME : "chromium");
  const [page, setPage] = useState(doc.trial?.page ?? "");
  const stage = useRef<HTMLDivElement>(null);
  const inFrame = browser === FRAME;
  const [allowed, setAllowed] = useState<string | null>(null);
  const [realRequests, setRealRequests] = useState(false);
  const [pointing, setPointing] = useState<string | null>(null);
  const mine = trial.id === id;
  const host = inFrame ? null : elsewhere(page);
  const keepPage = (): void => {
    if (page === (doc.trial?.page ?? "")) return;
    edit("say which page", (d) => {
      const { page: _old, ...rest } = d.trial ?? {};
      return { ...d, trial: page ? { ...rest, page } : rest };
    });
  };
  const run = (): void => {
    if (inFrame) return void (stage.current && trial.start(set, { stage: stage.current, html: pasted }));
    keepPage();
    void trial.start(set, { browser, page, allow: host && allowed === host ? [host] : [], realRequests });
  };
  // Browsers draw no frame that is out of view: it ends with the view.
  const { stop } = trial;
  useEffect(() => {
    const there = stage.current;
    return () => {
      if (there?.firstChild) stop();
    };
  }, [stop]);

  return (
    <div className="trial">
      <section className="trial-set" aria-label="What is tried">
        {inFrame ? (
          <PastedPage html={pasted} onChange={(html) => id && paste(id, html)} />
        ) : (
          <Field name="Page">
            <Input
              value={page}
              placeholder="the delivered page"
              onChange={(e) => setPage(e.target.value.trim())}
              onBlur={keepPage}
              onPressEnter={run}
            />
            <span className="muted">An address on this machine, or a file. Left empty: the delivered page.</span>
          </Field>
        )}
        {host && (
          <label className="trial-allow">
            <input
              type="checkbox"
              checked={allowed === host}
              onChange={(e) => setAllowed(e.target.checked ? host : null)}
            />
            <span>
              {host} is not this machine. The page is clicked and typed into for real, and sends what it sends. Go
              there.
            </span>
          </label>
        )}
        <Field name="Runs">
          <Select<TrialSet> aria-label="Runs" value={set} onChange={setSet} options={sets} />
        </Field>
        <Field name="Browser">
          <Select
            aria-label="Browser"
            value={browser}
            onChange={setBrowser}
            options={[
              { value: "chromium", label: "Chromium" },
              { value: "firefox", label: "Firefox" },
              { value: FRAME, label: "A frame, here" },
            ]}
          />
        </Field>
        {!inFrame && (doc.requests ?? []).length > 0 && (
          <Field name="Requests">
            <Select
              aria-label="Requests"
              value={realRequests}
              onChange={setRealRequests}
              options={[
                { value: false, label: "Answered as specified" },
                { value: true, label: "Sent to their servers" },
              ]}
            />
          </Field>
        )}
        {trial.running && mine ? (
          <Button onClick={trial.stop}>Stop</Button>
        ) : (
          <Button type="primary" onClick={run} disabled={host !== null && allowed !== host}>
            {mine && trial.at ? "Try again" : "Put it on trial"}
          </Button>
        )}
        <div ref={stage} className="trial-stage" hidden={!(trial.running && mine && inFrame)} />
        <MapLines
          guessed={mine ? trial.guessed : {}}
          unmapped={mine ? trial.unmapped : []}
          unseen={mine ? trial.unseen : []}
          known={mine && trial.at !== null && trial.results.length > 0}
          pictured={mine && trial.picture !== null}
          pointing={pointing}
          onPoint={setPointing}
        />
        <LetBeLines />
      </section>
      <section className="trial-runs" aria-label="Runs">
        {mine && trial.picture && pointing !== null && (
          <PointAt picture={trial.picture} part={pointing} onDone={() => setPointing(null)} />
        )}
        <Summary mine={mine} inFrame={inFrame} />
        {mine && <Results results={trial.results} />}
      </section>
    </div>
  );
}

function Field({ name, children }: { name: string; children: ReactNode }) {
  return (
    // biome-ignore lint/a11y/noLabelWithoutControl: what it labels comes as its children
    <label className="trial-field">
      <span className="caps">{name}</span>
      {children}
    </label>
  );
}

/** A page that runs here for once. */
function PastedPage({ html, onChange }: { html: string; onChange(html: string): void }) {
  return (
    <Field name="Page">
      <Input.TextArea
        className="mono trial-pasted"
        aria-label="Page, pasted"
        value={html}
        rows={6}
        spellCheck={false}
        placeholder="paste a page with its style and its scripts"
        onChange={(e) => onChange(e.target.value)}
      />
      <span className="muted">
        Its scripts run, with no origin and no network. Left empty: the delivered page. It is not kept with the
        component.
      </span>
    </Field>
  );
}

const order: Record<Verdict, number> = { differs: 0, cut: 1, impossible: 2, same: 3 };

/** What differs first; what shows the same as another is behind it. */
function Results({ results }: { results: readonly RunResult[] }) {
  const sorted = [...results].sort(
    (a, b) => order[a.verdict] - order[b.verdict] || Number(a.like !== null) - Number(b.like !== null),
  );
  return (
    <ul className="trial-list">
      {sorted.map((r, i) => (
        <RunLine key={`${r.name} ${r.verdict}`} result={r} first={i === 0} />
      ))}
    </ul>
  );
}

function Summary({ mine, inFrame }: { mine: boolean; inFrame: boolean }) {
  const { running, runs, results, left, unmapped, problem, stopped, at, of } = useTrial();
  const { doc } = useDoc();
  if (!mine || (!running && !at))
    return (
      <div className="trial-empty">
        <p>
          {inFrame
            ? "A trial runs the specification and a page side by side. Here its scripts run in a sandboxed frame, with made-up clicks and keys."
            : "A trial runs the specification and a page side by side, in a browser with real clicks and keys."}
        </p>
        <p className="muted">
          The page's clock is held, so that both are looked at in the same instant. Wherever they differ, it is said in
          which step, what was expected and what was found.
        </p>
      </div>
    );
  const count = (...v: Verdict[]): number => countOf(results, ...v);
  const differs = count("differs", "cut");
  const said = [
    `${count("same")} the same`,
    differs ? counted(differs, "differs", "differ") : "",
    count("impossible") ? `${count("impossible")} cannot be done here` : "",
  ].filter(Boolean);
  const missed = running ? [] : missedIn(doc, { unmapped });
  const notes = notesOf({ results });
  return (
    <div
      className={`trial-sum ${problem || differs || missed.length ? "differs" : running ? "" : "same"}`}
      role="status"
    >
      {problem ? (
        <p>{problem}</p>
      ) : (
        <p>
          {running ? `${results.length} of ${runs ?? "…"} runs` : counted(results.length, "run")}: {said.join(", ")}
          {stopped ? "; stopped" : ""}
        </p>
      )}
      {!running && of !== doc && <p className="muted">The specification has changed since.</p>}
      {!running && !problem && runs === 0 && (
        <p className="muted">There is nothing to run: the component has no scenarios. Choose every reaction.</p>
      )}
      {missed.length > 0 && (
        <p>
          Not found on the page: <span className="mono">{missed.join(", ")}</span>. Say which elements they are, under
          Elements: point at them, or type a selector.
        </p>
      )}
      {[...left, ...notes].map((n) => (
        <p key={n} className="muted">
          {n}
        </p>
      ))}
    </div>
  );
}
