/** What was found, and how far it was looked for. */
import { Button, Progress } from "antd";
import { useDoc } from "../store/program";
import { faults, undecided, useProof } from "../store/proof";
import { FindingLine } from "./FindingLine";

export function Findings() {
  const { doc } = useDoc();
  const { proof, of, running, seen, stopped, unfinished, most, start, stop } = useProof();
  return (
    <>
      <div className="proof-head" id="findings">
        <h2 className="caps">Findings</h2>
        {running ? (
          <Button size="small" onClick={stop}>
            Stop
          </Button>
        ) : (
          (stopped || of !== doc) && (
            <Button size="small" onClick={start}>
              Explore again
            </Button>
          )
        )}
      </div>
      {unfinished && (
        <p className="muted">
          A proof of this component was under way when its tab ended, so it was not begun again by itself. It is once
          something is changed, or here.
        </p>
      )}
      {running && seen > 0 && <Progress percent={Math.min(100, (100 * seen) / most)} showInfo={false} size="small" />}
      {proof && <Explored />}
      <ul>{proof && faults(proof).map((f) => <FindingLine key={f.rule + f.text + f.state} finding={f} />)}</ul>
      {proof && undecided(proof).length > 0 && (
        <>
          <h2 className="caps" id="undecided">
            Undecided
          </h2>
          <ul>
            {undecided(proof).map((f) => (
              <FindingLine key={f.text} finding={f} />
            ))}
          </ul>
        </>
      )}
    </>
  );
}

/** As many as a person would read. */
function someOf(states: readonly string[]): string {
  let text = states[0] ?? "";
  for (const s of states.slice(1)) {
    if (text.length + s.length > 140) return `${text} …`;
    text += `, ${s}`;
  }
  return text;
}

function Explored() {
  const proof = useProof((s) => s.proof)!;
  const { most, running, further } = useProof();
  const { piled, states, endless } = proof.uncovered;
  return (
    <div className="muted explored">
      {proof.situations.toLocaleString("en")} situations, each at every timing, and {proof.moves.toLocaleString("en")}{" "}
      moves between them
      {proof.complete
        ? faults(proof).length
          ? ", all that can be reached."
          : ", all that can be reached. No rule is broken."
        : `: not all that can be reached. What goes on from ${someOf(states)} beyond that was not looked at, and nothing is said about ways back or what never happens.`}
      {endless && " Again and again it never comes to rest (F21): mend that first."}
      {piled.length > 0 && ` More and more of ${piled.join(", ")} can be on their way at once.`}
      {proof.situations >= most && !endless && (
        <p>
          <Button size="small" disabled={running} onClick={further}>
            Explore up to {(most * 4).toLocaleString("en")} situations
          </Button>
        </p>
      )}
    </div>
  );
}
