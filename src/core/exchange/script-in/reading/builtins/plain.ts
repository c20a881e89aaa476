/** Objects as what they hold, and where a text or a number is asked for (ECMA-262 §7.1.1). */
import type { Context } from "../context";
import { inherited, isA, type Js, type JsObject, NotUnderstood, symbol, textOf } from "../values";

export const objectIn = (v: Js): JsObject => {
  if (isA(v, "proxy")) return objectIn(v.target);
  if (isA(v, "object")) return v;
  if (isA(v, "function")) return v.own;
  throw new NotUnderstood(null, "going through this");
};
export function namesOf(v: Js): string[] {
  if (isA(v, "list")) return v.items.map((_x, i) => String(i));
  if (isA(v, "native") && v.host?.names) return v.host.names();
  if (isA(v, "native") && v.host?.items) return v.host.items().map((_x, i) => String(i));
  return [...objectIn(v).of.keys()].filter((n) => !n.startsWith("#"));
}

/** @returns what stands for it; itself where nobody knows */
export function primitive(r: Context, v: Js, hint: "string" | "number" | "default"): Js {
  if (isA(v, "list")) return textOf(v);
  if (isA(v, "native") && v.host?.text) return v.host.text();
  if (isA(v, "function")) return r.source.slice(v.node.start, v.node.end);
  if (!isA(v, "object")) return v;
  const own = inherited(v, symbol("toPrimitive"))?.value;
  if (own !== undefined) return r.call(own, [hint], v);
  for (const name of hint === "string" ? ["toString", "valueOf"] : ["valueOf", "toString"]) {
    const by = inherited(v, name)?.value;
    const said = isA(by, "function") || isA(by, "native") ? r.call(by, [], v) : v;
    if (typeof said !== "object" || said === null) return said;
  }
  const [name, message] = ["name", "message"].map((n) => inherited(v, n)?.value);
  if (typeof name === "string" && typeof message === "string") return message ? `${name}: ${message}` : name;
  return "[object Object]";
}
export const textFor = (r: Context, v: Js): string => textOf(primitive(r, v, "string"));

/** As it is written down, by `JSON` and for the language's own functions. */
export function plain(r: Context, v: Js, depth = 0): unknown {
  if (typeof v !== "object" || v === null) return v;
  if (depth > 8) throw new NotUnderstood(null, "what is written as JSON");
  if (isA(v, "list")) return v.items.map((i) => plain(r, i, depth + 1));
  if (isA(v, "object") || (isA(v, "native") && v.host?.names))
    return Object.fromEntries(namesOf(v).map((n) => [n, plain(r, r.member(v, n), depth + 1)]));
  throw new NotUnderstood(null, "what is written as JSON");
}
