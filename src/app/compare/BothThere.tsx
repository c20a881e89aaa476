/** Two specifications at the end of one run, side by side. */
import { useMemo } from "react";
import type { Scenario } from "../../core/model";
import { compile } from "../../core/program";
import { endOf, playScenario } from "../../core/proof";
import type { Instant } from "../../core/run";
import { stateText } from "../../core/surface";
import type { Mark } from "../live-page/protocol";
import type { Other } from "../store/comparing";
import { useDoc } from "../store/program";
import { Picture } from "./Picture";

export function BothThere({ other, run, part }: { other: Other; run: Scenario; part: string | null }) {
  const { program } = useDoc();
  const both = useMemo(
    () => [compile(other.doc), program].map((p): Instant => ({ program: p, state: endOf(playScenario(p, run)) })),
    [other, program, run],
  );
  const scale = Math.min(1, 286 / Math.max(...both.map((b) => b.state.page.width)));
  const marks: Mark[] = part === null ? [] : [{ part, label: part, tone: "differs" }];
  return (
    <div className="pictures">
      {both.map((at, i) => (
        <Picture
          key={i === 0 ? "other" : "now"}
          title={i === 0 ? other.name : "now"}
          head={
            <>
              <b>{i === 0 ? other.name : "Now"}</b> <span className="muted">{stateText(at.program, at.state)}</span>
            </>
          }
          instant={at}
          scale={scale}
          marks={at.program.partIndex.has(part ?? "") ? marks : []}
        />
      ))}
    </div>
  );
}
