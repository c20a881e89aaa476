/** `innerHTML`: markup in place of what was inside. */
import type { Context } from "../../context";
import { insideMade, keyOfPlace, makeElement, nameMade, type Said, saidBy } from "../../made";
import { isElement, type PageElement } from "../../page";
import { noteLost } from "./anew";
import { detach, takeOutOwn } from "./attach";
import { ownMarkup, standAgain } from "./markup";
import { sayAfter, sayBeside, sayNothing } from "./nodes";

/** A text in place of all that was inside (DOM §4.4, string replace all). */
export function setText(r: Context, e: PageElement, text: string): void {
  // Nothing, where a script's own elements stood: they are taken out.
  if (text === "" && e.children.some((c) => isElement(c) && c.made)) replaceInside(r, e, "");
  else {
    for (const c of e.children) if (isElement(c) && c.made && r.page.isThere(c, r.store)) detach(r, c);
    sayNothing(r, e);
    r.write(`text ${e.name}`, text);
  }
}

/** Everything inside is taken out; markup takes its place. */
export function replaceInside(r: Context, e: PageElement, markup: string): void {
  const said = saidBy(markup);
  const hasElements = said.some((s) => typeof s !== "string");
  if (hasElements && markup === ownMarkup(r, e)) return standAgain(r, e);
  replaceBySaid(r, e, said, markup);
}

function replaceBySaid(r: Context, e: PageElement, said: readonly (Said | string)[], markup: string): void {
  if (said.some((s) => typeof s !== "string")) {
    const same = ownAgain(r, e, said);
    takeOutOwn(r, e, same);
    return drawInside(r, e, said, `drawn in ${e.name}`, same);
  }
  for (const c of e.children) if (isElement(c) && r.page.isThere(c, r.store)) detach(r, c);
  sayNothing(r, e);
  const words = /[<&]/.test(markup) ? said.join("") : markup;
  if (words !== "" || e.children.some((c) => !isElement(c))) r.write(`text ${e.name}`, words);
}

/** What tells one element of a list from the next, as its author has it. */
const identityOf = (tag: string, attributes: Readonly<Record<string, string>>): string =>
  [
    tag,
    ...Object.keys(attributes)
      .filter((n) => /^(id|name|data-.*)$/.test(n))
      .map((n) => `${n}=${attributes[n]}`),
  ].join(" ");

/**
 * Of what the markup of the page has there, what is drawn again under its id: to whoever looks it is the same, unless the
 * script has it in its hands.
 */
function ownAgain(r: Context, e: PageElement, said: readonly (Said | string)[]): PageElement[] {
  const left = said.filter((s): s is Said => typeof s !== "string" && Boolean(s.attributes.id));
  const own = e.children.filter((c): c is PageElement => isElement(c) && !c.made && "id" in c.attributes);
  const isAgain = (c: PageElement): boolean =>
    left.some((s) => identityOf(c.tag, c.attributes) === identityOf(s.tag, s.attributes) && canHold(c, s));
  const again = own.filter(isAgain);
  if (!again.length) return [];
  const inHand = r.inHand();
  return again.filter((c) => [c, ...insideMade(c)].every((o) => !o.made && !inHand.has(o)));
}

/**
 * Markup drawn anew where some was drawn before: what is the same element to whoever looks stays one, with other words and
 * attributes; in the sheet it is one part. That it is another to the browser shows in the focus, which it loses.
 */
