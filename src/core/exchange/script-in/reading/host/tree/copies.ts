/** Elements that scripts make, and copies of what is there (DOM §4.5, §4.4). */
import { type Context, keptBy } from "../../context";
import { keyOfPlace, makeElement } from "../../made";
import { isElement, type PageElement } from "../../page";
import { elementOf, type Js, NotUnderstood } from "../../values";
import { attributeGet, attributeNames, attributeSet, styled } from "../said";
import { noteLost } from "./anew";
import { blank } from "./attach";
import { AFTER, BEFORE, nodesOf } from "./nodes";

/** `document.createElement(tag)`, known by where it is made. */
export function created(r: Context, tag: string): Js {
  const e = oneMore(r, `at ${r.site()}`, tag.toLowerCase());
  if (!r.building) blank(r, e);
  return elementOf(e);
}

/** How many there can be at once, no sheet says; while the page is loaded, as many as it makes. */
function oneMore(r: Context, place: string, tag: string): PageElement {
  const at = r.event?.current;
  const heard = typeof at === "object" && at.part ? at : r.event?.target;
  const site = heard && r.page.places.scattered.has(place) ? `${place} for ${heard.name}` : place;
  const e = makeElement(r.page, site, tag, r.store, r.madeNow, r.building ? 40 : undefined);
  const { mostOfOne } = r.page;
  if (r.page.places.isReplacing(site)) {
    noteLost(r, e);
    if (r.calling && r.page.isInPage(e, r.store) && (moves(r, e) || isAwaited(r, e)))
      r.note(
        new NotUnderstood(
          null,
          `a <${e.tag}> in place of the one before: here it is the same one, with its motions and timers`,
          true,
        ),
        r.calling,
      );
  } else if (r.page.isThere(e, r.store) && r.calling) {
    const what =
      mostOfOne === 1
        ? `a second <${e.tag}> beside the first: the sheet has one, made anew`
        : `more and more <${e.tag}>: the sheet has ${mostOfOne}, the first made anew`;
    r.note(new NotUnderstood(null, what, true), r.calling);
  }
  return e;
}

const moves = ({ page, store }: Context, e: PageElement): boolean =>
  ["transition", "transition-duration", "animation", "animation-name"].some((p) => page.computed(e, p, store) !== null);

/** A timer that was set for the one before would come to this one, too. */
const isAwaited = (r: Context, e: PageElement): boolean =>
  [...r.timers.values()].some((t) => r.heap.elements(keptBy([t])).has(e));

/** A copy, with all that is in it or without (DOM §4.4, `cloneNode`). */
export function cloned(r: Context, e: PageElement, deep: boolean, site = `copy ${r.site()}`): PageElement {
  const copy = oneMore(r, `${site} of ${e.name}`, e.tag);
  if (!r.building) blank(r, copy);
  for (const [type, code] of Object.entries(e.handlers ?? {})) r.listenBy(copy, type, code);
  if (copy.children.length || Object.keys(copy.attributes).length) {
    sayTheSame(r, e, copy, deep);
    return copy;
  }
  const names = attributeNames(r, e).filter((n) => n !== "style");
  copy.attributes = Object.fromEntries(names.map((n) => [n, attributeGet(r, e, n) ?? ""]));
  const css = styled(r, e);
  if (css.size) copy.css = Object.fromEntries(css);
  if (e.gap) copy.gap = true;
  if (!deep) return copy;
  copy.children = nodesOf(r, e)
    .filter((n) => n.at !== BEFORE && n.at !== AFTER && !n.at.startsWith("gap "))
    .map((n) => (n.element ? cloned(r, n.element, true, `${site} in`) : n.text));
  for (const c of copy.children)
    if (isElement(c)) {
      c.parent = copy;
      r.write(keyOfPlace(c), true);
    }
  return copy;
}

/** A copy that was made there before says what is said of the other by now. */
function sayTheSame(r: Context, e: PageElement, copy: PageElement, deep: boolean): void {
  for (const name of new Set([...attributeNames(r, e), ...attributeNames(r, copy)])) {
    const now = attributeGet(r, e, name);
    if (now !== attributeGet(r, copy, name)) attributeSet(r, copy, name, now);
  }
  if (!deep) return;
  const inside = r.page.childrenOf(e, r.store);
  const copies = copy.children.filter(isElement);
  if (inside.length !== copies.length || inside.some((c, i) => c.tag !== copies[i].tag))
    throw new NotUnderstood(null, "a copy of what was another inside");
  inside.forEach((c, i) => {
    r.write(keyOfPlace(copies[i]), true);
    sayTheSame(r, c, copies[i], true);
  });
  const text = r.page.text(e, r.store);
  if (!inside.length && text !== r.page.text(copy, r.store)) r.write(`text ${copy.name}`, text);
}
