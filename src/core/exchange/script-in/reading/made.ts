/**
 * Elements that a script makes. Each is known by the place in the script that makes it, and is there or not like anything
 * else that the script changes; in the sheet it is a part that is absent until then.
 */
import { parseFragment } from "parse5";
import { adapter } from "parse5-htmlparser2-tree-adapter";
import { type Component, collapse, escapeTemplate, freeName, isBlank, type Part } from "../../../model";
import { attributeProblem, isAllowedTag } from "../../../safety";
import { NotUnderstood } from "./not-understood";
import { type Cell, isElement, type PageElement, type ScriptPage, type Store, spaced } from "./page";

const MOST_IN_ALL = 60;
const MOST_DEEP = 20;

const isFull = (page: ScriptPage): boolean => page.elements.filter((e) => e.made).length >= MOST_IN_ALL;
export const nameFor = (page: ScriptPage, stem: string, but?: PageElement): string =>
  freeName(stem, new Set([page.html, page.body, ...page.elements].flatMap((e) => (e === but ? [] : [e.name]))));

export const keyOfPlace = (e: PageElement): string => `attached ${e.name}`;

/**
 * The element of a place that is not in the page now and was not made in the act under way, or one more of it; after some
 * it is the first again.
 * @param now those that were made in the act under way
 * @param most so many of one place there can be; while the page is loaded, as many as it makes
 */
export function makeElement(
  page: ScriptPage,
  site: string,
  tag: string,
  store: Store,
  now: Set<PageElement>,
  most = page.mostOfOne,
): PageElement {
  if (!isAllowedTag(tag)) throw new NotUnderstood(null, `an element <${tag.slice(0, 40)}>`);
  const place = page.places.of(site);
  const isAnew = page.places.isReplacing(place);
  const known = page.elements.filter((e) => e.made?.site === place && e.tag === tag);
  const free = known.find((e) => (isAnew || !page.isThere(e, store)) && !now.has(e));
  if (free) {
    if (page.isThere(free, store)) page.places.madeOver.add(place);
    now.add(free);
    free.made!.from = site;
    return free;
  }
  // Those beside different elements are not in one another's way.
  if (known.length >= most + Math.max(0, new Set(known.map((e) => e.parent)).size - 1)) return known[0];
  if (isFull(page)) throw new NotUnderstood(null, "elements without an end");
  const name = nameFor(page, /^[a-z]+$/.test(tag) ? tag : "part");
  const made = { site: place, from: site, named: false };
  const e = page.add({ name, tag, part: null, attributes: {}, parent: null, children: [], made });
  now.add(e);
  return e;
}

/**
 * The one of a place in the script that lies at a place of the page, or another that has none yet; null where there are too many.
 * @param isAt whether one lies there
 */
export function anotherOf(
  page: ScriptPage,
  e: PageElement,
  store: Store,
  isAt: (e: PageElement) => boolean,
): PageElement | null {
  const known = page.elements.filter((o) => o !== e && o.made?.site === e.made!.site && !page.isThere(o, store));
  const there = known.find((o) => o.parent && isAt(o)) ?? known.find((o) => !o.parent && !o.children.length);
  if (there || isFull(page)) return there ?? null;
  const name = nameFor(page, e.name.replace(/-\d+$/, ""));
  return page.add({ ...e, name, parent: null, children: [], made: { ...e.made! } });
}

/** An element that a variable is given to is called like it, and what was said of it already. */
export function nameMade(r: Writer, e: PageElement, name: string): void {
  if (!e.made || e.made.named || !/^[A-Za-z][\w-]*$/.test(name)) return;
  const before = e.name;
  r.page.rename(e, nameFor(r.page, name, e));
  e.made.named = true;
  passOn(r, before, e.name);
}
/** Whether a key of the store says something of an element, by its name. */
export function isAbout(key: string, name: string): boolean {
  const [kind, of] = key.split(" ");
  return of === name && kind !== "variable";
}
/** What was said of one is said of the other. */
export function passOn(r: Writer, from: string, to: string): void {
  for (const [key, value] of [...r.store]) {
    if (!isAbout(key, from)) continue;
    const [kind, , ...rest] = key.split(" ");
    r.erase(key);
    r.write([kind, to, ...rest].join(" "), value);
  }
}
interface Writer {
  page: ScriptPage;
  store: Store;
  write(key: string, value: Cell): void;
  erase(key: string): void;
}

