/**
 * Elements that a script makes. Each is known by the place in the script that makes it, and is there or not like anything
 * else that the script changes; in the sheet it is a part that is absent until then.
 */
import { parseFragment } from "parse5";
import { adapter } from "parse5-htmlparser2-tree-adapter";
import { type Component, escapeTemplate, freeName, type Part } from "../../../model";
import { attributeProblem, isAllowedTag } from "../../../safety";
import { NotUnderstood } from "./not-understood";
import { type Cell, isElement, type PageElement, type ScriptPage, type Store } from "./page";

const MOST_IN_ALL = 60;
const MOST_DEEP = 20;

export const keyOfPlace = (e: PageElement): string => `attached ${e.name}`;

/**
 * The element of a place that is not in the page now, or one more of it.
 * @param most so many of one place are there at once; after that it is the first again
 */
export function makeElement(page: ScriptPage, site: string, tag: string, store: Store, most: number): PageElement {
  if (!isAllowedTag(tag)) throw new NotUnderstood(null, `an element <${tag.slice(0, 40)}>`);
  const known = page.elements.filter((e) => e.made?.site === site);
  const free = known.find((e) => !page.isThere(e, store));
  if (free) return free;
  if (known.length >= most) return known[0];
  if (page.elements.filter((e) => e.made).length >= MOST_IN_ALL)
    throw new NotUnderstood(null, "elements without an end");
  const name = freeName(/^[a-z]+$/.test(tag) ? tag : "part", new Set(page.elements.map((e) => e.name)));
  return page.add({ name, tag, part: null, attributes: {}, parent: null, children: [], made: { site, named: false } });
}

/** An element that a variable is given to is called like it. */
export function nameMade(page: ScriptPage, e: PageElement, name: string): void {
  if (!e.made || e.made.named || !/^[A-Za-z][\w-]*$/.test(name)) return;
  page.rename(e, freeName(name, new Set(page.elements.flatMap((o) => (o === e ? [] : [o.name])))));
  e.made.named = true;
}

/** Markup made elements, outermost first; texts stand among them. */
export function madeOf(page: ScriptPage, markup: string, site: string, store: Store): (PageElement | string)[] {
  const fragment = parseFragment(markup.slice(0, 20_000), { treeAdapter: adapter });
  const build = (nodes: readonly unknown[], path: string, depth: number): (PageElement | string)[] =>
    nodes.flatMap((n, i): (PageElement | string)[] => {
      const node = n as {
        type: string;
        name?: string;
        data?: string;
        attribs?: Record<string, string>;
        children?: unknown[];
      };
      if (node.type === "text") return node.data?.trim() ? [node.data.replace(/\s+/g, " ")] : [];
      if (node.type !== "tag" || depth > MOST_DEEP) return [];
      const e = makeElement(page, `${path}/${i} ${node.name}`, node.name!, store, 1);
      if (e.children.length || Object.keys(e.attributes).length) return [e];
      const attributes: Record<string, string> = {};
      for (const [name, value] of Object.entries(node.attribs ?? {}))
        if (!attributeProblem(e.tag, name, escapeTemplate(value))) attributes[name] = value;
      e.attributes = attributes;
      e.children = build(node.children ?? [], `${path}/${i}`, depth + 1);
      for (const c of e.children) if (isElement(c)) c.parent = e;
      return [e];
    });
  return build(
    fragment.childNodes ?? (fragment as unknown as { children: unknown[] }).children,
    `${site} ${markup}`,
    0,
  );
}

/** What lies in an element that markup made is there with it. */
export function insideMade(e: PageElement): PageElement[] {
  return e.children.filter(isElement).flatMap((c) => [c, ...insideMade(c)]);
}

const aboutOf = (e: PageElement, key: string): boolean => {
  const [kind, name] = key.split(" ");
  return name === e.name && /^(attribute|class|text|style)$/.test(kind);
};

/**
 * The component with the parts that the script made. What is said of one whenever it is there is said by its markup.
 * @returns the stores without that, and with a word for each part that is not there
 */
export function grown(page: ScriptPage, stores: readonly Store[]): { doc: Component; stores: Store[] } {
  const made = page.elements.filter((e) => e.made && e.parent);
  if (!made.length) return { doc: page.doc, stores: [...stores] };
  const out = stores.map((s) => new Map(s));
  for (const e of made) {
    const place = keyOfPlace(e);
    const there = out.filter((s) => s.get(place) === true);
    for (const s of out) if (!s.has(place)) s.set(place, false);
    for (const key of new Set(there.flatMap((s) => [...s.keys()].filter((k) => aboutOf(e, k))))) {
      const values = new Set(there.map((s) => s.get(key)));
      const [value] = values;
      if (values.size > 1 || value === undefined) continue;
      bake(e, key, value);
      for (const s of out) s.delete(key);
    }
    for (const s of out) if (s.get(place) !== true) for (const key of [...s.keys()]) if (aboutOf(e, key)) s.delete(key);
  }
  return { doc: { ...page.doc, parts: page.body.children.filter(isElement).map(partOf) }, stores: out };
}

function bake(e: PageElement, key: string, value: Cell): void {
  const [kind, , what] = key.split(" ");
  if (kind === "text") e.children = value === null || value === "" ? [] : [String(value)];
  else if (kind === "style") e.css = { ...e.css, [what]: String(value ?? "") };
  else if (kind === "class") {
    const classes = new Set((e.attributes.class ?? "").split(/\s+/).filter(Boolean));
    if (value === true) classes.add(what);
    else classes.delete(what);
    e.attributes = { ...e.attributes, class: [...classes].join(" ") };
  } else if (value !== null) e.attributes = { ...e.attributes, [what]: String(value) };
}

/** A part as it was, with what was made in it. */
function partOf(e: PageElement): Part {
  if (e.part && !insideMade(e).some((c) => c.made)) return e.part;
  const content = e.children.map((c) => (isElement(c) ? partOf(c) : e.made ? escapeTemplate(c) : c));
  if (e.part) return { ...e.part, content };
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
