/** What is left out of trials, each with its reason, and the way back. */
import { Button } from "antd";
import { useDocument } from "../store/document";
import { useDoc } from "../store/program";

export function LetBeLines() {
  const { doc } = useDoc();
  const edit = useDocument((s) => s.edit);
  const writable = useDocument((s) => s.writable);
  const list = doc.trial?.letBe ?? [];
  if (!list.length) return null;
  const drop = (index: number): void =>
    edit("look at a fact again", (d) => ({
      ...d,
      trial: { ...d.trial, letBe: (d.trial?.letBe ?? []).toSpliced(index, 1) },
    }));
  return (
    <div className="trial-out">
      <h2 className="caps">Left out</h2>
      <ul>
        {list.map((l, i) => (
          <li key={`${l.part} ${l.fact} ${l.reason}`}>
            <span>
              <b className="mono">{l.part ?? "the page"}</b> {l.fact} <span className="muted">“{l.reason}”</span>
            </span>
            <Button size="small" type="text" disabled={!writable} onClick={() => drop(i)}>
              Look again
            </Button>
          </li>
        ))}
      </ul>
    </div>
  );
}
