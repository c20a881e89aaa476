/** How far each property has come, over time: as it runs, interrupted, and as it is where reduced motion is preferred. */
import { useMemo } from "react";
import { CartesianGrid, Line, LineChart, ReferenceLine, Tooltip, XAxis, YAxis } from "recharts";
import type { Animation, Program } from "../../core/program";
import { type Choreography, farIn, shareIn, valueIn } from "../../core/surface";
import { useTheme } from "../theme/theme";
import type { AnimationRow, MotionRow } from "./rows";
import { ticksIn } from "./ticks";

const POINTS = 80;
const light = ["#17696b", "#a93a25", "#6d2f7c", "#7a5200", "#2c5a8f", "#4c5a2b"];
const dark = ["#6cc4bd", "#f09479", "#d9a3e6", "#f3cd7d", "#8fb7e6", "#b9cc8a"];

/** Lines that lie on one another can still be told apart. */
const dashes = [undefined, "8 6", "2 5"];

interface Props {
  program: Program;
  rows: readonly (MotionRow | AnimationRow)[];
  piece: Choreography;
  calm: Choreography | null;
  /** ms */
  scale: number;
  now: number | null;
  width: number;
}

interface Curve {
  id: string;
  label: string;
  part: number;
  property: string;
  /** What it is animated by; it has no goal then, and how far it is from where it began is drawn. */
  animation?: Animation;
}
/** A curve for a motion, and one for each property of an animation. */
const curvesOf = (rows: Props["rows"]): Curve[] =>
  rows.flatMap((r): Curve[] =>
    r.kind === "motion"
      ? [{ id: r.id, label: r.label, part: r.part, property: r.property }]
      : r.properties.map((property) => ({
          id: `${r.id} ${property}`,
          label: r.properties.length > 1 ? `${r.label} ${property}` : r.label,
          part: r.part,
          property,
          animation: r.animation,
        })),
  );

/** In %, at each of the instants. */
function heights(program: Program, piece: Choreography, { part, property, animation }: Curve, at: number[]): number[] {
  const shares = animation
    ? farIn(program, piece, { part, property, animation }, at)
    : at.map((t) => shareIn(piece, part, property, t));
  return shares.map((s) => s * 100);
}

export function Curves({ program, rows: said, piece, calm, scale, now, width }: Props) {
  const rows = useMemo(() => curvesOf(said), [said]);
  const colours = useTheme((s) => s.name) === "dark" ? dark : light;
  const data = useMemo(() => {
    const cut = piece.legs[1]?.from;
    const instants = Array.from({ length: POINTS + 1 }, (_v, i) => (scale * i) / POINTS);
    // A turn is a corner: it gets points of its own.
    if (cut !== undefined) instants.push(cut - 0.01, cut + 0.01);
    instants.sort((a, b) => a - b);
    const mine = rows.map((r) => heights(program, piece, r, instants));
    const calmer = calm && rows.map((r) => heights(program, calm, r, instants));
    return instants.map((t, at) => {
      const point: Record<string, number> = { t };
      rows.forEach((_r, i) => {
        point[`m${i}`] = mine[i][at];
        if (calmer) point[`c${i}`] = calmer[i][at];
      });
      return point;
    });
  }, [program, rows, piece, calm, scale]);
  const values = data.flatMap((d) => Object.entries(d).flatMap(([k, v]) => (k === "t" ? [] : [v])));
  const low = Math.min(0, ...values);
  const high = Math.max(100, ...values);
  return (
    <>
      <ul className="curve-names" aria-label="Share of the way, %, over ms">
        {rows.map((r, i) => (
          <li key={r.id}>
            <svg width="22" height="6" aria-hidden="true">
              <line
                x2="22"
                y1="3"
                y2="3"
                stroke={colours[i % colours.length]}
                strokeWidth="2"
                strokeDasharray={dashes[i % dashes.length]}
              />
            </svg>
            {r.label}
          </li>
        ))}
      </ul>
      <LineChart width={width} height={190} data={data} margin={{ top: 6, right: 8, bottom: 0, left: -14 }}>
        <CartesianGrid stroke="var(--line)" vertical={false} />
        <XAxis
          dataKey="t"
          type="number"
          domain={[0, scale]}
          ticks={ticksIn(scale)}
          tick={{ fontSize: 10, fill: "var(--ink-3)" }}
          tickFormatter={(t: number) => `${Math.round(t)} ms`}
          stroke="var(--line-2)"
        />
        <YAxis
          domain={[Math.floor(low), Math.ceil(high)]}
          ticks={[0, 50, 100]}
          tickFormatter={(v: number) => `${v} %`}
          tick={{ fontSize: 10, fill: "var(--ink-3)" }}
          stroke="var(--line-2)"
        />
        <Tooltip
          isAnimationActive={false}
          content={({ active, label }) =>
            active && typeof label === "number" ? (
              <div className="curve-reading">
                <span className="mono">{Math.round(label)} ms</span>
                {rows.map((r, i) => (
                  <div key={r.id} style={{ color: colours[i % colours.length] }}>
                    {r.label}: {shortened(valueIn(program, piece, r.part, r.property, label))}
                  </div>
                ))}
              </div>
            ) : null
          }
        />
        {now !== null && <ReferenceLine x={now} stroke="var(--now)" strokeWidth={2} />}
        {rows.map((r, i) => (
          <Line
            key={r.id}
            dataKey={`m${i}`}
            name={r.label}
            type="linear"
            dot={false}
            isAnimationActive={false}
            stroke={colours[i % colours.length]}
            strokeWidth={1.8}
            strokeDasharray={dashes[i % dashes.length]}
          />
        ))}
        {calm &&
          rows.map((r, i) => (
            <Line
              key={`${r.id} calm`}
              dataKey={`c${i}`}
              name={`${r.label}, reduced`}
              type="linear"
              dot={false}
              isAnimationActive={false}
              stroke={colours[i % colours.length]}
              strokeWidth={1}
              strokeDasharray="2 3"
            />
          ))}
      </LineChart>
    </>
  );
}

const shortened = (value: string | undefined): string =>
  (value ?? "").replace(/-?\d+\.\d{3,}/g, (n) => String(Number(Number(n).toFixed(2))));
