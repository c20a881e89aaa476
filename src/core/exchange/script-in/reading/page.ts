/** The page that a script is read against: elements by part, and what it changes of them, as values that can be compared. */
import {
  cascade,
  isDisabled,
  mediaNow,
  NOTHING_DONE,
  readSheet,
  type Sheet,
  type StyledElement,
  selectorTest,
} from "../../../cascade";
import { type Component, freeName, type Part } from "../../../model";
import { NotUnderstood } from "./not-understood";
import { Places } from "./places";

/** What a script can change, by key: `class panel open`, `attribute menu hidden`, `style bar width`, `text count`, `variable 3 open`. */
export type Cell = string | number | boolean | null;
export type Store = ReadonlyMap<string, Cell>;

export interface PageElement extends StyledElement {
  /** The part's name; `body` and `html` for the page's own elements. */
  name: string;
  part: Part | null;
  parent: PageElement | null;
  children: (PageElement | string)[];
  /** Of one that the script makes: where, and whether it has its name from the script. */
  made?: { site: string; named: boolean };
  /** White space stands between it and the element after it. */
  gap?: boolean;
  css?: Record<string, string>;
  /** Code that stands in attributes of its markup, by the event. */
  handlers?: Readonly<Record<string, string>>;
}

/** What else is known of the markup. */
export interface Known {
  /** What stands on html and body before the first script. */
  begins?: Store;
  /** White space at the edges of elements, which no part keeps: `before` or `after`, and the part. */
  blanks?: ReadonlySet<string>;
}

/** Tells the element that is the scope of a selector, while that is asked. */
const SCOPE = "lively-scope";
const allOf = (e: PageElement): string[] => [e.name, ...e.children.filter(isElement).flatMap(allOf)];
export const isElement = (n: PageElement | string): n is PageElement => typeof n !== "string";
/** With the white space that stands between elements. */
export const spaced = (nodes: readonly (PageElement | string)[]): (PageElement | string)[] =>
  nodes.flatMap((c, i) => (isElement(c) && c.gap && isElement(nodes[i + 1] ?? "") ? [c, " "] : [c]));

export class ScriptPage {
  readonly html: PageElement;
  readonly body: PageElement;
  readonly elements: PageElement[];
  /** What scripts find in `template` elements, and in scripts that are data; nothing of it is in the page. */
  readonly templates: { attributes: Readonly<Record<string, string>>; markup: string; isData: boolean }[] = [];
  readonly places = new Places();
  /** Those in which a script has put a text beside another: they are one here, and two to whoever asks for nodes. */
  readonly joined = new Set<PageElement>();
  private readonly byName = new Map<string, PageElement>();
  /** What scripts have animated, by its name. */
  private readonly keyframes = new Map<string, string>();
  /** The name of the keyframes that say so. @param again the other one, by which the same begins anew */
  keyframesFor(text: string, again = false): string {
    const taken = new Set([...this.keyframes.keys(), ...(this.doc.page.css ?? "").split(/[^\w-]+/)]);
    const known = [...this.keyframes].find(([name, said]) => said === text && !name.endsWith("-again"))?.[0];
    const name = known ?? freeName("moves", taken);
    this.keyframes.set(name, text);
    if (again) this.keyframes.set(`${name}-again`, text);
    return again ? `${name}-again` : name;
  }
  /** The component with their rules. */
  withKeyframes(doc: Component): Component {
    const rules = [...this.keyframes].map(([name, text]) => `@keyframes ${name} { ${text} }`);
    return rules.length
      ? { ...doc, page: { ...doc.page, css: [doc.page.css ?? "", ...rules].join("\n").trim() } }
      : doc;
  }

  /** A script in the head runs, before there is a body. */
  isYetToCome = false;

