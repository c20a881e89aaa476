/** Over the columns: arcs for the transitions. */
import { useMemo } from "react";
import type { Component } from "../../core/model";
import { type Arc, arcsOf, CROWDED, curve, heightOf, pairsOf } from "./grid/arcs";
import type { Column } from "./grid/grid";

export interface ColumnBox {
  column: Column;
  x: number;
  width: number;
}

export function Arcs({
  doc,
  boxes,
  lit,
  near,
  visible,
}: {
  doc: Component;
  boxes: readonly ColumnBox[];
  lit: { from: string; to: string } | null;
  /** The states that are looked at: active or selected. */
  near: ReadonlySet<string>;
  visible: { from: number; to: number } | null;
}) {
  // Where there are many, each is faint and unnamed until one of its ends is looked at; of very many only those are drawn.
  const all = useMemo(() => pairsOf(doc), [doc]);
  const crowded = all.length > CROWDED;
  const shown = useMemo(
    () => (visible ? all.filter((p) => near.has(p.from) || near.has(p.to)) : all),
    [all, visible, near],
  );
  const arcs = useMemo(() => {
    const middle = new Map(boxes.map((b) => [b.column.id, b.x + b.width / 2]));
    return arcsOf(shown, (state) => middle.get(state));
  }, [shown, boxes]);
  const faint = (arc: Arc): boolean => crowded && !near.has(arc.from) && !near.has(arc.to);
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
        .sort((a, b) => Number(isLit(a)) - Number(isLit(b)) || Number(faint(b)) - Number(faint(a)))
        .map((arc) => {
          const { path, labelX, labelY } = curve(arc, height - 1);
          const on = isLit(arc);
          return (
            <g
              key={`${arc.from} ${arc.to} ${arc.timed}`}
              className={`arc ${arc.timed ? "timed" : ""} ${on ? "lit" : ""} ${faint(arc) ? "faint" : ""}`}
            >
              <path d={path} markerEnd={`url(#arrow${on ? "-lit" : ""})`} />
              {!faint(arc) && (
                <text x={labelX} y={labelY} textAnchor="middle">
                  {arc.label}
                </text>
              )}
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
