/** The page that a script is read against, as a tree: what is there, what it says, what it has inside. */
import { isDisabled } from "../../../../cascade";
import type { Component, Part } from "../../../../model";
import { Places } from "../places";
import { type Cell, isElement, type Known, type PageElement, type Store, spaced } from "./elements";
import { Keyframes } from "./keyframes";

export class PageTree {
  readonly html: PageElement;
  readonly body: PageElement;
  readonly elements: PageElement[];
  /** What scripts find in `template` elements, and in scripts that are data; nothing of it is in the page. */
  readonly templates: { attributes: Readonly<Record<string, string>>; markup: string; isData: boolean }[] = [];
  readonly places = new Places();
  /** Those in which a script has put a text beside another: they are one here, and two to whoever asks for nodes. */
  readonly joined = new Set<PageElement>();
  private readonly byName = new Map<string, PageElement>();
  readonly keyframes: Keyframes;
  /** A script in the head runs, before there is a body. */
  isYetToCome = false;

  /** @param mostOfOne so many elements of one place in the script are told apart */
  constructor(
    readonly doc: Component,
    readonly mostOfOne = 4,
    readonly known: Known = {},
  ) {
    this.keyframes = new Keyframes(doc.page.css ?? "");
    this.html = { name: "html", part: null, tag: "html", attributes: {}, parent: null, children: [] };
    this.body = { name: "body", part: null, tag: "body", attributes: {}, parent: this.html, children: [] };
    this.html.children.push(this.body);
    const all: PageElement[] = [];
    const add = (part: Part, parent: PageElement): void => {
      const e: PageElement = {
        name: part.name,
        part,
        tag: part.tag,
        attributes: { ...part.attributes },
        parent,
        children: [],
      };
      parent.children.push(e);
      all.push(e);
      this.byName.set(part.name, e);
      for (const c of part.content ?? []) {
        if (typeof c === "string") e.children.push(c);
        else add(c, e);
      }
    };
    for (const p of doc.parts) add(p, this.body);
    this.elements = all;
  }

  /** What stands in templates themselves, by their markup. */
  readonly inTemplates = new Map<string, (PageElement | string)[]>();

  named(name: string): PageElement | null {
    return name === "body" ? this.body : name === "html" ? this.html : (this.byName.get(name) ?? null);
  }

  add(e: PageElement): PageElement {
    this.elements.push(e);
    this.byName.set(e.name, e);
    this.changed();
    return e;
  }
  /** One of which nothing is said yet. */
  rename(e: PageElement, name: string): void {
    this.byName.delete(e.name);
    e.name = name;
    this.byName.set(name, e);
    this.changed();
  }
  /** What scripts made, as if it had not been. */
  forgetMade(): void {
    for (let i = this.elements.length - 1; i >= 0; i--) {
      const e = this.elements[i];
      if (!e.made) continue;
      this.elements.splice(i, 1);
      this.byName.delete(e.name);
      if (e.parent) e.parent.children.splice(e.parent.children.indexOf(e), 1);
    }
    for (const [parent, children] of this.homes) {
      parent.children = children;
      for (const c of children) if (isElement(c)) c.parent = parent;
    }
    this.homes.clear();
    this.gone.clear();
    this.changed();
  }

