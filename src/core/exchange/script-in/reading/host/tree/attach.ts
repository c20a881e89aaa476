/** Into the page, and out of it. */
import type { Context } from "../../context";
import { isKept } from "../../heap";
import { anotherOf, insideMade, isAbout, keyOfPlace, passOn } from "../../made";
import { isElement, type PageElement, type Store } from "../../page";
import { isA, type Js, NotUnderstood, textOf } from "../../values";
import { firstLine } from "../event";
import { focusable } from "../native";
import { noteDrawnAnew, noteSame } from "./anew";
import { fragmentIn } from "./fragments";
import { AFTER, afterNow, BEFORE, besideNow, isBlankAt, ownWords, sayAfter, sayBeside } from "./nodes";

export function attach(r: Context, parent: PageElement, child: Js, before: PageElement | null, first: boolean): void {
  const several = fragmentIn(child);
  if (several) {
    const nodes = first ? [...several.items].reverse() : [...several.items];
    for (const n of nodes) attach(r, parent, n, before, first);
    r.heap.touch(several);
    several.items.length = 0;
    return;
  }
  if (!isA(child, "element")) return attachText(r, parent, takenText(r, child), before, first);
  if (isOfMarkup(child.element) && r.building) return moveOnce(r, parent, child.element, before, first);
  const e = atItsPlace(r, child, parent, before, first);
  if (e.parent === null && e.made) {
    e.parent = parent;
    parent.children.splice(placeIn(r, parent, before, first), 0, e);
    r.page.changed();
  } else if (isInPlace(r, e, parent, before, first)) return;
  else if (e.made && e.parent === parent && isOutOfOrder(r, e, before, first))
    throw new NotUnderstood(null, "elements that are put in another order");
  else if (e.parent !== parent || r.page.isThere(e, r.store))
    throw new NotUnderstood(null, "an element that moves elsewhere");
  standBeside(r, parent, e, first, !first && before === null);
  if (e.made) r.write(keyOfPlace(e), true);
  else r.erase(keyOfPlace(e));
}

const isOfMarkup = (e: PageElement): boolean => e.part !== null && !e.made;

/** Where an element of the markup is put while the page is loaded it lies from then on. */
function moveOnce(r: Context, parent: PageElement, e: PageElement, before: PageElement | null, first: boolean): void {
  if (r.page.contains(e, parent)) throw new NotUnderstood(null, "an element that is put into itself");
  if (before === e || isInPlace(r, e, parent, before, first)) return;
  const isBack = e.parent === parent && !r.page.isThere(e, r.store) && !isOutOfOrder(r, e, before, first);
  if (r.page.isThere(e, r.store)) detach(r, e);
  if (!isBack) {
    const at = placeIn(r, parent, before, first);
    const isLower = e.parent === parent && parent.children.indexOf(e) < at;
    r.page.move(e, parent, isLower ? at - 1 : at);
    // White space at that edge is no edge any more.
    if (!before && isBlankAt(r, parent, first ? BEFORE : AFTER)) r.page.joined.add(parent);
  }
  standBeside(r, parent, e, first, !first && before === null);
  r.erase(keyOfPlace(e));
}

/** It lies already where it is put. */
function isInPlace(
  r: Context,
  e: PageElement,
  parent: PageElement,
  before: PageElement | null,
  first: boolean,
): boolean {
  if (e.parent !== parent || !r.page.isThere(e, r.store)) return false;
  const there = r.page.childrenOf(parent, r.store);
  const at = there.indexOf(e);
  return before ? there[at + 1] === before : first ? at === 0 : at === there.length - 1;
}

/** The words of a text; one of the page is taken from where it is. */
function takenText(r: Context, child: Js): string {
  if (child === undefined || child === null) throw new NotUnderstood(null, `${child} that is put into the page`);
  if (!isA(child, "native") || r.member(child, "nodeType") !== 3) return textOf(child);
  const text = textOf(r.member(child, "nodeValue"));
  r.call(r.member(child, "remove"), [], child);
  return text;
}

