/** Trees that a script draws anew where it drew some before, element by element. */
import type { Context } from "../../context";
import { isElement, type PageElement, type Store } from "../../page";
import { inCommon } from "../../places";
import { NotUnderstood } from "../../values";
import { focusable } from "../native";

const LOST = "the focus, which is lost where this is drawn anew: the sheet keeps it";
/** Says of an element that is about to be drawn anew what the sheet does otherwise. */
export function noteLost(r: Context, e: PageElement): void {
  if (r.building) return;
  const had = r.takenOut.has(e) || (r.page.isThere(e, r.store) && r.page.matches(focusable, e, r.store));
  // Who clicks elsewhere has taken the focus there before.
  const at = r.event && /^(click|mouse|pointer)/.test(r.event.type) ? r.event.target : null;
  if (had && !(at && !r.page.contains(e, at))) r.note(new NotUnderstood(null, LOST, true), r.calling ?? 0);
}

/**
 * Comes to know which places in the script make what takes the place of what an act has taken out.
 * @param before how the page was before the act
 */
export function noteDrawnAnew(r: Context, before: Store): void {
  const { page, store } = r;
  const isIn = (e: PageElement, s: Store): boolean => page.isThere(e, s);
  const pair = (now: PageElement, then: PageElement): void => {
    const left = then.children.filter((c): c is PageElement => isGone(c));
    const next = now.children.filter((c): c is PageElement => isNew(c));
    for (const e of next) {
      const at = left.findIndex((o) => o.tag === e.tag && placeOf(r, e, o) !== "");
      if (at < 0) continue;
      const [old] = left.splice(at, 1);
      const place = placeOf(r, e, old);
      page.places.replacing.add(place);
      for (const m of r.madeNow) page.places.alike(m.made!.site, e.made!.site, place);
      pair(e, old);
    }
  };
  const isNew = (e: PageElement | string): boolean =>
    isElement(e) && e.made !== undefined && r.madeNow.has(e) && isIn(e, store) && !isIn(e, before);
  const isGone = (e: PageElement | string): boolean =>
    isElement(e) && e.made !== undefined && !r.madeNow.has(e) && isIn(e, before);
  const around = new Set([...r.madeNow].flatMap((e) => (e.parent && isNew(e) ? [e.parent] : [])));
  for (const p of around) if (page.isInPage(p, store) && page.isInPage(p, before)) pairGone(p);
  function pairGone(p: PageElement): void {
    pair(p, { ...p, children: p.children.filter((c) => isElement(c) && isGone(c) && !isIn(c, store)) });
  }
}

/** The end that both have in common; the call alone only where nothing else comes from it in one act, but for loops. */
function placeOf(r: Context, e: PageElement, old: PageElement): string {
  const [a, b] = [e.made!.site, old.made!.site];
  if (a === b) return a;
  const end = inCommon(a, b);
  const others = [...r.madeNow].filter((o) => o.made!.site.endsWith(` ${end}`) && r.page.isInPage(o, r.store));
  return end && others.every((o) => o.made!.site === a) ? end : "";
}
