/** Elements put into the page, moved and taken out of it (DOM §4.2). */
import type { Context } from "../context";
import { insideMade, keyOfPlace, madeOf, makeElement } from "../made";
import { isElement, type PageElement } from "../page";
import { elementOf, isA, type Js, NotUnderstood, textOf } from "../values";

/** `document.createElement(tag)`, known by where it is made. */
export function created(r: Context, tag: string): Js {
  // In an act one at a time: how many there can be at once, no sheet says.
  const e = makeElement(r.page, `at ${r.calling?.start ?? 0}`, tag.toLowerCase(), r.store, r.building ? 40 : 1);
  if (r.page.isThere(e, r.store) && r.calling)
    r.note(new NotUnderstood(null, `a second <${e.tag}> beside the first: the sheet has one, made anew`), r.calling);
  return elementOf(e);
}

function attach(r: Context, parent: PageElement, child: Js, before: PageElement | null, first: boolean): void {
  if (!isA(child, "element")) {
    // A text goes where there is nothing else.
    if (parent.children.some((c) => isElement(c) && r.page.isThere(c, r.store)))
      throw new NotUnderstood(null, "a text beside elements");
    const now = r.page.text(parent, r.store);
    r.write(`text ${parent.name}`, first ? textOf(child) + now : now + textOf(child));
    return;
  }
  const e = child.element;
  if (e.parent === null && e.made) {
    e.parent = parent;
    const at = before ? parent.children.indexOf(before) : first ? 0 : parent.children.length;
    parent.children.splice(at < 0 ? parent.children.length : at, 0, e);
    r.page.changed();
  } else if (e.made && e.parent === parent && r.page.isThere(e, r.store)) return;
  else if (e.parent !== parent || r.page.isThere(e, r.store))
    throw new NotUnderstood(null, "an element that moves elsewhere");
  if (r.store.get(`text ${parent.name}`) === "") r.erase(`text ${parent.name}`);
  if (e.made) r.write(keyOfPlace(e), true);
  else r.erase(keyOfPlace(e));
}

function detach(r: Context, e: PageElement): void {
  if (!e.made) return r.write(keyOfPlace(e), false);
  for (const one of [e, ...insideMade(e)])
    for (const key of [...r.store.keys()])
      if (key.split(" ")[1] === one.name && !key.startsWith("variable ")) r.erase(key);
}

/** Everything inside is taken out; markup takes its place. */
export function replaceInside(r: Context, e: PageElement, markup: string): void {
  for (const c of e.children) if (isElement(c) && r.page.isThere(c, r.store)) detach(r, c);
  if (!/[<&]/.test(markup)) {
    if (markup !== "" || e.children.some((c) => !isElement(c))) r.write(`text ${e.name}`, markup);
    return;
  }
  insert(r, e, markup, null, false);
}

function insert(r: Context, parent: PageElement, markup: string, before: PageElement | null, first: boolean): void {
  const nodes = madeOf(r.page, markup, `in ${parent.name}`, r.store);
  if (nodes.some((n) => !isElement(n)) && nodes.some(isElement))
    throw new NotUnderstood(null, "markup that is made anew");
  for (const n of first ? [...nodes].reverse() : nodes) {
    if (!isElement(n)) attach(r, parent, n, before, first);
    else {
      attach(r, parent, elementOf(n), before, first);
      // What markup made lies in it from the beginning.
      for (const inner of insideMade(n)) r.write(keyOfPlace(inner), true);
    }
  }
}

const next = (r: Context, e: PageElement): PageElement | null => {
  const siblings = e.parent?.children.filter(isElement) ?? [];
  return siblings.slice(siblings.indexOf(e) + 1).find((s) => r.page.isThere(s, r.store)) ?? null;
};
const given = (v: Js): PageElement | null => (isA(v, "element") ? v.element : null);
const beside = (
  r: Context,
  e: PageElement,
  where: string,
  put: (parent: PageElement, before: PageElement | null, first: boolean) => void,
): void => {
  if (where === "beforeend") put(e, null, false);
  else if (where === "afterbegin") put(e, null, true);
  else if (e.parent && where === "beforebegin") put(e.parent, e, false);
  else if (e.parent && where === "afterend") put(e.parent, next(r, e), false);
  else throw new NotUnderstood(null, where);
};

type Methods = Record<string, (r: Context, e: PageElement, args: Js[]) => Js>;
export const treeMethods: Methods = {
  append: (r, e, args) => args.forEach((a) => void attach(r, e, a, null, false)) as undefined,
  prepend: (r, e, args) => [...args].reverse().forEach((a) => void attach(r, e, a, null, true)) as undefined,
  appendChild: (r, e, [child]) => {
    attach(r, e, child, null, false);
    return child;
  },
  insertBefore: (r, e, [child, before]) => {
    attach(r, e, child, given(before), false);
    return child;
  },
  before: (r, e, args) => args.forEach((a) => void (e.parent && attach(r, e.parent, a, e, false))) as undefined,
  after: (r, e, args) => args.forEach((a) => void (e.parent && attach(r, e.parent, a, next(r, e), false))) as undefined,
  insertAdjacentElement: (r, e, [where, child]) => {
    beside(r, e, textOf(where), (parent, before, first) => attach(r, parent, child, before, first));
    return child;
  },
  insertAdjacentHTML: (r, e, [where, markup]) =>
    beside(r, e, textOf(where), (parent, before, first) =>
      insert(r, parent, textOf(markup), before, first),
    ) as undefined,
  remove: (r, e) => detach(r, e) as undefined,
  removeChild: (r, _e, [child]) => {
    const inner = given(child);
    if (inner) detach(r, inner);
    return child;
  },
  replaceChildren: (r, e, args) => {
    for (const c of e.children) if (isElement(c) && r.page.isThere(c, r.store)) detach(r, c);
    for (const a of args) attach(r, e, a, null, false);
    return undefined;
  },
};