/** Words are kept before and behind all elements, or alone. */
function attachText(r: Context, parent: PageElement, text: string, before: PageElement | null, first: boolean): void {
  const there = r.page.childrenOf(parent, r.store);
  if (!there.length) {
    const now = r.page.text(parent, r.store);
    sayBeside(r, parent, null, "");
    if (now && text) r.page.joined.add(parent);
    r.write(`text ${parent.name}`, first ? text + now : now + text);
    return;
  }
  const previous = there[(before ? there.indexOf(before) : first ? 0 : there.length) - 1];
  if (!text.trim()) {
    // White space between two elements that a script made.
    if (previous?.made) previous.gap = true;
    return;
  }
  const { words, behind } = besideNow(r, parent);
  const isAmongOwn = ownWords(parent).length > 0 && words === null;
  if ((before || first) && isAmongOwn) throw new NotUnderstood(null, "a text beside elements");
  const isAmong = before !== null && previous !== undefined;
  const beside = isAmong ? afterNow(r, previous) : before || first ? words : behind;
  if (beside) r.page.joined.add(parent);
  if (isAmong) sayAfter(r, previous, afterNow(r, previous) + text);
  else if (before) sayBeside(r, parent, (words ?? "") + text, behind);
  else if (first) sayBeside(r, parent, text + (words ?? ""), behind);
  else sayBeside(r, parent, words, behind + text);
}

/** Where one more is put: beside those that are there, among those that are not. */
function placeIn(r: Context, { children }: PageElement, before: PageElement | null, first: boolean): number {
  const at = before ? children.indexOf(before) : -1;
  if (at >= 0) return at;
  const isThere = (c: PageElement | string): boolean => !isElement(c) || r.page.isThere(c, r.store);
  if (!first) return children.findLastIndex(isThere) + 1;
  const next = children.findIndex(isThere);
  return next < 0 ? children.length : next;
}

/** Whether one that was put somewhere before would stand on the other side of what is there, were it put there again. */
function isOutOfOrder(r: Context, e: PageElement, before: PageElement | null, first: boolean): boolean {
  if (e.made && !r.page.places.isReplacing(e.made.site)) return false;
  const { children } = e.parent!;
  const at = children.indexOf(e);
  const isThere = (c: PageElement | string): boolean => isElement(c) && c !== e && r.page.isThere(c, r.store);
  if (before && children.includes(before)) return at > children.indexOf(before);
  return first ? children.slice(0, at).some(isThere) : children.slice(at).some(isThere);
}

/** A text that was said of an element stands before what is put into it after that. */
function standBeside(r: Context, parent: PageElement, e: PageElement, isFirst: boolean, isLast: boolean): void {
  const said = r.store.get(`text ${parent.name}`);
  if (said === undefined || said === null) {
    const { words, behind } = besideNow(r, parent);
    const last = r.page.childrenOf(parent, r.store).findLast((c) => c !== e);
    if (isFirst && words) {
      if (last) sayAfter(r, e, words);
      sayBeside(r, parent, "", (last ? "" : words) + behind);
    } else if (isLast && behind) {
      if (last) sayAfter(r, last, behind);
      sayBeside(r, parent, last ? words : (words ?? "") + behind, "");
    }
    return;
  }
  const text = String(said);
  takeOutOwn(r, parent);
  r.erase(`text ${parent.name}`);
  if (isFirst) sayBeside(r, parent, "", text);
  else sayBeside(r, parent, text, "");
}

/** What is made in one place of the script and put into several of the page is a part in each of them. */
function atItsPlace(
  r: Context,
  child: { element: PageElement },
  parent: PageElement,
  before: PageElement | null,
  first: boolean,
): PageElement {
  const e = child.element;
  const next = nextFixed(parent, placeIn(r, parent, before, first));
  const isAt = (o: PageElement): boolean =>
    o.parent === parent && nextFixed(parent, parent.children.indexOf(o)) === next && !isOutOfOrder(r, o, before, first);
  if (!e.made || !e.parent || isAt(e) || r.page.isThere(e, r.store)) return e;
  const other = isPlain(r, e) ? anotherOf(r.page, e, r.store, isAt) : null;
  if (!other) {
    r.page.places.scattered.add(e.made.site);
    return e;
  }
  return become(r, child, other);
}

/** What is made anew in place of what was made there before is the same part to whoever looks. */
export function inPlaceOf(r: Context, parent: PageElement, child: Js): Js {
  if (!isA(child, "element") || !child.element.made || child.element.parent) return child;
  const e = child.element;
  const old = parent.children.find(
    (c): c is PageElement =>
      isElement(c) &&
      c.made !== undefined &&
      callOf(c.made.site) === callOf(e.made!.site) &&
      !r.page.isThere(c, r.store) &&
      !r.madeNow.has(c),
  );
  if (old && isPlain(r, e) && isPlain(r, old) && e.tag === old.tag) {
    noteSame(r, e, old);
    become(r, child, old);
  }
  return child;
}

