/**
 * What is displayed before it moves: a script that asks for the layout in between, moves the focus or waits for a second
 * frame makes the browser draw what it has said so far, and what is said after that moves from there (CSS Transitions 1 §3).
 */
import type { PageElement, ScriptPage, Store } from "./page";

export class Coming {
  /** Elements that come so, in some act. */
  readonly softly = new Set<PageElement>();
  private before: Store = new Map();
  private readonly touched = new Set<string>();
  private drawn: PageElement[] = [];

  constructor(private readonly page: ScriptPage) {}

  /** A new act begins. */
  begin(store: Store): void {
    this.before = store;
    this.touched.clear();
    this.drawn = [];
  }

  wrote(key: string): void {
    const [kind, name] = key.split(" ");
    if (!/^(class|attribute|style)$/.test(kind)) return;
    for (const e of this.drawn) this.softly.add(e);
    this.touched.add(name);
  }

  /** The layout is asked for. */
  layout(store: Store): void {
    if (!this.touched.size) return;
    for (const name of this.touched) {
      const e = this.page.named(name);
      if (e && this.isDisplayed(e, store) && !this.isDisplayed(e, this.before)) this.drawn.push(e);
    }
    this.touched.clear();
  }

  private isDisplayed(e: PageElement, store: Store): boolean {
    return this.displayOf(e, store) !== "none";
  }
  /** Its display, by the rules and by what the script says; null where neither speaks of it. */
  displayOf(e: PageElement, store: Store): string | null {
    this.page.changed();
    const display = this.page.computed(e, "display", store);
    this.page.changed();
    return display;
  }
}
