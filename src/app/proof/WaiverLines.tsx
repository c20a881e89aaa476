/** What is accepted, with its reason; and acceptances that nothing needs any more. */
import { Button } from "antd";
import type { Waiver } from "../../core/model";
import { type Proof, stepText } from "../../core/proof";
import { useDocument } from "../store/document";
import { useDoc } from "../store/program";
import { useRun } from "../store/run";

const about = (w: Waiver): string =>
  [w.rule, w.part && `of ${w.part}`, w.state && `in ${w.state}`].filter(Boolean).join(" ");

export function WaiverLines({ proof, current }: { proof: Proof; current: boolean }) {
  const { doc } = useDoc();
  const edit = useDocument((s) => s.edit);
  const show = useRun((s) => s.show);
  const writable = useDocument((s) => s.writable);
  const waivers = doc.waivers ?? [];
  if (!waivers.length) return null;
  const drop = (index: number): void =>
    edit("ask again", ({ waivers: old, ...d }) => {
      const left = (old ?? []).toSpliced(index, 1);
      return left.length ? { ...d, waivers: left } : d;
    });
  return (
    <section aria-labelledby="accepted-title" id="accepted">
      <div className="proof-head">
        <h2 className="caps" id="accepted-title">
          Accepted
        </h2>
      </div>
      <ul>
        {waivers.map((w, i) => {
          const mine = current ? proof.waived.filter((f) => f.finding.rule === w.rule && f.reason === w.reason) : [];
          const idle = current && proof.idleWaivers.includes(i);
          return (
            <li key={about(w) + w.reason} className="scenario offered">
              <div className="finding-text">
                <span>
                  <b className="mono">{about(w)}</b> “{w.reason}”
                </span>
                {mine.map(({ finding }) => (
                  <p key={finding.text} className="muted run-steps">
                    {finding.text}
                    {finding.run?.steps.length ? `: ${finding.run.steps.map(stepText).join(" → ")}` : ""}
                  </p>
                ))}
                {idle && <p className="wrong-text">Nothing needs it any more.</p>}
              </div>
              {mine[0]?.finding.run && (
                <Button size="small" type="text" onClick={() => show(mine[0].finding.run!, null)}>
                  Play
                </Button>
              )}
              <Button size="small" disabled={!writable} onClick={() => drop(i)}>
                {idle ? "Drop it" : "Ask again"}
              </Button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
