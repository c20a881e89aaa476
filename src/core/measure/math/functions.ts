/** The math functions of CSS Values 4 §10. Each says what it takes and what comes out. */
import { kindOf, kindText, number, type Quantity, quantity, sameType } from "./quantity";

/** An error that the parser places. */
/** No `Error`, whose stack trace costs more than most computations. */
export class MathFault {
  constructor(readonly message: string) {}
}
const fault = (message: string): never => {
  throw new MathFault(message);
};

const rad = Math.PI / 180;
const plain = (q: Quantity, name: string): number =>
  kindOf(q) === "number" ? q.n : fault(`${name}() takes a number, not ${kindText(kindOf(q))}`);
/** A number counts as radians (§10.4). */
const radians = (q: Quantity, name: string): number => {
  const kind = kindOf(q);
  if (kind === "angle") return q.n * rad;
  return kind === "number" ? q.n : fault(`${name}() takes an angle or a number, not ${kindText(kind)}`);
};
const alike = (list: readonly Quantity[], name: string): readonly Quantity[] => {
  for (const q of list) {
    if (!sameType(q, list[0])) fault(`${name}() cannot mix ${kindText(kindOf(list[0]))} with ${kindText(kindOf(q))}`);
  }
  return list;
};
const as = (n: number, like: Quantity): Quantity => ({ n, type: like.type });

export const roundings = ["nearest", "up", "down", "to-zero"];
/** §10.3: towards a multiple of the step. */
export function round(strategy: string, a: number, b: number): number {
  if (b === 0 || Number.isNaN(a) || Number.isNaN(b)) return Number.NaN;
  if (!Number.isFinite(b))
    return Number.isFinite(a)
      ? strategy === "up" && a > 0
        ? b
        : strategy === "down" && a < 0
          ? -Math.abs(b)
          : 0
      : Number.NaN;
  const step = Math.abs(b);
  const low = Math.floor(a / step) * step;
  const high = Math.ceil(a / step) * step;
  if (strategy === "up") return high;
  if (strategy === "down") return low;
  if (strategy === "to-zero") return a >= 0 ? low : high;
  return a - low < high - a ? low : high;
}

interface MathFunction {
  least: number;
  most: number;
  run(args: readonly Quantity[], name: string): Quantity;
}
const of = (least: number, most: number, run: MathFunction["run"]): MathFunction => ({ least, most, run });
const MANY = 64;
const number1 = (f: (n: number) => number): MathFunction => of(1, 1, ([a], name) => number(f(plain(a, name))));
const trig = (f: (n: number) => number): MathFunction => of(1, 1, ([a], name) => number(f(radians(a, name))));
const arc = (f: (n: number) => number): MathFunction =>
  of(1, 1, ([a], name) => quantity(f(plain(a, name)) / rad, "angle"));

export const mathFunctions: Readonly<Record<string, MathFunction>> = {
  calc: of(1, 1, ([a]) => a),
  min: of(1, MANY, (list, name) => as(Math.min(...alike(list, name).map((q) => q.n)), list[0])),
  max: of(1, MANY, (list, name) => as(Math.max(...alike(list, name).map((q) => q.n)), list[0])),
  clamp: of(3, 3, (list, name) => {
    const [low, mid, high] = alike(list, name);
    return as(Math.max(low.n, Math.min(mid.n, high.n)), mid);
  }),
  mod: of(2, 2, (list, name) => {
    const [a, b] = alike(list, name);
    return as(a.n - b.n * Math.floor(a.n / b.n), a);
  }),
  rem: of(2, 2, (list, name) => {
    const [a, b] = alike(list, name);
    return as(a.n % b.n, a);
  }),
  sin: trig(Math.sin),
  cos: trig(Math.cos),
  tan: trig(Math.tan),
  asin: arc(Math.asin),
  acos: arc(Math.acos),
  atan: arc(Math.atan),
  atan2: of(2, 2, (list, name) => {
    const [y, x] = alike(list, name);
    return quantity(Math.atan2(y.n, x.n) / rad, "angle");
  }),
  pow: of(2, 2, ([a, b], name) => number(plain(a, name) ** plain(b, name))),
  sqrt: number1(Math.sqrt),
  hypot: of(1, MANY, (list, name) => as(Math.hypot(...alike(list, name).map((q) => q.n)), list[0])),
  log: of(1, 2, ([a, b], name) =>
    number(b ? Math.log(plain(a, name)) / Math.log(plain(b, name)) : Math.log(plain(a, name))),
  ),
  exp: number1(Math.exp),
  abs: of(1, 1, ([a]) => as(Math.abs(a.n), a)),
  sign: of(1, 1, ([a]) => number(Math.sign(a.n))),
  round: of(1, 2, (list, name) => {
    const [a, b] = alike(list, name);
    if (!b) plain(a, name);
    return as(round("nearest", a.n, b?.n ?? 1), a);
  }),
};

export const constants: Readonly<Record<string, number>> = {
  pi: Math.PI,
  e: Math.E,
  infinity: Number.POSITIVE_INFINITY,
  "-infinity": Number.NEGATIVE_INFINITY,
  nan: Number.NaN,
};
