/** One step of a scenario: what is done, when, what is expected after it, and what was found. */
import { Select } from "antd";
import { useLayoutEffect, useRef, useState } from "react";
import { parseExpected } from "../../../core/expression";
import { type Expected, partNames } from "../../../core/model";
import { type Arrival, type Check, expectationNow, expectationText, pickableFacts } from "../../../core/proof";
import { useDoc } from "../../store/program";
import { momentOf, useRun } from "../../store/run";
import { SaidInput } from "./SaidInput";

interface LineProps {
  label: string;
  at: number | null;
  expect: readonly Expected[];
  checks: Check[];
  offers: readonly Expected[];
  onExpect(list: Expected[]): void;
  onShow?: () => void;
  /** What the step set going, and how to wait for it; null where the next step waits already. */
  later?: { arrival: Arrival; onWait(): void } | null;
  onMove?: (by: number) => void;
  onRemove?: () => void;
}

const same = (a: Expected, b: Expected): boolean => JSON.stringify(a) === JSON.stringify(b);

export function StepLine({ label, at, expect, checks, offers, later, onExpect, onShow, onMove, onRemove }: LineProps) {
  const { doc, program } = useDoc();
  const run = useRun();
  const words = useRef<HTMLButtonElement>(null);
  const taken = useRef(false);
  const offered = useRef<HTMLDivElement>(null);
  const [more, setMore] = useState<"said" | "picked" | null>(null);
  const has = (e: Expected): boolean => expect.some((x) => same(x, e));
  const fresh = offers.filter((o) => !has(o));
  const add = (e: Expected): void => {
    if (!has(e)) onExpect([...expect, e]);
  };
  // An offer that is taken goes, and so does a fact that is no longer expected; the focus goes on to what is still offered.
  useLayoutEffect(() => {
    if (taken.current && document.activeElement === document.body) offered.current?.querySelector("button")?.focus();
    taken.current = false;
  });
  return (
    <li className="step" onClickCapture={() => (taken.current = true)}>
      <div className="step-head">
        <button type="button" className="plain" disabled={!onShow} onClick={onShow}>
          <b>{label}</b> <span className="muted mono">{at === null ? "not reached" : `${Math.round(at)} ms`}</span>
        </button>
        <span className="step-keys">
          {onMove && (
            <>
              <button type="button" className="plain" aria-label={`Move ${label} up`} onClick={() => onMove(-1)}>
                ↑
              </button>
              <button type="button" className="plain" aria-label={`Move ${label} down`} onClick={() => onMove(1)}>
                ↓
              </button>
              <button type="button" className="plain" aria-label={`Remove ${label}`} onClick={onRemove}>
                ×
              </button>
            </>
          )}
        </span>
      </div>
      <ul className="expects">
        {expect.map((e, i) => {
          // Where the scenario runs over several values, what was checked is filled in: it stands at the same place.
          const check = checks[i];
          return (
            <li key={JSON.stringify(e)} className={check ? (check.ok ? "ok" : "failed") : ""}>
              <span>
                {check ? (check.ok ? "✓ " : "✗ ") : ""}
                {expectationText(e)}
                {check && !check.ok && <b> · found {foundText(check)}</b>}
              </span>
              <button
                type="button"
                className="plain"
                aria-label={`Do not expect ${expectationText(e)}`}
                onClick={() => onExpect(expect.toSpliced(i, 1))}
              >
                ×
              </button>
            </li>
          );
        })}
      </ul>
      <div className="offers" ref={offered}>
        {fresh.slice(0, 8).map((o) => (
          <button type="button" key={JSON.stringify(o)} className="offer" onClick={() => add(o)}>
            + {expectationText(o)}
          </button>
        ))}
        {fresh.length > 1 && (
          <button type="button" className="offer other" onClick={() => onExpect([...expect, ...fresh.slice(0, 8)])}>
            + all of these
          </button>
        )}
        {later && (
          <button type="button" className="offer" onClick={later.onWait}>
            + wait {later.arrival.wait} ms
            {later.arrival.expect.length > 0 && `: ${later.arrival.expect.slice(0, 2).map(expectationText).join(", ")}`}
            {later.arrival.expect.length > 2 && " …"}
          </button>
        )}
        <button type="button" className="offer other" onClick={() => setMore(more === "picked" ? null : "picked")}>
          + another fact
        </button>
        <button
          type="button"
          ref={words}
          className="offer other"
          onClick={() => setMore(more === "said" ? null : "said")}
        >
          + in words
        </button>
      </div>
      {more === "said" && (
        <SaidInput
          kind="expectation"
          label={`Expect after ${label}`}
          placeholder="panel is visible within 200 ms"
          autoFocus
          read={parseExpected}
          onSaid={add}
          onLeave={(byKey) => {
            setMore(null);
            if (byKey) words.current?.focus();
          }}
        />
      )}
      {more === "picked" && (
        <FactPicker
          parts={partNames(doc)}
          onPick={(part, fact) => {
            onShow?.();
            const { session, instant, frozen } = useRun.getState();
            const moment = momentOf({ session, instant, frozen }) ?? momentOf(run);
            const e = moment && expectationNow(program, moment, part, fact);
            if (e) add(e);
            setMore(null);
          }}
        />
      )}
    </li>
  );
}

/** What was found, and over a span also when. */
function foundText({ expectation, found, at }: Check): string {
  const what = found === null ? "nothing" : found === true ? "yes" : found === false ? "no" : `“${found}”`;
  return "over" in expectation ? `${what} at ${Math.round(at)} ms` : what;
}

type Fact = (typeof pickableFacts)[number];

function FactPicker({ parts, onPick }: { parts: string[]; onPick(part: string, fact: Fact): void }) {
  const [part, setPart] = useState<string | null>(null);
  return (
    <div className="fact-picker">
      <Select
        size="small"
        showSearch
        autoFocus
        aria-label="Part"
        placeholder="part"
        value={part}
        onChange={setPart}
        options={parts.map((p) => ({ value: p, label: p }))}
      />
      <Select
        size="small"
        aria-label="Fact"
        placeholder="fact"
        disabled={!part}
        value={null as Fact | null}
        onChange={(fact: Fact) => part && onPick(part, fact)}
        options={pickableFacts.map((f) => ({ value: f, label: f }))}
      />
    </div>
  );
}
