/** Elements put into the page, moved and taken out of it (DOM §4.2). */
import type { Context } from "../../context";
import { madeOf } from "../../made";
import { isElement, type PageElement } from "../../page";
import { elementOf, isA, type Js, NotUnderstood, textOf } from "../../values";
import { attach, detach, inPlaceOf, takeOutOwn } from "./attach";
import { begun } from "./begun";
import { cloned } from "./copies";
import { afterNow, besideNow, ownWords, sayAfter, sayNothing } from "./nodes";
import { elementFrom } from "./texts";

function insert(r: Context, parent: PageElement, markup: string, before: PageElement | null, first: boolean): void {
  const nodes = madeOf(r.page, markup, `in ${parent.name}`, r.store, r.madeNow);
  const words = nodes.filter((n) => !isElement(n)).join("");
  if (words.trim() && nodes.some(isElement)) throw new NotUnderstood(null, "markup that is made anew");
  for (const n of nodes) if (isElement(n)) begun(r, n);
  for (const n of first ? [...nodes].reverse() : nodes)
    attach(r, parent, isElement(n) ? elementOf(n) : n, before, first);
}

const next = (r: Context, e: PageElement): PageElement | null => {
  const siblings = e.parent?.children.filter(isElement) ?? [];
  return siblings.slice(siblings.indexOf(e) + 1).find((s) => r.page.isThere(s, r.store)) ?? null;
};
/** Words that a script said follow it. */
const areWordsAfter = (r: Context, parent: PageElement, e: PageElement): boolean =>
  (next(r, e) ? afterNow(r, e) : besideNow(r, parent).behind) !== "";

/** Behind an element, before whatever follows it. */
function putAfter(r: Context, parent: PageElement, e: PageElement, args: readonly Js[]): void {
  const before = next(r, e);
  if (!areWordsAfter(r, parent, e)) {
    for (const a of args) attach(r, parent, a, before, false);
    return;
  }
  if (!before || args.some((a) => isA(a, "element"))) throw new NotUnderstood(null, "what is put before a text");
  sayAfter(r, e, args.map(textOf).join("") + afterNow(r, e));
}
const given = (v: Js): PageElement | null => (isA(v, "element") ? v.element : null);
const beside = (
  r: Context,
  e: PageElement,
  where: string,
  put: (parent: PageElement, before: PageElement | null, first: boolean) => void,
): void => {
  if (where === "beforeend") put(e, null, false);
  else if (where === "afterbegin") put(e, null, true);
  else if (where !== "beforebegin" && where !== "afterend") throw new NotUnderstood(null, where);
  else {
    const parent = r.page.parentOf(e, r.store);
    if (parent && where === "afterend" && areWordsAfter(r, parent, e))
      throw new NotUnderstood(null, "what is put before a text");
    if (parent) put(parent, where === "afterend" ? next(r, e) : e, false);
  }
};

/** Markup in place of an element (DOM Parsing §2.3, `outerHTML`). */
export function replaceBy(r: Context, e: PageElement, markup: string): void {
  const parent = r.page.parentOf(e, r.store);
  if (!parent) return;
  insert(r, parent, markup, e, false);
  detach(r, e);
}

type Methods = Record<string, (r: Context, e: PageElement, args: Js[]) => Js>;
export const treeMethods: Methods = {
  append: (r, e, args) => args.forEach((a) => void attach(r, e, a, null, false)) as undefined,
  prepend: (r, e, args) => [...args].reverse().forEach((a) => void attach(r, e, a, null, true)) as undefined,
  appendChild: (r, e, [child]) => {
    attach(r, e, child, null, false);
    return child;
  },
  insertBefore: (r, e, [child, before]) => {
    attach(r, e, child, elementFrom(r, before), false);
    return child;
  },
  replaceChild: (r, e, [child, old]) => {
    // What is replaced was looked for once the new one was made.
    if (isA(child, "element") && child.element.made && r.madeNow.has(child.element)) r.page.places.missed();
    attach(r, e, child, elementFrom(r, old), false);
    treeMethods.removeChild(r, e, [old]);
    return old;
  },
  before: (r, e, args) => {
    const parent = r.page.parentOf(e, r.store);
    if (parent) for (const a of args) attach(r, parent, a, e, false);
    return undefined;
  },
  after: (r, e, args) => {
    const parent = r.page.parentOf(e, r.store);
    if (parent) putAfter(r, parent, e, args);
    return undefined;
  },
  insertAdjacentElement: (r, e, [where, child]) => {
    let isDone = false;
    beside(r, e, textOf(where), (parent, before, first) => {
      attach(r, parent, child, before, first);
      isDone = true;
    });
    return isDone ? child : null;
  },
  insertAdjacentText: (r, e, [where, text]) =>
    beside(r, e, textOf(where), (parent, before, first) => attach(r, parent, textOf(text), before, first)) as undefined,
  insertAdjacentHTML: (r, e, [where, markup]) =>
    beside(r, e, textOf(where), (parent, before, first) =>
      insert(r, parent, textOf(markup), before, first),
    ) as undefined,
  cloneNode: (r, e, [deep]) => elementOf(cloned(r, e, deep === true)),
  replaceWith: (r, e, args) => {
    const parent = r.page.parentOf(e, r.store);
    if (!parent) return undefined;
    for (const a of args) attach(r, parent, a, e, false);
    detach(r, e);
    return undefined;
  },
  remove: (r, e) => detach(r, e) as undefined,
  removeChild: (r, _e, [child]) => {
    const inner = given(child);
    if (inner) detach(r, inner);
    else r.call(r.member(child, "remove"), [], child);
    return child;
  },
  replaceChildren: (r, e, args) => {
    for (const c of e.children) if (isElement(c) && r.page.isThere(c, r.store)) detach(r, c);
    takeOutOwn(r, e);
    sayNothing(r, e);
    if (ownWords(e).length) r.write(`text ${e.name}`, "");
    else r.erase(`text ${e.name}`);
    for (const a of args) attach(r, e, inPlaceOf(r, e, a), null, false);
    return undefined;
  },
};
