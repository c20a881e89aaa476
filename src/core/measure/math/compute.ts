/** Computing one CSS value: `calc(100vh - var(--header))` → 640px. The grammar is that of CSS Values 4 §10. */

import { own } from "../../model";
import { constants, MathFault, mathFunctions, round, roundings } from "./functions";
import { type Kind, kindOf, kindText, number, type Quantity, quantityText, sameType, times } from "./quantity";
import { type MeasureEnv, withUnit } from "./units";

export type Computed =
  | { ok: true; value: Quantity; kind: Kind; text: string }
  | { ok: false; message: string; from: number; to: number };

/** No `Error`: many values are tried that do not compute, and a stack trace costs more than the computation. */
class Fault {
  constructor(
    readonly message: string,
    readonly from: number,
    readonly to: number,
  ) {}
}

interface Token {
  kind: "number" | "function" | "word" | "sign";
  text: string;
  n: number;
  unit: string;
  from: number;
  to: number;
  /** White space stands before it: CSS wants it around + and -. */
  space: boolean;
}

const pattern =
  /(?<number>[+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?)(?<unit>%|[a-z]+)?|(?<function>-{0,2}[a-z_][\w-]*)\(|(?<word>-{0,2}[a-z_][\w-]*)|(?<sign>[()+\-*/,])/iy;

function tokenize(text: string): Token[] {
  const out: Token[] = [];
  let at = 0;
  while (at < text.length) {
    const space = /\s/.test(text[at]);
    if (space) {
      at++;
      continue;
    }
    pattern.lastIndex = at;
    const found = pattern.exec(text);
    if (!found?.groups) throw new Fault(`“${text[at]}” cannot stand here`, at, at + 1);
    const { number: n, unit = "", function: call, word, sign } = found.groups;
    const kind = n !== undefined ? "number" : call !== undefined ? "function" : word !== undefined ? "word" : "sign";
    const spaced = at === 0 || /\s/.test(text[at - 1]);
    out.push({
      kind,
      text: call ?? word ?? sign ?? "",
      n: Number(n),
      unit,
      from: at,
      to: at + found[0].length,
      space: spaced,
    });
    at += found[0].length;
  }
  return out;
}

/** Each token is computed once in its surroundings: forty of them, each twice the one before, are forty values. */
const computed = new WeakMap<MeasureEnv, Map<string, Quantity>>();
function tokensOf(env: MeasureEnv): Map<string, Quantity> {
  const known = computed.get(env) ?? new Map<string, Quantity>();
  computed.set(env, known);
  return known;
}

class Parser {
  private at = 0;
  constructor(
    private readonly tokens: readonly Token[],
    private readonly env: MeasureEnv,
    private readonly open: readonly string[],
    private readonly end: number,
  ) {}

  whole(): Quantity {
    const value = this.primary(false);
    const rest = this.tokens[this.at];
    if (rest) throw new Fault("one value only; put sums into calc(…)", rest.from, this.end);
    return value;
  }

  private peek(text: string): boolean {
    const t = this.tokens[this.at];
    return t !== undefined && t.kind === "sign" && t.text === text;
  }

  private sum(): Quantity {
    let left = this.product();
    for (;;) {
      const t = this.tokens[this.at];
      if (!t || (!this.peek("+") && !this.peek("-"))) {
        // `2px +3px` reads as two numbers: CSS wants white space after the sign, too.
        if (t?.kind === "number" && /^[+-]/.test(this.signOf(t)))
          throw new Fault("put a space on both sides of + and -", t.from, t.to);
        return left;
      }
      const next = this.tokens[this.at + 1];
      if (!t.space || !next?.space) throw new Fault("put a space on both sides of + and -", t.from, t.to);
      this.at++;
      const from = next.from;
      const right = this.product();
      if (!sameType(left, right)) {
        throw new Fault(
          `${kindText(kindOf(left))} and ${kindText(kindOf(right))} cannot be ${t.text === "+" ? "added" : "subtracted"}`,
          from,
          this.place(from),
        );
      }
      left = { n: t.text === "+" ? left.n + right.n : left.n - right.n, type: left.type };
    }
  }

  private signOf(t: Token): string {
    return t.n < 0 || Object.is(t.n, -0) ? "-" : t.to - t.from > String(t.n).length + t.unit.length ? "+" : "";
  }

  private product(): Quantity {
    let left = this.primary(true);
    for (;;) {
      const divide = this.peek("/");
      if (!divide && !this.peek("*")) return left;
      this.at++;
      const right = this.primary(true);
      left = times(left, right, divide ? -1 : 1);
    }
  }

  private place(from: number): number {
    return Math.max(from + 1, this.tokens[this.at - 1]?.to ?? this.end);
  }

  private primary(inMath: boolean): Quantity {
    const t = this.tokens[this.at];
    if (!t) throw new Fault("a value is missing here", this.end, this.end);
    this.at++;
    if (t.kind === "number") {
      const value = withUnit(t.n, t.unit, this.env);
      if (!value)
        throw new Fault(
          `${t.unit} is not a unit that can be computed here; px, rem, vw, vh, deg, turn, ms, s … are`,
          t.to - t.unit.length,
          t.to,
        );
      return value;
    }
    if (t.kind === "word") {
      const value = inMath ? own(constants, t.text.toLowerCase()) : undefined;
      if (value === undefined)
        throw new Fault(
          `“${t.text}” is not a value; write a number with its unit, var(--name) or calc(…)`,
          t.from,
          t.to,
        );
      return number(value);
    }
    if (t.kind === "function") return this.call(t);
    if (t.text === "(" && inMath) {
      const value = this.sum();
      this.close(t);
      return value;
    }
    throw new Fault("a value is missing here", t.from, t.to);
  }

  private close(open: Token): void {
    const t = this.tokens[this.at];
    if (t && this.peek(")")) this.at++;
    else if (t) throw new Fault("this cannot follow; a ) or an operator can", t.from, t.to);
    else throw new Fault("this ( has no )", open.to - 1, open.to);
  }

  private call(t: Token): Quantity {
    const name = t.text.toLowerCase();
    if (name === "var") return this.variable(t);
    const f = own(mathFunctions, name);
    if (!f) throw new Fault(`${t.text}() is not a CSS math function`, t.from, t.to);
    let strategy = "nearest";
    const first = this.tokens[this.at];
    if (name === "round" && first?.kind === "word" && roundings.includes(first.text)) {
      strategy = first.text;
      this.at++;
      if (this.peek(",")) this.at++;
    }
    const args: Quantity[] = [this.sum()];
    while (this.peek(",")) {
      this.at++;
      args.push(this.sum());
    }
    this.close(t);
    const place = this.tokens[this.at - 1].to;
    if (args.length < f.least || args.length > f.most) {
      const wanted = f.least === f.most ? f.least : `${f.least} to ${f.most}`;
      throw new Fault(
        `${name}() takes ${wanted} value${f.most === 1 ? "" : "s"}; here are ${args.length}`,
        t.from,
        place,
      );
    }
    try {
      const value = f.run(args, name);
      return strategy === "nearest" ? value : { n: round(strategy, args[0].n, args[1]?.n ?? 1), type: value.type };
    } catch (error) {
      if (error instanceof MathFault) throw new Fault(error.message, t.from, place);
      throw error;
    }
  }

  private variable(t: Token): Quantity {
    const name = this.tokens[this.at];
    if (name?.kind !== "word" || !name.text.startsWith("--"))
      throw new Fault("var() takes the name of a token, such as var(--fade)", t.from, t.to);
    this.at++;
    const text = this.env.token(name.text);
    if (this.peek(",")) {
      this.at++;
      const fallback = this.sum();
      this.close(t);
      if (text === undefined) return fallback;
    } else this.close(t);
    const place = this.tokens[this.at - 1].to;
    if (text === undefined) throw new Fault(`there is no token ${name.text}`, name.from, name.to);
    if (this.open.includes(name.text))
      throw new Fault(
        `${name.text} is defined by itself: ${[...this.open, name.text].join(" → ")}`,
        name.from,
        name.to,
      );
    const known = tokensOf(this.env);
    const before = known.get(name.text);
    if (before) return before;
    const value = run(text, this.env, [...this.open, name.text]);
    if (!value.ok) throw new Fault(`${name.text}: ${value.message}`, t.from, place);
    known.set(name.text, value.value);
    return value.value;
  }
}

function run(
  text: string,
  env: MeasureEnv,
  open: readonly string[],
): { ok: true; value: Quantity } | { ok: false; message: string; from: number; to: number } {
  try {
    return { ok: true, value: new Parser(tokenize(text), env, open, text.length).whole() };
  } catch (error) {
    if (error instanceof Fault)
      return {
        ok: false,
        message: error.message,
        from: Math.min(error.from, text.length),
        to: Math.min(error.to, text.length),
      };
    if (error instanceof RangeError) return { ok: false, message: "nested too deeply", from: 0, to: text.length };
    throw error;
  }
}

/**
 * Computes a value.
 * @param wanted the kind that the place needs; leave it out where any will do. 0 counts as a length.
 * @returns the quantity in canonical units (px, deg, ms), or one error with its character range
 */
export function compute(text: string, env: MeasureEnv, wanted?: Kind): Computed {
  const found = run(text, env, []);
  if (!found.ok) return found;
  let { value } = found;
  let kind = kindOf(value);
  if (wanted === "length" && kind === "number" && value.n === 0) {
    value = { n: 0, type: { length: 1 } };
    kind = "length";
  }
  if (kind === null || (wanted && kind !== wanted)) {
    const message = `this is ${kindText(kind)}; ${wanted ? kindText(wanted) : "a CSS value"} is needed`;
    return { ok: false, message, from: 0, to: text.length };
  }
  return { ok: true, value, kind, text: quantityText(value) };
}
