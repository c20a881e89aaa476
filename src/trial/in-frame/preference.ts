/**
 * Whether the person prefers reduced motion: a frame has the preference of the app around it, so queries for it are
 * rewritten to what is always or never so, in style and for scripts.
 */

const asks = /\(\s*prefers-reduced-motion(?:\s*:\s*(reduce|no-preference))?\s*\)/g;
const ALWAYS = "(min-width: 0px)";
const NEVER = "(max-width: 0px)";

let reduced = false;
const answered = (query: string): string =>
  query.replace(asks, (_all, value?: string) => ((value === "no-preference") === reduced ? NEVER : ALWAYS));

const written = new Map<CSSMediaRule, string>();
/** Answers a rule's query as the preference is now. */
export function answerRule(rule: CSSMediaRule): void {
  const query = written.get(rule) ?? rule.media.mediaText;
  if (query.search(asks) < 0) return;
  written.set(rule, query);
  rule.media.mediaText = answered(query);
}

class Query extends EventTarget implements MediaQueryList {
  onchange: ((this: MediaQueryList, e: MediaQueryListEvent) => unknown) | null = null;
  private told: boolean;

  constructor(
    readonly media: string,
    private readonly real: (query: string) => MediaQueryList,
  ) {
    super();
    this.told = this.matches;
  }
  get matches(): boolean {
    return this.real(answered(this.media)).matches;
  }
  addListener(listener: unknown): void {
    this.addEventListener("change", listener as EventListener);
  }
  removeListener(listener: unknown): void {
    this.removeEventListener("change", listener as EventListener);
  }
  /** Tells who listens, where the answer is another by now. */
  tell(): void {
    if (this.told === this.matches) return;
    this.told = this.matches;
    const event = new MediaQueryListEvent("change", { media: this.media, matches: this.matches });
    this.onchange?.call(this, event);
    this.dispatchEvent(event);
  }
}

const queries: Query[] = [];

/** @param reduce as the page opens */
export function keepPreference(reduce: boolean): void {
  reduced = reduce;
  const real = matchMedia.bind(window);
  window.matchMedia = (query) => {
    if (query.search(asks) < 0) return real(query);
    const own = new Query(query, real);
    queries.push(own);
    return own;
  };
}

export function prefer(reduce: boolean): void {
  reduced = reduce;
  for (const [rule, query] of written) rule.media.mediaText = answered(query);
  for (const query of queries) query.tell();
}
