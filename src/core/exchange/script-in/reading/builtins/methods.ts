/** Properties of lists, texts, numbers, maps, sets and patterns (ECMA-262 §21 to §24). */
import type { Context } from "../context";
import { isA, type Js, type JsPattern, method, NotUnderstood, native, textOf } from "../values";
import { changing, lists } from "./lists";
import { numberMethods } from "./numbers";
import { pairs } from "./pairs";
import { patternOf } from "./patterns";
import { foundBy, texts } from "./texts";

const own = <T>(of: Record<string, T>, name: string): T | null => (Object.hasOwn(of, name) ? of[name] : null);

/** A property of a list, a text, a number, a map, a set or a pattern. */
export function methodOf(r: Context, value: Js, name: string): Js {
  if (isA(value, "list")) {
    if (name === "length") return value.items.length;
    if (value.more?.has(name)) return value.more.get(name);
    const call = own(lists, name);
    if (call)
      return method(name, (args) => {
        if (changing.has(name)) r.heap.touch(value);
        return call(r, value.items, args, value);
      });
  }
  if (isA(value, "pairs")) {
    if (name === "size") return value.items.length;
    const call = own(pairs, name);
    if (call)
      return method(name, (args) => {
        r.heap.touch(value);
        return call(r, value, args);
      });
  }
  if (isA(value, "pattern")) {
    if (name === "test" || name === "exec") return matched(value, name);
    if (name === "source" || name === "flags") return value[name];
    if (name === "global") return value.flags.includes("g");
  }
  if (typeof value === "string") {
    if (name === "length") return value.length;
    if (/^\d+$/.test(name)) return value[Number(name)];
    const call = own(texts, name);
    if (call) return method(name, (args) => call(value, args, r));
  }
  if (typeof value === "number") {
    const call = own(numberMethods, name);
    if (call) return method(name, (args) => call(value, args, r));
  }
  if (typeof value === "boolean" && name === "toString") return native(name, () => String(value));
  if (isOfLanguage(value, name) || name.startsWith("#")) throw new NotUnderstood(null, name);
  return undefined;
}

/** Whether the language has it, or a browser's lists. */
function isOfLanguage(value: Js, name: string): boolean {
  if (isA(value, "list")) return name in Array.prototype || name === "item" || name === "namedItem";
  if (isA(value, "pairs")) return name in (value.kind === "Map" ? Map : Set).prototype;
  return isA(value, "pattern") ? name in RegExp.prototype : name in Object(value);
}
const matched = (p: JsPattern, name: string): Js =>
  native(name, ([t]) => {
    // It goes on from where it was last, which nobody keeps here.
    if (/[gy]/.test(p.flags) && name === "exec")
      throw new NotUnderstood(null, "a pattern that goes on from its last find");
    const text = textOf(t);
    return name === "test" ? patternOf(p, text).test(text) : foundBy(patternOf(p, text).exec(text));
  });
