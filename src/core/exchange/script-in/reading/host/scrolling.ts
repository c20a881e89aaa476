/** Where scripts send the page (CSSOM View §4). */
import type { Context } from "../context";
import { isA, type Js, NotUnderstood } from "../values";

export const isSmooth = (options: Js): boolean => isA(options, "object") && options.of.get("behavior") === "smooth";

/** `scrollTo(x, y)` or `scrollTo({ top, behavior })`. */
export function scrollPage(r: Context, args: readonly Js[]): undefined {
  const [first, second] = args;
  const options = isA(first, "object") ? first : null;
  const top = options ? options.of.get("top") : second;
  if (typeof top !== "number" || Number.isNaN(top)) throw new NotUnderstood(null, "where this scrolls to");
  r.effect({ do: "scroll to", distance: Math.max(0, top), smooth: isSmooth(first) });
  return undefined;
}
