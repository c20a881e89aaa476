/**
 * Smooth scrolling of the page on its own clock, at the pace that specifications have it at: browsers differ in theirs, and
 * none says when it is over.
 */
import { glideTime, smooth } from "../../../core/surface/glide";

interface Glide {
  from: number;
  to: number;
  start: number;
}

export interface Glides {
  /** Moves the page to where it is at an instant, ms. */
  moveTo(at: number): void;
  /** When the glide that is under way ends; infinite where there is none. */
  end(): number;
  /** Whether anything glided so far. */
  any(): boolean;
}

export function holdGlides(now: () => number): Glides {
  let glide: Glide | null = null;
  let any = false;
  const real = window.scrollTo.bind(window);
  const jump = (top: number): void => real({ top, behavior: "instant" });
  const range = (): number => Math.max(0, (document.scrollingElement?.scrollHeight ?? 0) - innerHeight);
  const isSmooth = (behavior: ScrollBehavior | undefined): boolean =>
    behavior === "smooth" ||
    (behavior !== "instant" && getComputedStyle(document.documentElement).scrollBehavior === "smooth");
  const begin = (top: number): void => {
    any = true;
    const to = Math.min(range(), Math.max(0, top));
    glide = to === scrollY ? null : { from: scrollY, to, start: now() };
  };
  const own = (base: () => number) =>
    function scroll(this: unknown, x?: number | ScrollToOptions, y?: number): void {
      const options = typeof x === "object" ? x : { left: x ?? 0, top: y ?? 0 };
      const top = base() + (options.top ?? (base() ? 0 : scrollY));
      if (isSmooth(options.behavior)) begin(top);
      else {
        glide = null;
        jump(top);
      }
    };
  window.scrollTo = own(() => 0) as typeof window.scrollTo;
  window.scroll = window.scrollTo;
  window.scrollBy = own(() => scrollY) as typeof window.scrollBy;
  const isPage = (e: Element): boolean => e === document.scrollingElement;
  for (const [name, replaced] of [
    ["scrollTo", window.scrollTo],
    ["scroll", window.scrollTo],
    ["scrollBy", window.scrollBy],
  ] as const) {
    const before = Element.prototype[name] as (...a: unknown[]) => void;
    Element.prototype[name] = function (this: Element, ...a: unknown[]) {
      if (isPage(this)) (replaced as (...a: unknown[]) => void)(...a);
      else before.apply(this, a);
    } as never;
  }
  const intoView = Element.prototype.scrollIntoView;
  Element.prototype.scrollIntoView = function (this: Element, options?: boolean | ScrollIntoViewOptions): void {
    const smoothly = typeof options === "object" && isSmooth(options.behavior);
    const plain = typeof options === "object" ? { ...options, behavior: "instant" as const } : options;
    if (!smoothly) return intoView.call(this, plain);
    // Where it would end is where an instant one ends.
    const from = scrollY;
    intoView.call(this, plain);
    const to = scrollY;
    jump(from);
    begin(to);
  };
  // What glides further than the page goes in its new size ends there, on its way from where it is.
  window.addEventListener(
    "resize",
    () => {
      if (!glide || Math.max(glide.from, glide.to) <= range()) return;
      const { to } = glide;
      glide = null;
      begin(to);
    },
    { capture: true },
  );
  const end = (): number => (glide ? glide.start + glideTime(glide.to - glide.from) : Number.POSITIVE_INFINITY);
  return {
    moveTo(at) {
      if (!glide) return;
      const { from, to, start } = glide;
      const t = (at - start) / glideTime(to - from);
      jump(t >= 1 ? to : from + (to - from) * smooth(Math.max(0, t)));
      if (t >= 1) glide = null;
    },
    end,
    any: () => any,
  };
}

/** A page that opens scrolled, as after a reload: it is, as soon as it is long enough, before its own script looks. */
export function openScrolled(top: number): void {
  if (top <= 0) return;
  const reach = (): boolean => {
    const { scrollingElement } = document;
    if (!document.body || !scrollingElement) return false;
    if (scrollingElement.scrollHeight - innerHeight < top && document.readyState === "loading") return false;
    scrollTo({ top, behavior: "instant" });
    return true;
  };
  const watch = new MutationObserver(() => {
    if (reach()) watch.disconnect();
  });
  watch.observe(document, { subtree: true, childList: true });
}