/** The call that makes it, from wherever that was come to. */
const callOf = (site: string): string => /(\d+)(?: for \S+)?$/.exec(site)?.[1] ?? site;
const isPlain = (r: Context, e: PageElement): boolean => !e.children.some(isElement) && !r.isListenedTo(e);

/** It is the other from now on. */
function become(r: Context, child: { element: PageElement }, other: PageElement): PageElement {
  const e = child.element;
  passOn(r, e.name, other.name);
  if (e.gap) other.gap = true;
  r.madeNow.delete(e);
  r.madeNow.add(other);
  child.element = other;
  return other;
}

/** The first element from a place on that no script made. */
function nextFixed({ children }: PageElement, at: number): PageElement | null {
  return children.slice(at).find((c): c is PageElement => isElement(c) && !c.made) ?? null;
}

function noteTakenOut(r: Context, e: PageElement): void {
  if (!r.building && r.page.isThere(e, r.store) && r.page.matches(focusable, e, r.store)) r.takenOut.add(e);
}
export function detach(r: Context, e: PageElement): void {
  const parent = r.page.parentOf(e, r.store);
  if (parent) leaveWords(r, parent, e);
  if (!e.made) return r.write(keyOfPlace(e), false);
  noteTakenOut(r, e);
  r.erase(keyOfPlace(e));
}

/** Words behind what is taken out stay where they are. */
function leaveWords(r: Context, parent: PageElement, e: PageElement): void {
  const there = r.page.childrenOf(parent, r.store);
  const at = there.indexOf(e);
  const text = afterNow(r, e);
  sayAfter(r, e, "");
  const { words, behind } = besideNow(r, parent);
  const before = there[at - 1];
  if (at === there.length - 1) {
    const left = before ? afterNow(r, before) : "";
    if (before) sayAfter(r, before, "");
    if (left || text) sayBeside(r, parent, words, left + text + behind);
  } else if (!text) return;
  else if (before) sayAfter(r, before, afterNow(r, before) + text);
  else if (words === null && ownWords(parent).length) throw new NotUnderstood(null, "a text beside elements");
  else sayBeside(r, parent, (words ?? "") + text, behind);
}

/** What the markup itself has inside does not come back once nothing stands in its place any more. */
export function takeOutOwn(r: Context, e: PageElement, but: readonly PageElement[] = []): void {
  for (const c of e.children)
    if (isElement(c) && !c.made && !but.includes(c) && r.store.get(keyOfPlace(c)) !== false)
      r.write(keyOfPlace(c), false);
}

/** An element that was made is blank again, with nothing in it: nobody has it any more, or it stands for another from now on. */
export function blank(r: Context, e: PageElement): void {
  for (const one of [e, ...insideMade(e).filter((c) => !r.madeNow.has(c))]) {
    noteTakenOut(r, one);
    for (const key of [...r.store.keys()]) if (isAbout(key, one.name)) r.erase(key);
    r.deafen(one);
  }
}

const GIVEN_AWAY = "the focus, which goes to what is then taken out: in the sheet it stays where it was";

/** Once an act is over, what it has taken out is gone where nobody keeps it. @param before how the page was before it */
export function sweep(
  r: Context,
  before: Store,
  held: (out: ReadonlySet<PageElement>) => ReadonlySet<PageElement>,
): void {
  const { page, store } = r;
  for (const e of r.madeNow) {
    const { site } = e.made!;
    const old = page.elements.find(
      (o) => o !== e && o.tag === e.tag && o.made?.site === site && page.isInPage(o, before),
    );
    if (old && page.isInPage(e, store) && !page.isInPage(old, store)) page.places.replacing.add(site);
  }
  noteDrawnAnew(r, before);
  const last = r.effects.findLast((e) => e.do === "focus");
  const given = last?.do === "focus" ? page.named(last.part) : null;
  if (given && !page.isInPage(given, store)) r.note(new NotUnderstood(null, GIVEN_AWAY, true), firstLine(r.event));
  const said = new Set([...store.keys()].flatMap((k) => (isKept(k) ? [] : [k.split(" ")[1]])));
  const isSaid = (e: PageElement): boolean => [e, ...insideMade(e)].some((o) => said.has(o.name) || r.isHeard(o));
  const out = page.elements.filter((e) => e.made && !page.isThere(e, store) && isSaid(e));
  if (!out.length) return;
  const kept = held(new Set(out.flatMap((e) => [e, ...insideMade(e)])));
  for (const e of out) if (![e, ...insideMade(e)].some((o) => kept.has(o))) blank(r, e);
}
