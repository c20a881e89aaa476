/** Elements put into the page, moved and taken out of it (DOM §4.2). */
import type { Context } from "../../context";
import { madeOf } from "../../made";
import { isElement, type PageElement } from "../../page";
import { elementOf, isA, type Js, NotUnderstood, textOf } from "../../values";
import { attach, detach, inPlaceOf } from "./attach";
import { begun } from "./begun";
import { cloned } from "./copies";

function insert(r: Context, parent: PageElement, markup: string, before: PageElement | null, first: boolean): void {
  const nodes = madeOf(r.page, markup, `in ${parent.name}`, r.store, r.madeNow);
  if (nodes.some((n) => !isElement(n)) && nodes.some(isElement))
    throw new NotUnderstood(null, "markup that is made anew");
  for (const n of nodes) if (isElement(n)) begun(r, n);
  for (const n of first ? [...nodes].reverse() : nodes)
    attach(r, parent, isElement(n) ? elementOf(n) : n, before, first);
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
  cloneNode: (r, e, [deep]) => elementOf(cloned(r, e, deep === true)),
  replaceWith: (r, e, args) => {
    for (const a of args) if (e.parent) attach(r, e.parent, a, e, false);
    detach(r, e);
    return undefined;
  },
  remove: (r, e) => detach(r, e) as undefined,
  removeChild: (r, _e, [child]) => {
    const inner = given(child);
    if (inner) detach(r, inner);
    return child;
  },
  replaceChildren: (r, e, args) => {
    for (const c of e.children) if (isElement(c) && r.page.isThere(c, r.store)) detach(r, c);
    if (e.children.some((c) => !isElement(c))) r.write(`text ${e.name}`, "");
    else r.erase(`text ${e.name}`);
    r.erase(`words ${e.name}`);
    for (const a of args) attach(r, e, inPlaceOf(r, e, a), null, false);
    return undefined;
  },
};
