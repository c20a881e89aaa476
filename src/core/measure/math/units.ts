/** CSS units (CSS Values 4 §6 and §7) in canonical units: px, deg, ms. */

import { own } from "../../model";
import { number, type Quantity, quantity } from "./quantity";

/** What a value may depend on besides itself. All lengths in px. */
export interface MeasureEnv {
  width: number;
  height: number;
  /** Root font size; 16 where nothing says otherwise. */
  rem?: number;
  /** What 100 % is; without it percentages stay percentages. */
  percentOf?: number;
  /** The text of a custom property; undefined when there is none of that name. */
  token(name: string): string | undefined;
}

const absolute: Record<string, number> = {
  px: 1,
  cm: 96 / 2.54,
  mm: 96 / 25.4,
  q: 96 / 101.6,
  in: 96,
  pc: 16,
  pt: 96 / 72,
};
/** Degrees in each unit of angles (CSS Values 4 §7.1). */
export const angles: Readonly<Record<string, number>> = { deg: 1, grad: 0.9, rad: 180 / Math.PI, turn: 360 };

/** @returns the quantity, or null when the unit is not one that can be computed without a browser. */
export function withUnit(n: number, unit: string, env: MeasureEnv): Quantity | null {
  const u = unit.toLowerCase();
  if (u === "") return number(n);
  if (u === "%")
    return env.percentOf === undefined ? quantity(n, "percent") : quantity((n / 100) * env.percentOf, "length");
  const long = own(absolute, u);
  if (long !== undefined) return quantity(n * long, "length");
  const turned = own(angles, u);
  if (turned !== undefined) return quantity(n * turned, "angle");
  if (u === "ms" || u === "s") return quantity(u === "s" ? n * 1000 : n, "time");
  if (u === "rem" || u === "em") return quantity(n * (env.rem ?? 16), "length");
  const viewport = /^[sld]?v(w|h|i|b|min|max)$/.exec(u)?.[1];
  if (!viewport) return null;
  const side =
    viewport === "w" || viewport === "i"
      ? env.width
      : viewport === "h" || viewport === "b"
        ? env.height
        : viewport === "min"
          ? Math.min(env.width, env.height)
          : Math.max(env.width, env.height);
  return quantity((n * side) / 100, "length");
}
