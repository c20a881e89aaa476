/** The page as selectors see it, as the script has made it. */
import { type StyledElement, selectorTest } from "../../../../cascade";
import { NotUnderstood } from "../not-understood";
import { type Cell, isElement, type PageElement, type Store } from "./elements";
import { PageTree } from "./tree";

/** Tells the element that is the scope of a selector, while that is asked. */
const SCOPE = "lively-scope";

export class SelectedPage extends PageTree {
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

  /** Hears of every selector that is asked. */
  asked: (selector: string) => void = () => undefined;

  /** As selectors see it. */
  asStyled(e: PageElement, store: Store): StyledElement {
    return this.standing(store).get(e.name)!;
  }

  /** Selectors see the page as the script has made it. @param scope what `:scope` stands for (Selectors 4 §6.3) */
  private test(selector: string, store: Store, scope: PageElement): (e: PageElement) => boolean {
    this.asked(selector);
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
  override changed(): void {
    super.changed();
    this.seen = null;
  }
  protected standing(store: Store): ReadonlyMap<string, StyledElement> {
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
}

function tested(selector: string): (e: StyledElement) => boolean {
  try {
    return selectorTest(selector);
  } catch {
    throw new NotUnderstood(null, `the selector ${selector.slice(0, 60)}`);
  }
}
