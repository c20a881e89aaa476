/** Into the page, and out of it. */
import type { Context } from "../../context";
import { insideMade, keyOfPlace } from "../../made";
import { isElement, type PageElement } from "../../page";
import { isA, type Js, NotUnderstood, textOf } from "../../values";
import { fragmentIn } from "./fragments";

export function attach(r: Context, parent: PageElement, child: Js, before: PageElement | null, first: boolean): void {
  const several = fragmentIn(child);
  if (several) {
    const nodes = first ? [...several.items].reverse() : [...several.items];
    for (const n of nodes) attach(r, parent, n, before, first);
    r.heap.touch(several);
    several.items.length = 0;
    return;
  }
  if (!isA(child, "element")) {
    // A text goes where there is nothing else.
    if (parent.children.some((c) => isElement(c) && r.page.isThere(c, r.store)))
      throw new NotUnderstood(null, "a text beside elements");
    const now = r.page.text(parent, r.store);
    r.write(`text ${parent.name}`, first ? textOf(child) + now : now + textOf(child));
    return;
  }
  const e = child.element;
  if (e.made) for (const inner of insideMade(e)) if (!r.store.has(keyOfPlace(inner))) r.write(keyOfPlace(inner), true);
  if (e.parent === null && e.made) {
    e.parent = parent;
    const at = before ? parent.children.indexOf(before) : first ? 0 : parent.children.length;
    parent.children.splice(at < 0 ? parent.children.length : at, 0, e);
    r.page.changed();
  } else if (e.made && e.parent === parent && r.page.isThere(e, r.store)) return;
  else {
    const isElsewhere = e.parent !== parent || nextFixed(parent, e) !== nextFixed(parent, first ? undefined : before);
    if (e.made && isElsewhere && !r.page.isThere(e, r.store)) r.page.scattered.add(e.made.site);
    if (e.parent !== parent || r.page.isThere(e, r.store))
      throw new NotUnderstood(null, "an element that moves elsewhere");
  }
  if (r.store.get(`text ${parent.name}`) === "") r.erase(`text ${parent.name}`);
  if (e.made) r.write(keyOfPlace(e), true);
  else r.erase(keyOfPlace(e));
}

/** The first element from there on that no script made. @param from null for the end, undefined for the beginning */
function nextFixed({ children }: PageElement, from: PageElement | null | undefined): PageElement | null {
  const at = from === null ? children.length : from ? children.indexOf(from) : 0;
  return children.slice(at).find((c): c is PageElement => isElement(c) && !c.made) ?? null;
}

export function detach(r: Context, e: PageElement): void {
  if (!e.made) return r.write(keyOfPlace(e), false);
  for (const one of [e, ...insideMade(e)])
    for (const key of [...r.store.keys()])
      if (key.split(" ")[1] === one.name && !key.startsWith("variable ")) r.erase(key);
}
