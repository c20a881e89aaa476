/** Typed quantities (CSS Values 4 §10.2, Typed OM §4): a number in canonical units and the exponents of its dimensions. */

export const dimensions = ["length", "angle", "time", "percent"] as const;
export type Dimension = (typeof dimensions)[number];

export interface Quantity {
  /** In px, deg, ms, percent, or plain. */
  readonly n: number;
  /** Exponents; a dimension that is not listed is 0. A plain number has none. */
  readonly type: Readonly<Partial<Record<Dimension, number>>>;
}
export type Kind = "length" | "angle" | "time" | "percentage" | "number";

export const number = (n: number): Quantity => ({ n, type: {} });
export const quantity = (n: number, dimension: Dimension): Quantity => ({ n, type: { [dimension]: 1 } });

export const sameType = (a: Quantity, b: Quantity): boolean =>
  dimensions.every((d) => (a.type[d] ?? 0) === (b.type[d] ?? 0));

/** The kind of value it is; null for what no CSS value can be, such as px². */
export function kindOf({ type }: Quantity): Kind | null {
  const used = dimensions.filter((d) => type[d]);
  if (!used.length) return "number";
  if (used.length > 1 || type[used[0]] !== 1) return null;
  return used[0] === "percent" ? "percentage" : used[0];
}

export function times(a: Quantity, b: Quantity, sign: 1 | -1): Quantity {
  const type: Partial<Record<Dimension, number>> = {};
  for (const d of dimensions) {
    const exponent = (a.type[d] ?? 0) + sign * (b.type[d] ?? 0);
    if (exponent) type[d] = exponent;
  }
  return { n: sign === 1 ? a.n * b.n : a.n / b.n, type };
}

const kindNames: Record<Kind, string> = {
  length: "a length",
  angle: "an angle",
  time: "a time",
  percentage: "a percentage",
  number: "a number",
};
export const kindText = (kind: Kind | null): string => (kind === null ? "a product of units" : kindNames[kind]);

const units: Record<Kind, string> = { length: "px", angle: "deg", time: "ms", percentage: "%", number: "" };
/** As CSS text, in the canonical unit; at most six decimals, as browsers write computed values. */
export function quantityText(q: Quantity): string {
  const kind = kindOf(q);
  const n = Number.isNaN(q.n) ? 0 : Math.max(-33554400, Math.min(33554400, q.n));
  return `${Number(n.toFixed(6)) || 0}${kind === null ? "" : units[kind]}`;
}