/** An element as markup says it. */
export interface Said {
  tag: string;
  attributes: Record<string, string>;
  /** Code in attributes, by the event. */
  handlers: Record<string, string>;
  children: (Said | string)[];
}

/** What markup says, as far as a page may have it; texts stand among elements, white space alone counts between them. */
export function saidBy(markup: string): (Said | string)[] {
  const fragment = parseFragment(markup.slice(0, 20_000), { treeAdapter: adapter });
  const read = (nodes: readonly unknown[], depth: number): (Said | string)[] =>
    nodes.flatMap((n, i): (Said | string)[] => {
      const node = n as {
        type: string;
        name?: string;
        data?: string;
        attribs?: Record<string, string>;
        children?: unknown[];
      };
      if (node.type === "text") {
        const isBetween = [nodes[i - 1], nodes[i + 1]].every((o) => (o as typeof node | undefined)?.type === "tag");
        return !isBlank(node.data!) || isBetween ? [collapse(node.data!)] : [];
      }
      if (node.type !== "tag" || depth > MOST_DEEP) return [];
      const tag = node.name!;
      const [attributes, handlers]: Record<string, string>[] = [{}, {}];
      for (const [name, value] of Object.entries(node.attribs ?? {}))
        if (/^on[a-z]+$/.test(name)) handlers[name.slice(2)] = value;
        else if (!attributeProblem(tag, name, escapeTemplate(value))) attributes[name] = value;
      return [{ tag, attributes, handlers, children: read(node.children ?? [], depth + 1) }];
    });
  return read(fragment.childNodes ?? (fragment as unknown as { children: unknown[] }).children, 0);
}

/** Markup made elements, outermost first; texts stand among them. */
export function madeOf(
  page: ScriptPage,
  markup: string,
  site: string,
  store: Store,
  now: Set<PageElement>,
): (PageElement | string)[] {
  const build = (nodes: readonly (Said | string)[], path: string): (PageElement | string)[] =>
    nodes.map((said, i) => {
      if (typeof said === "string") return said;
      const e = makeElement(page, `${path}/${i} ${said.tag}`, said.tag, store, now);
      if (e.children.length || Object.keys(e.attributes).length) return e;
      e.attributes = said.attributes;
      e.handlers = said.handlers;
      e.children = build(said.children, `${path}/${i}`);
      for (const c of e.children) if (isElement(c)) c.parent = e;
      return e;
    });
  return build(saidBy(markup), `${site} ${markup}`);
}

/** All that lies in an element, of the page's own or made: what markup made is there with it. */
export function insideMade(e: PageElement): PageElement[] {
  return e.children.filter(isElement).flatMap((c) => [c, ...insideMade(c)]);
}

const aboutOf = (e: PageElement, key: string): boolean => {
  const [kind, name] = key.split(" ");
  return name === e.name && /^(attribute|class|text|words|behind|after|style)$/.test(kind);
};

/**
 * The component with the parts that the script made. What is said of one whenever it is there is said by its markup.
 * @returns the stores without that, and with a word for each part that is not there
 */
export function grown(page: ScriptPage, stores: readonly Store[]): { doc: Component; stores: Store[] } {
  const made = page.elements.filter((e) => e.made && e.parent);
  const out = stores.map((s) => new Map(s));
  for (const e of page.elements) if (e.part) settle(e, out);
  for (const e of made) {
    const place = keyOfPlace(e);
    const there = out.filter((s) => s.get(place) === true);
    for (const s of out) if (!s.has(place)) s.set(place, false);
    for (const key of new Set(there.flatMap((s) => [...s.keys()].filter((k) => aboutOf(e, k))))) {
      const values = new Set(there.map((s) => s.get(key)));
      const [value] = values;
      if (values.size > 1 || value === undefined) continue;
      // Words beside it would stay where it goes.
      if (key.startsWith("after ") && out.some((s) => !s.has(key) && isAroundThere(page, e, s))) continue;
      bake(e, key, value);
      for (const s of out) s.delete(key);
    }
    for (const s of out) if (s.get(place) !== true) for (const key of [...s.keys()]) if (aboutOf(e, key)) s.delete(key);
  }
  // What was made and never put there is none of the parts.
  const never = new Set(made.filter((e) => out.every((s) => s.get(keyOfPlace(e)) !== true)));
  for (const e of never) for (const s of out) s.delete(keyOfPlace(e));
  const isLeft = (c: PageElement | string): boolean => !isElement(c) || !never.has(c);
  const top = page.body.children.filter(isElement).filter(isLeft);
  const partOf = (e: PageElement): Part => {
    if (e.part && !page.isRearranged(e) && !e.children.some(isElement)) return e.part;
    const content = spaced(e.children.filter(isLeft)).map((c) =>
      isElement(c) ? partOf(c) : e.made ? escapeTemplate(c) : c,
    );
    return e.part ? { ...e.part, content } : partOfMade(e, content);
  };
  return { doc: page.keyframes.in({ ...page.doc, parts: top.map(partOf) }), stores: out };
}