  /** What the markup has inside of those that scripts have taken something out of, or put something in, for good. */
  private readonly homes = new Map<PageElement, (PageElement | string)[]>();
  /** Other elements or texts stand in it than in the markup; without one, in any. */
  isRearranged(e?: PageElement): boolean {
    return e ? this.homes.has(e) : this.homes.size > 0;
  }
  private rearranges(e: PageElement): void {
    if (!e.made && !this.homes.has(e))
      this.homes.set(
        e,
        e.children.filter((c) => !isElement(c) || !c.made),
      );
    this.changed();
  }
  /** An element of the markup that lies elsewhere from now on. @param at among the children without it */
  move(e: PageElement, parent: PageElement, at: number): void {
    const from = e.parent!;
    this.rearranges(from);
    this.rearranges(parent);
    from.children.splice(from.children.indexOf(e), 1);
    parent.children.splice(at, 0, e);
    e.parent = parent;
  }
  /** Texts that are gone for good, by their numbers. */
  private readonly gone = new Map<PageElement, Set<number>>();
  /** The texts that the markup has in an element, as numbers that stay theirs whatever is moved. */
  textsIn(e: PageElement): { number: number; place: number }[] {
    const gone = this.gone.get(e);
    let number = 0;
    return e.children.flatMap((c, place) => {
      if (isElement(c)) return [];
      while (gone?.has(number)) number++;
      return [{ number: number++, place }];
    });
  }
  /** @param number of a text that is gone for good */
  takeOut(parent: PageElement, number: number): void {
    const text = this.textsIn(parent).find((t) => t.number === number);
    if (!text) return;
    this.rearranges(parent);
    parent.children.splice(text.place, 1);
    this.gone.set(parent, new Set([...(this.gone.get(parent) ?? []), number]));
  }
  /** It was not taken out of what is around it, or was put there. */
  isThere(e: PageElement, store: Store): boolean {
    const said = store.get(`attached ${e.name}`);
    if (said !== undefined || e.made) return said === true;
    // A text has taken the place of what the markup has there.
    const text = e.parent && store.get(`text ${e.parent.name}`);
    return text === undefined || text === null;
  }
  /** Nothing around what was taken out. */
  parentOf(e: PageElement, store: Store): PageElement | null {
    return e === this.html || e === this.body || this.isThere(e, store) ? e.parent : null;
  }
  childrenOf(e: PageElement, store: Store): PageElement[] {
    return this.inside(e, store).filter(isElement);
  }
  /** In the page, with all that is around it. */
  isInPage(e: PageElement | null, store: Store): boolean {
    if (this.isYetToCome) return false;
    for (let at = e; at && at !== this.html && at !== this.body; at = at.parent) {
      if (!this.isThere(at, store) || !at.parent) return false;
    }
    return true;
  }
  protected inside(e: PageElement, store: Store): (PageElement | string)[] {
    if (this.isYetToCome) return [];
    return e.children.filter((c) => !isElement(c) || this.isThere(c, store));
  }

  classes(e: PageElement, store: Store): Set<string> {
    const out = new Set((this.attribute(e, "class", store) ?? "").split(/\s+/).filter(Boolean));
    for (const [c, value] of this.classesSaid(store).get(e.name) ?? []) {
      if (value) out.add(c);
      else out.delete(c);
    }
    return out;
  }
  /** What the store says of classes, by element; the same until something is written. */
  private said: { store: Store; classes: ReadonlyMap<string, readonly (readonly [string, Cell])[]> } | null = null;
  private classesSaid(store: Store): ReadonlyMap<string, readonly (readonly [string, Cell])[]> {
    if (this.said?.store === store) return this.said.classes;
    const classes = new Map<string, (readonly [string, Cell])[]>();
    for (const [key, value] of store) {
      if (!key.startsWith("class ")) continue;
      const [, name, c] = key.split(" ");
      const own = classes.get(name);
      if (own) own.push([c, value]);
      else classes.set(name, [[c, value]]);
    }
    this.said = { store, classes };
    return classes;
  }

  attribute(e: PageElement, name: string, store: Store): string | null {
    const said = store.get(`attribute ${e.name} ${name}`);
    if (said !== undefined) return said === null ? null : String(said);
    return Object.hasOwn(e.attributes, name) ? e.attributes[name] : null;
  }

  /** Whether a control is off, by itself or by what it is in. */
  isDisabled(e: PageElement, store: Store): boolean {
    return isDisabled<PageElement>(e, {
      tag: (at) => at.tag,
      parent: (at) => at.parent,
      children: (at) => this.inside(at, store).filter(isElement),
      isSaid: (at) => this.attribute(at, "disabled", store) !== null,
    });
  }

  /** What stands inside, as text. */
  text(e: PageElement, store: Store): string {
    const said = store.get(`text ${e.name}`);
    if (said !== undefined && said !== null) return String(said);
    const words = store.get(`words ${e.name}`);
    const nodes = this.inside(e, store).filter((c) => isElement(c) || words === undefined);
    const inside = spaced(nodes).map((c) =>
      isElement(c) ? `${this.text(c, store)}${store.get(`after ${c.name}`) ?? ""}` : c,
    );
    return [words ?? "", ...inside, store.get(`behind ${e.name}`) ?? ""].join("");
  }

  /** @param store where what was taken out of it counts no more */
  contains(outer: PageElement, e: PageElement | null, store?: Store): boolean {
    for (let up = e; up; up = store ? this.parentOf(up, store) : up.parent) if (up === outer) return true;
    return false;
  }

  /** What the markup itself says of a key of the store; null for nothing. */
  own(key: string): string | null {
    const [kind, name, what] = key.split(" ");
    const e = this.named(name);
    if (!e) return null;
    if (kind === "text") return e.children.every((c) => !isElement(c)) ? e.children.join("").trim() : null;
    if (kind === "attribute") return Object.hasOwn(e.attributes, what) ? e.attributes[what] : null;
    return kind === "style" ? (e.part?.css?.[what] ?? null) : null;
  }

  /** Something is otherwise than it was. */
  changed(): void {
    this.said = null;
  }
}
