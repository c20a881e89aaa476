/** The choreography of each transition: bars to drag, curves, the way back beside it, played in a loop meanwhile. */
import { useParams } from "react-router";
import { Drawn } from "./Drawn";
import { Half } from "./Half";
import "./motion.css";
import { Played } from "./Played";
import { AnimationTold, RowEditor } from "./RowEditor";
import { nameOf, useMotion } from "./use-motion";

export function Motion() {
  const motion = useMotion();
  const { id = "" } = useParams();
  const { doc, shown, piece, rows, chosen, done } = motion;
  if (!shown || !piece) {
    return (
      <div className="motion-empty">
        <p>Nothing moves yet: no reaction leads to a state in which a part looks otherwise.</p>
        <p className="muted">Give a part another look in another state, and a reaction that leads there.</p>
      </div>
    );
  }
  const row = rows.find((r) => r.id === chosen) ?? rows[0];
  return (
    <div className="motion">
      <Played motion={motion} shown={shown} length={piece.length} />
      <div className="motion-main">
        <div className="motion-halves">
          <Half motion={motion} which="forth" chosen={row?.id ?? null} />
          <Half motion={motion} which="home" chosen={row?.id ?? null} />
        </div>
        {row?.kind === "animation" && <AnimationTold row={row} id={id} />}
        {row && row.kind !== "animation" && (
          <RowEditor
            key={`${nameOf(shown)} ${row.id}`}
            transition={shown}
            doc={doc}
            row={row}
            rows={rows.filter((r) => r.kind !== "animation")}
            onEdit={done}
          />
        )}
        <Drawn motion={motion} piece={piece} />
      </div>
    </div>
  );
}
