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
  const isMade = (c: PageElement | string): c is PageElement => isElement(c) && c.made !== undefined;
  const isNew = (e: PageElement): boolean => r.madeNow.has(e) && page.isThere(e, store) && !page.isThere(e, before);
  const isOld = (e: PageElement): boolean => !r.madeNow.has(e) && page.isThere(e, before);
  const pair = (now: PageElement, then: readonly PageElement[]): void => {
    const left = [...then];
    for (const e of now.children.filter(isMade).filter(isNew)) {
      const places = left.map((o) => (o.tag === e.tag ? placeOf(r, e, o) : ""));
      const at = places.findIndex((place) => place !== "");
      if (at < 0) continue;
      const [old] = left.splice(at, 1);
      drawnBy(r, e, places[at]);
      pair(e, old.children.filter(isMade).filter(isOld));
    }
  };
  for (const e of r.madeNow)
    if (page.isThere(e, before) && page.places.isReplacing(e.made!.site)) drawnBy(r, e, e.made!.site);
  const around = new Set([...r.madeNow].flatMap((e) => (e.parent && isNew(e) ? [e.parent] : [])));
  for (const p of around)
    if (page.isInPage(p, store) && page.isInPage(p, before))
      pair(
        p,
        p.children.filter(isMade).filter((c) => isOld(c) && !page.isThere(c, store)),
      );
}

/** What one drawing makes is the same from wherever that was come to, and so is all that it makes besides. */
function drawnBy(r: Context, e: PageElement, place: string): void {
  r.page.places.replacing.add(place);
  for (const m of r.madeNow) r.page.places.alike(m.made!.from, e.made!.from, place);
}

/** One that is about to stand for another, since it was made in its place: more than the last call has to be the same. */
export function noteSame(r: Context, e: PageElement, old: PageElement): void {
  const place = placeOf(r, e, old);
  if (/\d+ \d+/.test(place)) drawnBy(r, e, place);
}

/** The end that both have in common; the call alone only where nothing else comes from it in one act, but for loops. */
function placeOf(r: Context, e: PageElement, old: PageElement): string {
  const [a, b] = [e.made!.site, old.made!.site];
  if (a === b) return a;
  const end = inCommon(a, b);
  const others = [...r.madeNow].filter((o) => o.made!.site.endsWith(` ${end}`) && r.page.isInPage(o, r.store));
  return end && others.every((o) => o.made!.site === a) ? end : "";
}
