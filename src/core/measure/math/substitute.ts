/** Tokens and math inside longer values: `translateY(calc(2 * var(--gap)))` → `translateY(16px)`. */
import { compute } from "./compute";
import { mathFunctions } from "./functions";
import type { MeasureEnv } from "./units";

const opening = /(?<![\w-])(-{0,2}[a-z][\w-]*)\(/gi;

/** The place after the bracket that closes the one before `at`. */
function closing(text: string, at: number): number {
  let depth = 1;
  for (let i = at; i < text.length; i++) {
    if (text[i] === "(") depth++;
    else if (text[i] === ")" && --depth === 0) return i + 1;
  }
  return text.length;
}

/** The value with everything computed that can be; what cannot stays as it is written. */
export function substitute(text: string, env: MeasureEnv): string {
  if (!text.includes("(")) return text;
  let out = "";
  let at = 0;
  for (const found of text.matchAll(opening)) {
    if (found.index < at) continue;
    const name = found[1].toLowerCase();
    if (name !== "var" && !Object.hasOwn(mathFunctions, name)) continue;
    const end = closing(text, found.index + found[0].length);
    const piece = text.slice(found.index, end);
    const computed = compute(piece, env);
    const plain = computed.ok ? computed.text : name === "var" ? variable(piece, env) : piece;
    out += text.slice(at, found.index) + plain;
    at = end;
  }
  return out + text.slice(at);
}

/** A token may be something other than a measure, such as a colour. */
function variable(piece: string, env: MeasureEnv): string {
  const [, name, otherwise] = /^var\(\s*(--[\w-]+)\s*(?:,([\s\S]*))?\)$/i.exec(piece) ?? [];
  const text = name === undefined ? undefined : (env.token(name) ?? (otherwise && substitute(otherwise.trim(), env)));
  return text === undefined || text.includes(`var(${name}`) ? piece : text;
}

/** The tokens that a text mentions. */
export const tokensIn = (text: string): string[] => [...text.matchAll(/var\(\s*(--[\w-]+)/gi)].map((m) => m[1]);