const isAroundThere = (page: ScriptPage, { parent }: PageElement, store: Store): boolean =>
  parent !== null && (!parent.made || page.isThere(parent, store));

/** What a script says of a part once and for all, as the page is loaded, is said by its markup from then on. */
function settle(e: PageElement, stores: readonly Map<string, Cell>[]): void {
  for (const [key, value] of [...stores[0]]) {
    if (!aboutOf(e, key) || stores.some((s) => !s.has(key) || s.get(key) !== value)) continue;
    const [kind, , what] = key.split(" ");
    // What is said in place of what stands inside stays a look: parts are none of its words.
    if (kind === "text" && e.children.some(isElement)) continue;
    if (kind === "attribute" && value !== null && attributeProblem(e.tag, what, escapeTemplate(String(value))))
      continue;
    bake(e, key, value);
    for (const s of stores) s.delete(key);
  }
}

function bake(e: PageElement, key: string, value: Cell): void {
  const [kind, , what] = key.split(" ");
  // Of a part of the markup they are templates already.
  const words = e.part ? escapeTemplate(String(value)) : String(value);
  if (kind === "text") e.children = value === null || value === "" ? [] : [String(value)];
  else if (kind === "words") e.children = [...(value ? [words] : []), ...e.children.filter(isElement)];
  else if (kind === "behind") e.children = [...e.children, words];
  else if (kind === "after") {
    const { children } = e.parent!;
    const said = e.parent!.part ? escapeTemplate(String(value)) : String(value);
    children.splice(children.indexOf(e) + 1, 0, said);
    return;
  } else if (kind === "style") e.css = { ...e.css, [what]: String(value ?? "") };
  else if (kind === "class") {
    const classes = new Set((e.attributes.class ?? "").split(/\s+/).filter(Boolean));
    if (value === true) classes.add(what);
    else classes.delete(what);
    e.attributes = { ...e.attributes, class: [...classes].join(" ") };
  } else if (value !== null) e.attributes = { ...e.attributes, [what]: String(value) };
  else {
    const { [what]: _gone, ...left } = e.attributes;
    e.attributes = left;
  }
  if (e.part) e.part = withSaid(e.part, e, kind, what);
}

/** A part as what was said of its element has made it. */
function withSaid(part: Part, e: PageElement, kind: string, what: string): Part {
  if (kind === "words" || kind === "behind") return part;
  if (kind === "text") return { ...part, content: e.children.map((c) => escapeTemplate(String(c))) };
  if (kind === "style") {
    const css = Object.entries({ ...part.css, ...e.css }).filter(([, value]) => value !== "");
    return { ...part, css: Object.fromEntries(css) };
  }
  const name = kind === "class" ? "class" : what;
  const { [name]: _before, ...attributes } = part.attributes ?? {};
  const now = e.attributes[name];
  const isNone = now === undefined || (name === "class" && now === "");
  return { ...part, attributes: isNone ? attributes : { ...attributes, [name]: escapeTemplate(now) } };
}

function partOfMade(e: PageElement, content: NonNullable<Part["content"]>): Part {
  const attributes = Object.fromEntries(
    Object.entries(e.attributes).flatMap(([name, value]) =>
      value === "" && name === "class" ? [] : [[name, escapeTemplate(value)]],
    ),
  );
  return {
    name: e.name,
    tag: e.tag,
    ...(Object.keys(attributes).length ? { attributes } : {}),
    ...(e.css ? { css: e.css } : {}),
    ...(content.length ? { content } : {}),
  };
}
