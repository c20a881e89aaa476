/** The time ribbon: a run along its virtual time. Drag to go back; what is done from there goes on from there. */
import { usePanes } from "../panes/panes";
import { Splitter } from "../panes/Splitter";
import { useRun } from "../store/run";
import { Clock } from "./Clock";
import "./ribbon.css";
import { Track } from "./Track";

export function Ribbon() {
  const session = useRun((s) => s.session);
  const height = usePanes((s) => s.ribbon);
  if (!session) return <section className="ribbon" style={{ height }} />;
  return (
    <section className="ribbon" aria-label="Time ribbon" style={{ height }}>
      <div className="ribbon-edge">
        <Splitter
          share="ribbon"
          label="Height of the ribbon"
          sizeAt={(_, y) => innerHeight - y}
          against
          small="ribbon"
        />
      </div>
      <Clock />
      <Track session={session} />
    </section>
  );
}
