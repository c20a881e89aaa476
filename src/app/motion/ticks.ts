const STEPS = [10, 20, 50, 100, 200, 500, 1000, 2000, 5000, 10_000, 60_000];
/** Four to six round instants, ms. */
export function ticksIn(scale: number): number[] {
  const step = STEPS.find((s) => scale / s <= 6) ?? scale;
  return Array.from({ length: Math.floor(scale / step) + 1 }, (_v, i) => i * step);
}
