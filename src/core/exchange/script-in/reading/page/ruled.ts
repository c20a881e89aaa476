/** What the rules of the page make of what a script says. */
import {
  COMING_AND_GOING,
  cascade,
  mediaNow,
  NOTHING_DONE,
  readSheet,
  type Sheet,
  type StyledElement,
} from "../../../../cascade";
import type { Component } from "../../../../model";
import { type Cell, isElement, type Known, type PageElement, type Store } from "./elements";
import { SelectedPage } from "./selected";

const allOf = (e: PageElement): string[] => [e.name, ...e.children.filter(isElement).flatMap(allOf)];
const isAround = (key: string): boolean => /^(class|attribute) (html|body) /.test(key);

/** What is no name of a property in a transition. */
const noProperty =
  /^([\d.+-].*|[a-z-]+\(.*|ease|linear|ease-in|ease-out|ease-in-out|step-start|step-end|normal|allow-discrete)$/i;
/** Whether what is said lets a property keep its value for a while after it was told another (CSS Transitions 2 §3). */
function staysAWhile(said: (property: string) => string | undefined, property: string): boolean {
  if (["animation", "animation-name"].some((p) => said(p) !== undefined)) return true;
  const isDiscrete = /allow-discrete/.test(`${said("transition")} ${said("transition-behavior")}`);
  if (property === "display" && !isDiscrete) return false;
  const lists = ["transition", "transition-property"].flatMap((p) => said(p)?.split(/,(?![^(]*\))/) ?? []);
  return lists.some((one) => {
    const words = one.trim().match(/[^\s(]+(\([^)]*\))?/g) ?? [];
    const name = words.find((w) => !noProperty.test(w)) ?? "all";
    return name === "all" || name === property || name.startsWith("var(");
  });
}

export class ScriptPage extends SelectedPage {
  private readonly sheet: Sheet | null;
  /** With what browsers say below it. */
  private readonly drawn: Sheet;

  /** @param isAtOnce what goes out of sight is taken to be gone at once, however it moves */
  constructor(
    doc: Component,
    mostOfOne?: number,
    known?: Known,
    private readonly isAtOnce = false,
  ) {
    super(doc, mostOfOne, known);
    const css = doc.page.css?.trim() ? readSheet(doc.page.css) : null;
    this.sheet = css?.rules.length ? css : null;
    this.drawn = readSheet(`@layer of-browsers { ${COMING_AND_GOING} } ${doc.page.css ?? ""}`);
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
    const rules = cascade(this.drawn, now.get(e.name)!, this.media(), NOTHING_DONE);
    this.copied++;
    const said = (property: string): string | undefined => {
      const own = store.get(`style ${e.name} ${property}`) ?? e.part?.css?.[property];
      return own === undefined || own === "" || own === null ? rules.get(property)?.value : String(own);
    };
    const stays = (property: string): boolean => !this.isAtOnce && staysAWhile(said, property);
    const display = said("display");
    const children = e.children.filter(isElement);
    const isGone = display === "none" || (display === undefined && this.attribute(e, "hidden", store) !== null);
    if (isGone && !stays("display")) return allOf(e);
    const visibility = stays("visibility") ? around : (said("visibility") ?? around);
    const inner = children.flatMap((c) => this.hiddenIn(c, store, now, visibility));
    return visibility === "hidden" ? [e.name, ...inner] : inner;
  }
  /**
   * What is said of what the script has taken out; words that stand in what is hidden, and name nothing: nobody can tell them
   * from others until they are shown.
   * @param key of the store
   */
  isUnsaid(key: string, store: Store): boolean {
    const [kind, name] = key.split(" ");
    const found = this.named(name);
    const e = /^(after|attached)$/.test(kind) ? (found?.parent ?? null) : found;
    if (e?.made && !this.isInPage(e, store)) return true;
    if (!/^(text|words|behind|after)$/.test(kind) || !this.isHidden(e, store)) return false;
    const naming = this.namingIn(store);
    for (let up = e; up; up = up.parent) if (naming.has(up.attributes.id ?? "")) return false;
    return true;
  }
  /** Ids of what names or describes something. */
  private namingIn(store: Store): ReadonlySet<string> {
    let ids = this.naming.get(store);
    if (!ids) {
      const said = this.elements.flatMap((e) =>
        ["aria-labelledby", "aria-describedby"].map((a) => String(this.attribute(e, a, store) ?? "")),
      );
      ids = new Set(said.flatMap((list) => list.match(/\S+/g) ?? []));
      this.naming.set(store, ids);
    }
    return ids;
  }
  private readonly naming = new WeakMap<Store, ReadonlySet<string>>();
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
    return mediaNow(this.drawn, { ...this.doc.page, reducedMotion: false });
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