function drawInside(
  r: Context,
  parent: PageElement,
  all: readonly (Said | string)[],
  site: string,
  same: readonly PageElement[] = [],
): void {
  const { page } = r;
  const said = all.filter((s) => typeof s !== "string" || s.trim() !== "");
  const wordsAfter = (s: Said): string | null => {
    const next = all[all.indexOf(s) + 1];
    return typeof next === "string" ? next : null;
  };
  const elements = said.filter((s): s is Said => typeof s !== "string");
  const words = said.filter((s): s is string => typeof s === "string");
  const isKnown = (c: PageElement): boolean => c.made?.site.startsWith(site) === true || same.includes(c);
  const known = parent.children.filter(isElement).filter(isKnown);
  const isNew = parent.made !== undefined && !parent.children.length && !page.text(parent, r.store);
  const own = words.length > 0 && wordsAmong(said) === wordsAmong(parent.children);
  for (const c of parent.children) if (isElement(c)) sayAfter(r, c, "");
  // Words that stand there already stay as they are.
  if (elements.length && own) sayBeside(r, parent, null, "");
  else if (elements.length && !isNew) sayAround(r, parent, said);
  if (!elements.length) return drawWords(r, parent, words.join(""));
  if (r.store.has(`text ${parent.name}`)) r.erase(`text ${parent.name}`);
  // Those that stand in the order of what is drawn now are the same; a key tells which, where there is one.
  const left = [...known];
  const take = (s: Said): PageElement | undefined => {
    const wanted = identityOf(s.tag, s.attributes);
    const at = left.findIndex((e) => identityOf(e.tag, e.attributes) === wanted && canHold(e, s));
    return at < 0 ? undefined : left.splice(0, at + 1).at(-1);
  };
  let last: PageElement | null = null;
  const order: (PageElement | string)[] = [];
  for (const s of elements) {
    const e: PageElement = take(s) ?? fresh(r, parent, s, `${site}/${parent.children.length}`, last);
    last = e;
    order.push(e);
    const after = wordsAfter(s);
    if (after !== null && !after.trim()) e.gap = true;
    if (!isNew) sayAfter(r, e, own || s === elements.at(-1) ? "" : (after?.trim() && after) || "");
    noteLost(r, e);
    if (e.made) {
      if (!r.building && page.isThere(e, r.store)) {
        r.deafen(e);
        r.madeNow.add(e);
      }
      r.write(keyOfPlace(e), true);
    } else {
      r.deafen(e);
      r.erase(keyOfPlace(e));
    }
    const about = `attribute ${e.name} `;
    const written = [...r.store.keys()].flatMap((k) => (k.startsWith(about) ? [k.slice(about.length)] : []));
    for (const name of new Set([...written, ...Object.keys(e.attributes), ...Object.keys(s.attributes)])) {
      const value = Object.hasOwn(s.attributes, name) ? s.attributes[name] : null;
      if (value !== (e.attributes[name] ?? null)) r.write(about + name, value);
      else if (r.store.has(about + name)) r.erase(about + name);
    }
    for (const [type, code] of Object.entries(s.handlers)) r.listenBy(e, type, code);
    if (e.made) drawInside(r, e, s.children, `${e.made.site}/`);
    else replaceBySaid(r, e, s.children, s.children.join(""));
  }
  for (const e of parent.children)
    if (isElement(e) && e.made && !order.includes(e) && page.isThere(e, r.store)) detach(r, e);
  if (isNew && words.length)
    // As it is first, words and elements stand in their order.
    parent.children = said.map((s) => (typeof s === "string" ? s : order[elements.indexOf(s)]));
}

/** Words before and behind all that is drawn. */
function sayAround(r: Context, parent: PageElement, said: readonly (Said | string)[]): void {
  const isWords = (s: Said | string): s is string => typeof s === "string";
  const first = said.findIndex((s) => !isWords(s));
  const last = said.findLastIndex((s) => !isWords(s));
  const joined = (of: readonly (Said | string)[]): string => of.filter(isWords).join("");
  sayBeside(r, parent, joined(said.slice(0, first)), joined(said.slice(last)));
}

const wordsAmong = (nodes: readonly unknown[]): string =>
  nodes
    .filter((c) => typeof c === "string" && c.trim() !== "")
    .join("|")
    .trim();
/** Words that stand beside elements stay as they are. */
const canHold = (e: PageElement, { children }: Said): boolean =>
  children.every((c) => typeof c === "string") || ["", wordsAmong(children)].includes(wordsAmong(e.children));

function fresh(r: Context, parent: PageElement, said: Said, site: string, after: PageElement | null): PageElement {
  const e = makeElement(r.page, `${site} ${said.tag} ${JSON.stringify(said.attributes)}`, said.tag, r.store, r.madeNow);
  if (e.parent === null) {
    nameMade(r, e, nameOf(said));
    e.made!.named = true;
    e.parent = parent;
    e.attributes = said.attributes;
    const at = after ? parent.children.indexOf(after) + 1 : 0;
    parent.children.splice(at, 0, e);
    r.page.changed();
  }
  return e;
}

/** What its author calls it: an id, what its data say, a class; else its words. */
function nameOf({ tag, attributes, children }: Said): string {
  const data = Object.keys(attributes).filter((n) => n.startsWith("data-"));
  const words = children.filter((c) => typeof c === "string").join(" ");
  const all = [attributes.id, ...data.map((n) => attributes[n]), attributes.class?.split(/\s+/)[0], words, tag];
  const plain = all.map((w) =>
    (w ?? "")
      .replace(/[^A-Za-z0-9]+/g, "-")
      .replace(/^-+|-+$/g, "")
      .slice(0, 30),
  );
  return plain.find((w) => /^[A-Za-z]/.test(w)) ?? tag;
}

function drawWords(r: Context, parent: PageElement, words: string): void {
  for (const c of parent.children) if (isElement(c) && r.page.isThere(c, r.store)) detach(r, c);
  if (parent.made && !parent.children.length && !r.store.has(`text ${parent.name}`)) {
    if (words) parent.children = [words];
    r.page.changed();
    return;
  }
  const own = parent.children.every((c) => !isElement(c)) ? parent.children.join("") : null;
  sayNothing(r, parent);
  const key = `text ${parent.name}`;
  if (own === words) {
    if (r.store.has(key)) r.erase(key);
  } else if (words || parent.children.some((c) => !isElement(c))) r.write(key, words);
}
