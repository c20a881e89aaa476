/** What holds, what does not, and what was not looked at: the whole proof in three columns. */
import type { Proof } from "../../core/proof";
import { counted } from "../shell/counted";
import { useMutation } from "../store/mutation";
import { useProof } from "../store/proof";
import { verdictOf } from "./verdict-of";

export function Verdict({ proof, current }: { proof: Proof; current: boolean }) {
  const running = useProof((s) => s.running);
  const asked = useMutation((s) => s.result);
  const { holds, fails, unseen } = verdictOf(proof);
  const questions = asked?.survivors.length ?? 0;
  const faults = asked
    ? counted(questions, "fault nobody would notice", "faults nobody would notice")
    : "whether the scenarios would notice faults";
  const columns = [
    ["holds", "Holds", holds, "nothing yet"],
    ["fails", "Does not hold", fails, "nothing"],
    [
      "unseen",
      "Not looked at",
      (asked && !questions) || !proof.scenarios.length ? unseen : [...unseen, { text: faults, to: "what-if" }],
      "nothing left",
    ],
  ] as const;
  return (
    <div className={`proof-verdict ${current && !running ? "" : "stale"}`} aria-live="polite">
      {columns.map(([kind, title, lines, none]) => (
        <div key={kind} className={`${kind} ${lines.length ? "" : "empty"}`}>
          <h2>{title}</h2>
          {lines.length ? (
            <ul>
              {lines.map((l) => (
                <li key={l.text}>
                  <a
                    href={`#${l.to}`}
                    onClick={(e) => {
                      e.preventDefault();
                      document.getElementById(l.to)?.scrollIntoView({ block: "start" });
                    }}
                  >
                    {l.text}
                  </a>
                </li>
              ))}
            </ul>
          ) : (
            <p className="muted">{none}</p>
          )}
        </div>
      ))}
    </div>
  );
}
