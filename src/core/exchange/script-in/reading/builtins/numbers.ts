/** `Math`, `Number`, and methods of numbers (ECMA-262 §21.1, §21.3). */
import type { Context } from "../context";
import { type Js, NotUnderstood, numberOf, textOf } from "../values";
import { numberIn } from "./intl";

/** Functions of one of the language's own objects. */
export type Calls = Record<string, (r: Context, args: Js[]) => Js>;

const digits = (v: Js, most: number): number => Math.min(most, Math.max(0, numberOf(v ?? 0)));
export const numberMethods: Record<string, (n: number, args: Js[], r: Context) => Js> = {
  toString: (n: number, [base]: Js[]) =>
    n.toString(base === undefined ? 10 : Math.min(36, Math.max(2, numberOf(base)))),
  toFixed: (n: number, [count]: Js[]) => n.toFixed(digits(count, 20)),
  toPrecision: (n: number, [count]: Js[]) =>
    count === undefined ? String(n) : n.toPrecision(Math.max(1, digits(count, 21))),
  toExponential: (n: number, [count]: Js[]) => n.toExponential(count === undefined ? undefined : digits(count, 20)),
  toLocaleString: (n: number, [language, options]: Js[], r: Context) => numberIn(r, n, language, options),
  valueOf: (n: number) => n,
};

export const maths: Calls = {
  max: (_r, args) => Math.max(...args.map(numberOf)),
  min: (_r, args) => Math.min(...args.map(numberOf)),
  hypot: (_r, args) => Math.hypot(...args.map(numberOf)),
  pow: (_r, [a, b]) => numberOf(a) ** numberOf(b),
  random: (r) => {
    const text = "chance (Math.random): here it is always the middle";
    if (r.calling) r.note(new NotUnderstood(r.line(r.calling), text, true), r.calling);
    return 0.5;
  },
  atan2: (_r, [a, b]) => Math.atan2(numberOf(a), numberOf(b)),
};
for (const name of [
  ...(["floor", "ceil", "round", "abs", "trunc", "sign", "sqrt", "cbrt", "exp", "log", "log2", "log10"] as const),
  ...(["sin", "cos", "tan", "asin", "acos", "atan", "fround"] as const),
])
  maths[name] = (_r, [v]) => Math[name](numberOf(v));

export const numbers: Calls = {
  isInteger: (_r, [v]) => Number.isInteger(v),
  isSafeInteger: (_r, [v]) => Number.isSafeInteger(v),
  isNaN: (_r, [v]) => Number.isNaN(v),
  isFinite: (_r, [v]) => Number.isFinite(v),
  parseInt: (_r, [v, base]) => Number.parseInt(textOf(v), base === undefined ? 10 : numberOf(base)),
  parseFloat: (_r, [v]) => Number.parseFloat(textOf(v)),
};
