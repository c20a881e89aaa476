/** The canvas of the lanes, drawn when they or the part in sight change, never by a drag. */
import { useLayoutEffect, useRef, useState } from "react";
import type { Session } from "../../core/run";
import { useTheme } from "../theme/theme";
import type { Lane } from "./lanes";
import { coloursOf, paint, type Row } from "./paint";
import { type Segment, segmentsOf } from "./segments";

/** Stretches narrower than this, px, are told by how they began; and how long one drawing may compute, ms. */
const COARSE = 4;
const BUDGET = 10;

const noLanes: readonly Lane[] = [];

interface Drawing {
  session: Session;
  rows: readonly Row[];
  left: number;
  perMs: number;
  width: number;
  height: number;
}
/** Keeps the canvas up to date; where much has to be computed first, over several frames of the screen. */
export function useDrawing({ session, rows, left, perMs, width, height }: Drawing) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const theme = useTheme((s) => s.name);
  const [drawn, setDrawn] = useState<ReadonlyMap<string, readonly Segment[]>>(new Map());
  const [round, setRound] = useState(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: `theme` changes the colours, `round` goes on where time ran out
  useLayoutEffect(() => {
    const element = canvas.current;
    const context = element?.getContext("2d");
    if (!element || !context || width < 1) return;
    const from = left / perMs;
    const lanes = rows.flatMap((r) => r.lanes);
    const range = { from, to: from + width / perMs, coarse: COARSE / perMs, until: performance.now() + BUDGET };
    const { segments, complete } = segmentsOf(session, lanes.length ? lanes : noLanes, range);
    const byLane = new Map(lanes.map((l, i) => [l.id, segments[i]]));
    const dots = devicePixelRatio || 1;
    if (element.width !== Math.round(width * dots) || element.height !== Math.round(height * dots)) {
      element.width = Math.round(width * dots);
      element.height = Math.round(height * dots);
    }
    context.setTransform(dots, 0, 0, dots, 0, 0);
    paint(context, rows, byLane, { from, perMs, width, height, end: session.end }, coloursOf(element));
    setDrawn(byLane);
    if (complete) return;
    const next = requestAnimationFrame(() => setRound((n) => n + 1));
    return () => cancelAnimationFrame(next);
  }, [session, rows, left, perMs, width, height, theme, round]);
  return { canvas, drawn };
}
