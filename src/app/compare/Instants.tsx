/** The two pinned instants: side by side or blended, and every fact that differs. */
import { Segmented, Slider } from "antd";
import { useMemo, useState } from "react";
import { spanText } from "../../core/measure";
import { type Instant, stateAt } from "../../core/run";
import { stateText } from "../../core/surface";
import { type Pin, sessionOf, useRun } from "../store/run";
import { DifferingTable } from "./DifferingTable";
import { differingRows } from "./differing";
import { Picture } from "./Picture";

export function Instants() {
  const { pins, session, run, kept } = useRun();
  const [blended, setBlended] = useState(false);
  const [share, setShare] = useState(50);
  const instantOf = (pin: Pin | null): Instant | null => {
    const found = pin && sessionOf({ session, run, kept }, pin.run);
    return found ? { program: found.program, state: stateAt(found, Math.min(pin.at, found.end)) } : null;
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: a run that goes on does not change what is pinned in it
  const both = useMemo(() => [instantOf(pins.a), instantOf(pins.b)], [pins, session?.program, kept]);
  const [a, b] = both;
  const { rows, marks } = useMemo(() => differingRows(a && b ? [a, b] : []), [a, b]);
  if (!a || !b) {
    return (
      <div className="compare-empty">
        <p>
          {a
            ? "A is pinned. Go to another instant on the ribbon and pin that too."
            : "Pin two instants of the run: go to one on the ribbon and press P or Pin, then the other."}
        </p>
        <p className="muted">Shift and drag across the ribbon pins both ends of a stretch. They may be of two runs.</p>
      </div>
    );
  }
  const heads = [pins.a!, pins.b!].map((p, i) => `${"AB"[i]} ${spanText(p.at)}${kept.length ? ` · run ${p.run}` : ""}`);
  const room = 900;
  const scale = Math.min(1, room / (blended ? 1 : 2) / Math.max(a.state.page.width, b.state.page.width));
  const head = (i: number, { program, state }: Instant) => (
    <>
      <b>{heads[i]}</b> <span className="muted">{stateText(program, state)}</span>
    </>
  );
  return (
    <>
      <div className="compare-bar">
        <Segmented
          size="small"
          aria-label="How"
          options={["side by side", "blended"]}
          value={blended ? "blended" : "side by side"}
          onChange={(v) => setBlended(v === "blended")}
        />
        {blended && (
          <div className="compare-blend">
            <span>A</span>
            <Slider value={share} onChange={setShare} ariaLabelForHandle="How much of B" tooltip={{ open: false }} />
            <span>B</span>
          </div>
        )}
      </div>
      {blended ? (
        <div className="blend">
          <Picture title={heads[0]} instant={a} scale={scale} />
          <div className="blend-over">
            <Picture title={heads[1]} instant={b} scale={scale} opacity={share / 100} />
          </div>
        </div>
      ) : (
        <div className="pictures">
          <Picture title={heads[0]} head={head(0, a)} instant={a} scale={scale} marks={marks[0]} />
          <Picture title={heads[1]} head={head(1, b)} instant={b} scale={scale} marks={marks[1]} />
        </div>
      )}
      <DifferingTable rows={rows} heads={heads} />
    </>
  );
}
