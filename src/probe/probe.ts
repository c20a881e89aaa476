/**
 * The facts of a page's elements, asked of the browser that shows it. It runs in the page; the core's reader of the same
 * facts is surface/facts.
 */
import type { PageFacts, ProbedFacts } from "./facts";

export type { PageFacts, ProbedFacts } from "./facts";

/** Opacity up to which a person sees nothing. */
const UNSEEN = 0.01;

const around = (element: Element): Element[] => {
  const out: Element[] = [];
  for (let e: Element | null = element; e; e = e.parentElement) out.push(e);
  return out;
};

function opacityOf(element: Element): number {
  return around(element).reduce((o, e) => o * Number(getComputedStyle(e).opacity), 1);
}

/** Cut off from view by the element or by what is around it. */
const isClipped = (element: Element): boolean => around(element).some((e) => getComputedStyle(e).clipPath !== "none");

function isFocusable(e: HTMLElement, displayed: boolean): boolean {
  const native = e.matches("a[href], area[href], button, input:not([type=hidden]), select, textarea, summary, iframe");
  const can = native || /^\s*-?\d+/.test(e.getAttribute("tabindex") ?? "") || e.isContentEditable;
  return (
    can && displayed && getComputedStyle(e).visibility === "visible" && !e.closest("[inert]") && !e.matches(":disabled")
  );
}

const gone: ProbedFacts = {
  present: false,
  displayed: false,
  visible: false,
  opacity: 0,
  inView: false,
  focusable: false,
  inTabOrder: false,
  focused: false,
  inert: false,
  disabled: false,
  text: "",
  attributes: {},
};

export function probe(element: HTMLElement | null): ProbedFacts {
  if (!element?.isConnected) return gone;
  const displayed = element.getClientRects().length > 0 || getComputedStyle(element).display === "contents";
  const opacity = opacityOf(element);
  const box = element.getBoundingClientRect();
  const inView = displayed && box.bottom > 0 && box.top < innerHeight;
  const inSight = displayed && getComputedStyle(element).visibility === "visible" && !isClipped(element);
  const focusable = isFocusable(element, displayed);
  return {
    present: true,
    displayed,
    visible: inSight && inView && opacity > UNSEEN,
    opacity: inSight ? opacity : 0,
    inView,
    focusable,
    inTabOrder: focusable && element.tabIndex >= 0,
    focused: document.activeElement === element,
    inert: element.closest("[inert]") !== null,
    disabled: element.matches(":disabled"),
    text: (element.textContent ?? "").replace(/\s+/g, " ").trim(),
    attributes: Object.fromEntries([...element.attributes].map((a) => [a.name, a.value])),
  };
}

/** @param by the attribute that names parts */
export function probePage(names: readonly string[], by: string): PageFacts {
  const element = (name: string): HTMLElement | null => document.querySelector(`[${by}="${name}"]`);
  return {
    parts: Object.fromEntries(names.map((n) => [n, probe(element(n))])),
    focus: document.activeElement?.getAttribute(by) ?? null,
    scroll: scrollY,
    state: (document.querySelector<HTMLElement>("[data-state]")?.dataset.state ?? "").split(" ").filter(Boolean),
    announced: document.querySelector("[data-announcements]")?.textContent ?? "",
  };
}
