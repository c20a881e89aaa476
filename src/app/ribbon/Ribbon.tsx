/** The time ribbon: a run along its virtual time. Drag to go back; what is done from there goes on from there. */
import { useRun } from "../store/run";
import { Clock } from "./Clock";
import "./ribbon.css";
import { Track } from "./Track";
import { LEAST_HEIGHT, MOST_HEIGHT, useRibbonView } from "./view";

export function Ribbon() {
  const session = useRun((s) => s.session);
  const { height, setHeight } = useRibbonView();
  if (!session) return <section className="ribbon" style={{ height }} />;
  return (
    <section className="ribbon" aria-label="Time ribbon" style={{ height }}>
      <div
        className="ribbon-edge"
        role="separator"
        aria-orientation="horizontal"
        aria-label="Height of the ribbon"
        aria-valuemin={LEAST_HEIGHT}
        aria-valuemax={MOST_HEIGHT}
        aria-valuenow={height}
        tabIndex={0}
        onPointerDown={(e) => e.currentTarget.setPointerCapture(e.pointerId)}
        onPointerMove={(e) => e.buttons === 1 && setHeight(innerHeight - e.clientY)}
        onKeyDown={(e) => {
          if (e.key === "ArrowUp") setHeight(height + 17);
          else if (e.key === "ArrowDown") setHeight(height - 17);
          else return;
          e.preventDefault();
        }}
      />
      <Clock />
      <Track session={session} />
    </section>
  );
}