  /** @param mostOfOne so many elements of one place in the script are told apart */
  constructor(
    readonly doc: Component,
    readonly mostOfOne = 4,
    readonly known: Known = {},
  ) {
    const css = doc.page.css?.trim() ? readSheet(doc.page.css) : null;
    this.sheet = css?.rules.length ? css : null;
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
    this.changed();
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
  private inside(e: PageElement, store: Store): (PageElement | string)[] {
    if (this.isYetToCome) return [];
    return e.children.filter((c) => !isElement(c) || this.isThere(c, store));
  }

  classes(e: PageElement, store: Store): Set<string> {
    const out = new Set((this.attribute(e, "class", store) ?? "").split(/\s+/).filter(Boolean));
    for (const [key, value] of store) {
      const [kind, name, c] = key.split(" ");
      if (kind !== "class" || name !== e.name) continue;
      if (value) out.add(c);
      else out.delete(c);
    }
    return out;
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

  /** @throws for what is no selector */
  all(selector: string, from: PageElement, store: Store): PageElement[] {
    const test = this.test(selector, store, from);
    const out: PageElement[] = [];
    const walk = (e: PageElement): void => {
      for (const c of this.inside(e, store)) {
        if (!isElement(c)) continue;
        if (test(c)) out.push(c);
        walk(c);
      }
    };
    walk(from);
    return out;
  }

  matches(selector: string, e: PageElement, store: Store): boolean {
    return this.test(selector, store, e)(e);
  }

  /** Selectors see the page as the script has made it. @param scope what `:scope` stands for (Selectors 4 §6.3) */
  private test(selector: string, store: Store, scope: PageElement): (e: PageElement) => boolean {
    const isScoped = /:scope\b/i.test(selector);
    const test = tested(isScoped ? selector.replace(/:scope\b/gi, `[${SCOPE}]`) : selector);
    const now = this.standing(store);
    if (!isScoped) return (e) => test(now.get(e.name)!);
    return (e) => {
      const attributes = now.get(scope.name)!.attributes as Record<string, string>;
      attributes[SCOPE] = "";
      const found = test(now.get(e.name)!);
      delete attributes[SCOPE];
      return found;
    };
  }

  /** A page as selectors see it; the same until something is written. */
  private seen: ReadonlyMap<string, StyledElement> | null = null;
  /** Elements that were copied in all. */
  copied = 0;
  changed(): void {
    this.seen = null;
  }
  private standing(store: Store): ReadonlyMap<string, StyledElement> {
    if (this.seen) return this.seen;
    this.copied += this.elements.length;
    const now = new Map<string, StyledElement>();
    const written = new Map<string, Map<string, Cell>>();
    for (const [key, value] of store) {
      const [kind, name, what] = key.split(" ");
      if (kind !== "attribute" && kind !== "class") continue;
      const own = written.get(name) ?? new Map<string, Cell>();
      written.set(name, own);
      own.set(`${kind} ${what}`, value);
    }
    const copy = (e: PageElement, parent: StyledElement | null): StyledElement => {
      const attributes: Record<string, string> = { ...e.attributes };
      const own = written.get(e.name);
      for (const [key, value] of own ?? []) {
        const [kind, what] = key.split(" ");
        if (kind !== "attribute") continue;
        if (value === null) delete attributes[what];
        else attributes[what] = String(value);
      }
      if (own) {
        const classes = [...this.classes(e, store)].join(" ");
        if (classes) attributes.class = classes;
        else delete attributes.class;
      }
      const out: StyledElement = { tag: e.tag, attributes, parent, children: [] };
      out.children = this.inside(e, store).map((c) => (isElement(c) ? copy(c, out) : c));
      now.set(e.name, out);
      return out;
    };
    copy(this.html, null);
    // What is not in the page stands for itself.
    for (const e of this.elements) if (!now.has(e.name)) copy(e, null);
    this.seen = now;
    return now;
  }

  closest(selector: string, e: PageElement, store: Store): PageElement | null {
    for (let up: PageElement | null = e; up; up = this.parentOf(up, store))
      if (this.matches(selector, up, store)) return up;
    return null;
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

  /** Not displayed, or not visible, without a transition that may show it for a while yet. */
  isHidden(e: PageElement | null, store: Store): boolean {
    let hidden = this.hidden.get(store);
    if (!hidden) {
      this.changed();
      const now = this.standing(store);
      this.changed();
      hidden = new Set(this.body.children.filter(isElement).flatMap((c) => this.hiddenIn(c, store, now, "visible")));
      this.hidden.set(store, hidden);
    }
    return e !== null && hidden.has(e.name);
  }
  private readonly hidden = new WeakMap<Store, ReadonlySet<string>>();
  private hiddenIn(
    e: PageElement,
    store: Store,
    now: ReadonlyMap<string, StyledElement>,
    around: string,
  ): readonly string[] {
    const rules = this.sheet && cascade(this.sheet, now.get(e.name)!, this.media(), NOTHING_DONE);
    this.copied++;
    const said = (property: string): string | undefined => {
      const own = store.get(`style ${e.name} ${property}`) ?? e.part?.css?.[property];
      return own === undefined || own === "" || own === null ? rules?.get(property)?.value : String(own);
    };
    if (["transition", "animation", "transition-property", "animation-name"].some((p) => said(p) !== undefined))
      return [];
    const display = said("display");
    const children = e.children.filter(isElement);
    if (display === "none" || (display === undefined && this.attribute(e, "hidden", store) !== null)) return allOf(e);
    const visibility = said("visibility") ?? around;
    const inner = children.flatMap((c) => this.hiddenIn(c, store, now, visibility));
    return visibility === "hidden" ? [e.name, ...inner] : inner;
  }
  /** What a property comes to by the rules and by what the script says of it; null where nothing says it. */
  computed(e: PageElement, property: string, store: Store): string | null {
    const own = store.get(`style ${e.name} ${property}`) ?? e.part?.css?.[property];
    if (own !== undefined && own !== null && own !== "") return String(own);
    const rules = this.sheet && cascade(this.sheet, this.standing(store).get(e.name)!, this.media(), NOTHING_DONE);
    const said = rules?.get(property)?.value;
    if (said !== undefined) return said;
    if (property === "display" && this.attribute(e, "hidden", store) !== null) return "none";
    return property === "visibility" && e.parent ? this.computed(e.parent, property, store) : null;
  }

  private media(): ReturnType<typeof mediaNow> {
    return mediaNow(this.sheet!, { ...this.doc.page, reducedMotion: false });
  }

  /**
   * What the page's own elements, html and body, change of the parts by their classes and attributes: a component has no
   * part for them, so what the rules make of it is said of the parts.
   */
  byAround(store: Store): Map<string, Cell> {
    const out = new Map<string, Cell>();
    if (!this.sheet || ![...store.keys()].some(isAround)) return out;
    const media = this.media();
    this.changed();
    const now = this.standing(store);
    const before = this.standingAlone(store);
    for (const { name, part } of this.elements) {
      const [is, was] = [now, before].map((page) => cascade(this.sheet!, page.get(name)!, media, NOTHING_DONE));
      for (const property of new Set([...is.keys(), ...was.keys()])) {
        const [value, other] = [is.get(property)?.value, was.get(property)?.value];
        const key = `style ${name} ${property}`;
        if (value !== other && !store.has(key) && part?.css?.[property] === undefined) out.set(key, value ?? "unset");
      }
    }
    return out;
  }

  /** As it would stand were there nothing on html and body. */
  private standingAlone(store: Store): ReadonlyMap<string, StyledElement> {
    if (![...store.keys()].some(isAround)) return this.standing(store);
    this.changed();
    const alone = this.standing(new Map([...store].filter(([key]) => !isAround(key))));
    this.changed();
    return alone;
  }

  /** The rules say the same, whatever else is done: nobody would notice. */
  private isRuled(e: PageElement, property: string, value: Cell, store: Store): boolean {
    if (!this.sheet || e.part?.css?.[property] !== undefined || typeof value !== "string") return false;
    const classes = new Set((e.attributes.class ?? "").split(/\s+/));
    const mine = (key: string | null): boolean =>
      key === null ||
      key === `#${e.attributes.id}` ||
      key === e.tag ||
      (key.startsWith(".") && classes.has(key.slice(1)));
    const element = this.standingAlone(store).get(e.name)!;
    const about = this.sheet.rules.filter(
      (rule) => rule.declarations.some((d) => d.property === property) && rule.selectors.some((s) => mine(s.key)),
    );
    if (!about.length || !about.every((rule) => rule.selectors.some((s) => s.matches(element)))) return false;
    return cascade(this.sheet, element, this.media(), NOTHING_DONE).get(property)?.value === value;
  }
  private readonly sheet: Sheet | null;

  /** Values of the store that say what the markup says anyway are none. */
  tidy(store: Map<string, Cell>): Map<string, Cell> {
    for (const [key, value] of store) {
      const [kind, name, what] = key.split(" ");
      const e = this.named(name);
      if (!e) continue;
      if (kind === "class") {
        const has = (e.attributes.class ?? "").split(/\s+/).includes(what);
        if (has === value && !store.has(`attribute ${name} class`)) store.delete(key);
      } else if (kind === "attribute") {
        if ((Object.hasOwn(e.attributes, what) ? e.attributes[what] : null) === value) store.delete(key);
      } else if (kind === "style") {
        if ((e.part?.css?.[what] ?? "") === value || this.isRuled(e, what, value, store)) store.delete(key);
      } else if (kind === "text") {
        const own = e.children.every((c) => !isElement(c)) ? e.children.join("") : null;
        if (own !== null && own.trim() === String(value).trim()) store.delete(key);
      }
    }
    return store;
  }
}

const isAround = (key: string): boolean => /^(class|attribute) (html|body) /.test(key);

function tested(selector: string): (e: StyledElement) => boolean {
  try {
    return selectorTest(selector);
  } catch {
    throw new NotUnderstood(null, `the selector ${selector.slice(0, 60)}`);
  }
}

export const keyOfStore = (store: Store): string =>
  [...store]
    .map(([k, v]) => `${k}=${JSON.stringify(v)}`)
    .sort()
    .join("\n");
