/** One run: what became of it, and where it differs what was expected beside what was found. */
import { Button, Input } from "antd";
import { useState } from "react";
import { type Differing, type RunResult, type Verdict, wayText } from "../../core/trial";
import { useToCell } from "../live-page/Explanation";
import { useDocument } from "../store/document";
import { useRun } from "../store/run";
import { PageIsRight } from "./PageIsRight";
import { SideBySide } from "./SideBySide";

const words: Record<Verdict, string> = { same: "same", differs: "differs", impossible: "not here", cut: "cut" };

export function RunLine({ result, first }: { result: RunResult; first: boolean }) {
  const { verdict, name, differs, like, why } = result;
  const [open, setOpen] = useState(first && verdict === "differs");
  const more = differs !== null && like === null;
  return (
    <li className={`trial-run ${verdict}`}>
      <div className="trial-line">
        <span className={`verdict trial-verdict ${verdict}`}>{words[verdict]}</span>
        {more ? (
          <button type="button" className="plain trial-name" aria-expanded={open} onClick={() => setOpen(!open)}>
            {name}
          </button>
        ) : (
          <span className="trial-name">{name}</span>
        )}
      </div>
      {like !== null && <p className="muted trial-why">as in “{like}”</p>}
      {why && <p className="muted trial-why">{why}</p>}
      {more && open && <Shown differs={differs} />}
    </li>
  );
}

/** So many facts say what it is about. */
const FEW = 6;

function Shown({ differs }: { differs: NonNullable<RunResult["differs"]> }) {
  const show = useRun((s) => s.show);
  const [all, setAll] = useState(false);
  const toCell = useToCell();
  const { scenario, at, facts, because, cell, picture, late } = differs;
  return (
    <div className="trial-shown">
      <p className="run-steps">
        {wayText(scenario)}
        <span className="muted">, at {Math.round(at)} ms</span>
      </p>
      <table className="trial-facts">
        <thead>
          <tr>
            <th scope="col">Part</th>
            <th scope="col">Fact</th>
            <th scope="col">Expected</th>
            <th scope="col">Found</th>
            <td />
          </tr>
        </thead>
        <tbody>
          {facts.slice(0, all ? undefined : FEW).map((f) => (
            <Fact key={`${f.part} ${f.fact}`} fact={f} />
          ))}
        </tbody>
      </table>
      <div className="trial-keys">
        <Button size="small" onClick={() => show({ ...scenario, name: scenario.name || "trial" }, at, differs.found)}>
          Show both on the ribbon
        </Button>
        {cell && (
          <Button size="small" onClick={() => toCell({ section: "event", row: cell.row, column: cell.state })}>
            Go to the cell
          </Button>
        )}
        {facts.length > FEW && (
          <Button size="small" type="text" aria-expanded={all} onClick={() => setAll(!all)}>
            {all ? "Fewer facts" : `${facts.length - FEW} more facts`}
          </Button>
        )}
      </div>
      {because && <p className="muted">{because}</p>}
      {late !== undefined && <p>The page comes to it {late} ms later.</p>}
      <PageIsRight shown={differs} />
      {picture && <SideBySide shown={differs} picture={picture} />}
    </div>
  );
}

function Fact({ fact: { part, fact, expected, found } }: { fact: Differing }) {
  const edit = useDocument((s) => s.edit);
  const writable = useDocument((s) => s.writable);
  const letBe = useDocument((s) => s.doc?.trial?.letBe);
  const [asked, setAsked] = useState(false);
  const isOut = letBe?.some((l) => (l.part ?? null) === part && l.fact === fact);
  const leaveOut = (reason: string): void => {
    setAsked(false);
    edit("leave a fact out of trials", (d) => ({
      ...d,
      trial: { ...d.trial, letBe: [...(d.trial?.letBe ?? []), { ...(part === null ? {} : { part }), fact, reason }] },
    }));
  };
  return (
    <tr>
      <td className="mono">{part ?? "the page"}</td>
      <td>{fact}</td>
      <td>{expected}</td>
      <td className="trial-found">{found}</td>
      <td>
        {isOut ? (
          <span className="muted">left out from now on</span>
        ) : asked ? (
          <Input
            size="small"
            autoFocus
            aria-label="Why it is left out"
            placeholder="why? then Enter"
            maxLength={500}
            onPressEnter={(e) => e.currentTarget.value.trim() && leaveOut(e.currentTarget.value.trim())}
            onBlur={() => setAsked(false)}
            onKeyDown={(e) => e.key === "Escape" && setAsked(false)}
          />
        ) : (
          <Button size="small" type="text" disabled={!writable} onClick={() => setAsked(true)}>
            Leave out
          </Button>
        )}
      </td>
    </tr>
  );
}
