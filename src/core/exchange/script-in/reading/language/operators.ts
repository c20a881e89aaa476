/** Operators (ECMA-262 §13.5 to §13.12). */
import { primitive } from "../builtins";
import type { Context } from "../context";
import { ACTIVE, knows } from "../host";
import {
  elementOf,
  inherited,
  isA,
  isNamed,
  isTrue,
  type Js,
  joined,
  NotUnderstood,
  numberOf,
  same,
  textOf,
} from "../values";

export function unary(operator: string, v: Js): Js {
  switch (operator) {
    case "!":
      return !isTrue(v);
    case "-":
      return -numberOf(v);
    case "+":
      return isA(v, "time") ? v : numberOf(v);
    case "~":
      return ~numberOf(v);
    case "void":
      return undefined;
    case "typeof":
      return typeOf(v);
  }
  throw new NotUnderstood(null, operator);
}
function typeOf(v: Js): string {
  if (typeof v !== "object" || v === null) return v === null ? "object" : typeof v;
  return v.is === "function" || (v.is === "native" && v.call !== undefined) ? "function" : "object";
}

export function binary(r: Context, operator: string, left: Js, right: Js): Js {
  const known = (v: Js): Js => (r.active && isNamed(v, ACTIVE) ? elementOf(r.active) : v);
  const [a, b] = [known(left), known(right)];
  if (isNamed(a, ACTIVE) || isNamed(b, ACTIVE)) throw new NotUnderstood(null, "asking what has the focus");
  if (operator === "===" || operator === "==") return same(a, b) || (operator === "==" && alike(a, b));
  if (operator === "!==" || operator === "!=") return !(same(a, b) || (operator === "!=" && alike(a, b)));
  if (operator === "in") return isIn(r, a, b);
  if (isA(a, "time") || isA(b, "time")) return timed(operator, a, b);
  const hint = operator === "+" ? "default" : "number";
  return computed(operator, primitive(r, a, hint), primitive(r, b, hint));
}

/** Of what is no object any more, or of what nobody knows as a text or a number. */
function computed(operator: string, a: Js, b: Js): Js {
  if (isObject(a) || isObject(b)) {
    if (operator === "+" && (typeof a === "string" || typeof b === "string")) return joined([textOf(a), textOf(b)]);
    throw new NotUnderstood(null, `${operator} of these`);
  }
  if (operator === "+" && (typeof a === "string" || typeof b === "string")) return joined([textOf(a), textOf(b)]);
  if (typeof a === "string" && typeof b === "string" && /^[<>]=?$/.test(operator)) return compare(operator, a, b);
  return compare(operator, numberOf(a), numberOf(b));
}
const isObject = (v: Js): boolean => typeof v === "object" && v !== null;
const alike = (a: Js, b: Js): boolean => {
  if ((a ?? null) === (b ?? null)) return true;
  if (isObject(a) || isObject(b) || a === null || b === null || a === undefined || b === undefined) return false;
  return typeof a === typeof b ? a === b : Number(a) === Number(b);
};

/** Later than any number that a script writes down: what counts milliseconds counts them since 1970, or since the page was there. */
const LATE = 1e15;

/** Between instants there is a time; an instant and a time make another (ECMA-262 §21.4.1). */
function timed(operator: string, a: Js, b: Js): Js {
  if (isA(a, "time") && isA(b, "time")) return compare(operator, a.ms, b.ms);
  const by = numberOf(isA(a, "time") ? b : a);
  const at = isA(a, "time") ? a : b;
  if (/^[<>]=?$/.test(operator)) return isA(a, "time") ? compare(operator, LATE, by) : compare(operator, by, LATE);
  if (isA(at, "time") && operator === "+" && !Number.isNaN(by)) return { is: "time", ms: at.ms + by };
  if (isA(a, "time") && operator === "-" && !Number.isNaN(by)) return { is: "time", ms: a.ms - by };
  throw new NotUnderstood(null, "the time of day");
}

function compare(operator: string, a: number | string, b: number | string): Js {
  switch (operator) {
    case "<":
      return a < b;
    case "<=":
      return a <= b;
    case ">":
      return a > b;
    case ">=":
      return a >= b;
  }
  const [x, y] = [Number(a), Number(b)];
  switch (operator) {
    case "+":
      return x + y;
    case "-":
      return x - y;
    case "*":
      return x * y;
    case "/":
      return x / y;
    case "%":
      return x % y;
    case "**":
      return x ** y;
    case "&":
      return x & y;
    case "|":
      return x | y;
    case "^":
      return x ^ y;
    case "<<":
      return x << y;
    case ">>":
      return x >> y;
    case ">>>":
      return x >>> y;
  }
  throw new NotUnderstood(null, operator);
}

function isIn(r: Context, name: Js, of: Js): boolean {
  if (isA(of, "native") && of.host?.names) return r.member(of, textOf(name)) !== undefined;
  if (isA(of, "native") || isA(of, "element")) return knows(r, of, textOf(name));
  if (isA(of, "object")) return inherited(of, textOf(name)) !== null || textOf(name) === "toString";
  if (isA(of, "list")) return Number(textOf(name)) < of.items.length;
  throw new NotUnderstood(null, "what is asked of this");
}
