/** Over the columns: arcs for the transitions, and each state as a live miniature. */
import { memo, useMemo } from "react";
import type { Component } from "../../core/model";
import type { Program } from "../../core/program";
import { baseSheet, render } from "../../core/surface";
import { PageFrame } from "../live-page/PageFrame";
import { frozenMoment } from "../store/run";
import { type Arc, arcsOf, curve, heightOf } from "./arcs";
import type { Column } from "./grid";

export const MINI_HEIGHT = 80;

export interface ColumnBox {
  column: Column;
  x: number;
  width: number;
}

export function Arcs({
  doc,
  boxes,
  lit,
}: {
  doc: Component;
  boxes: readonly ColumnBox[];
  lit: { from: string; to: string } | null;
}) {
  const arcs = useMemo(() => {
    const middle = new Map(boxes.map((b) => [b.column.id, b.x + b.width / 2]));
    return arcsOf(doc, (state) => middle.get(state));
  }, [doc, boxes]);
  const height = heightOf(arcs);
  const last = boxes[boxes.length - 1];
  const isLit = (arc: Arc): boolean => lit !== null && arc.from === lit.from && arc.to === lit.to;
  return (
    <svg className="arcs" width={last.x + last.width} height={height} role="img" aria-label={describe(arcs)}>
      <defs>
        {["", "-lit"].map((kind) => (
          <marker
            key={kind}
            id={`arrow${kind}`}
            viewBox="0 0 8 8"
            refX="6"
            refY="4"
            markerWidth="7"
            markerHeight="7"
            orient="auto"
          >
            <path d="M0 0.5L7 4L0 7.5z" className={`arrow${kind}`} />
          </marker>
        ))}
      </defs>
      {[...arcs]
        .sort((a, b) => Number(isLit(a)) - Number(isLit(b)))
        .map((arc) => {
          const { path, labelX, labelY } = curve(arc, height - 1);
          const on = isLit(arc);
          return (
            <g
              key={`${arc.from} ${arc.to} ${arc.timed}`}
              className={`arc ${arc.timed ? "timed" : ""} ${on ? "lit" : ""}`}
            >
              <path d={path} markerEnd={`url(#arrow${on ? "-lit" : ""})`} />
              <text x={labelX} y={labelY} textAnchor="middle">
                {arc.label}
              </text>
            </g>
          );
        })}
    </svg>
  );
}

const describe = (arcs: readonly Arc[]): string =>
  arcs.length
    ? `Transitions: ${arcs.map((a) => `${a.label} from ${a.from} to ${a.to}`).join("; ")}`
    : "No transitions yet";

/** A state as it looks at rest. Cropped to its upper part, where most of a page happens. */
export const Miniature = memo(function Miniature({
  program,
  state,
  width,
}: {
  program: Program;
  state: string;
  width: number;
}) {
  const { doc } = program;
  const css = useMemo(() => baseSheet(doc), [doc]);
  const parts = useMemo(() => render(program, frozenMoment(program, state)), [program, state]);
  const scale = width / doc.page.width;
  const overflow = Math.max(0, doc.page.height * scale - MINI_HEIGHT);
  return (
    <div className="miniature" style={{ width, height: Math.min(MINI_HEIGHT, doc.page.height * scale) }}>
      <div style={{ marginTop: -overflow * 0.32 }}>
        <PageFrame
          title={`${state}, in small`}
          width={doc.page.width}
          height={doc.page.height}
          scale={scale}
          css={css}
          lang={doc.page.lang}
          parts={parts}
        />
      </div>
    </div>
  );
});
