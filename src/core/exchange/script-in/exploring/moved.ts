/** What has come to its end where a transition or an animation ends (CSS Transitions 1 §4, CSS Animations 1 §4). */
import { readSheet } from "../../../cascade";
import { words } from "../../../measure";
import type { PageElement, Reading, ScriptPage } from "../reading";

/**
 * Of several properties or animations those that the script asks about, for a sheet knows only that all have ended; of none
 * asked about, one.
 * @param type `transitionend` or `animationend`
 */
export function movedOf(r: Reading, page: ScriptPage, target: PageElement, type: string): readonly string[] {
  const isTransition = type.startsWith("t");
  const names = isTransition ? propertiesOf(r, page, target) : animationsOf(r, page, target);
  const some = names.slice(0, 1);
  if (!r.source.includes(isTransition ? "propertyName" : "animationName")) return some;
  const asked = [...new Set([...r.source.matchAll(/["'`]([\w-]+)["'`]/g)].map((m) => m[1]))];
  const all = names[0] === "all";
  const those = asked.filter((a) => names.includes(a) || (all && moves.test(a)));
  return those.length ? those : some;
}

/** Properties that authors wait for by name, where all of them move. */
const moves =
  /^(opacity|transform|visibility|(max-|min-)?(width|height)|top|right|bottom|left|margin.*|padding.*|(background-)?color|translate|scale|rotate|clip-path|filter)$/;

function propertiesOf(r: Reading, page: ScriptPage, target: PageElement): readonly string[] {
  const said = page.computed(target, "transition-property", r.store);
  if (said !== null) return words(said, ",");
  const each = words(page.computed(target, "transition", r.store) ?? "all", ",");
  return each.map((one) => words(one, " ").find((w) => isName(w) && !timing.test(w)) ?? "all");
}
const isName = (word: string): boolean => /^[a-z-]+$/i.test(word);
const timing = /^(ease|ease-in|ease-out|ease-in-out|linear|step-start|step-end|allow-discrete|normal)$/i;

function animationsOf(r: Reading, page: ScriptPage, target: PageElement): readonly string[] {
  const said = page.computed(target, "animation-name", r.store);
  if (said !== null) return words(said, ",");
  const { keyframes } = readSheet(page.doc.page.css ?? "");
  const each = words(page.computed(target, "animation", r.store) ?? "", ",");
  const names = each.flatMap((one) => words(one, " ").find((w) => keyframes.has(w)) ?? []);
  return names.length ? names : [""];
}
