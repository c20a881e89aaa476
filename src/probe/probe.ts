/**
 * The facts of a page's elements, asked of the browser that shows it. It runs in the page; the core's reader of the same
 * facts is surface/facts.
 */
import { type FactName, factNames, factTable, type PartFacts } from "../core/model/schema/facts";
import { isPassedOver } from "../kernel/dom/focus";
import type { PageFacts, ProbedFacts } from "./facts";
import { inOneLook } from "./look";
import { nameOf } from "./names";
import { roleOf } from "./roles";
import { hasNoRoom, isClipped, isInSight, isInView, opacityOf } from "./sight";
import { isDisclosing, isEditingHost, isFocusable, isInert, type Standing } from "./standing";
import { around, treeOf } from "./tree";

export type { PageFacts, ProbedFacts } from "./facts";
export { inOneLook } from "./look";
export { roleOf } from "./roles";
export { modalsIn } from "./standing";
export { parentOf } from "./tree";

/** Opacity up to which a person sees nothing. */
const UNSEEN = 0.01;

/** A point at which the browser hits the element itself: near its corners, in its middle. */
export function ownPoint(element: Element): { x: number; y: number } | null {
  const { pointerEvents, visibility } = getComputedStyle(element);
  if (pointerEvents === "none" || visibility !== "visible") return null;
  const box = element.getBoundingClientRect();
  const tree = treeOf(element);
  const at = (from: number, size: number): number[] => [1.5, size - 1.5, size / 2, size / 4].map((d) => from + d);
  for (const y of at(box.top, box.height))
    for (const x of at(box.left, box.width)) if (tree.elementFromPoint(x, y) === element) return { x, y };
  return null;
}

/** An option of a select that drops down has no boxes, and is told all the same. */
function isInMenu(element: Element): boolean {
  const menu = element.parentElement?.closest("select");
  if (!menu || menu.multiple || menu.size > 1) return false;
  return menu.getClientRects().length > 0 && getComputedStyle(menu).visibility === "visible";
}

/** Out of the accessibility tree: not rendered, hidden from it, or inert with what is around it (WAI-ARIA 1.2 §7.1). */
function isExposed(element: Element, { displayed, inert }: Standing): boolean {
  if (isInMenu(element)) {
    const select = element.closest("select")!;
    const { display, visibility } = getComputedStyle(element);
    const isHidden = display === "none" || visibility !== "visible" || inert;
    // Where it is told as something else than a menu only what is not hidden is told.
    if (isHidden && roleOf(select) !== "combobox") return false;
    return isExposed(select, { displayed: true, inert: isInert(select) });
  }
  const isShown = displayed && getComputedStyle(element).visibility === "visible";
  return isShown && !inert && !around(element).some((e) => e.getAttribute("aria-hidden") === "true");
}

/** In the Tab order without a tabindex; `tabIndex` says -1 of it all the same. */
const isStopAllTheSame = (e: HTMLElement): boolean =>
  (isEditingHost(e) || isDisclosing(e)) && !e.hasAttribute("tabindex");

const readers: { readonly [F in FactName]: (element: HTMLElement, standing: Standing) => PartFacts[F] } = {
  present: () => true,
  displayed: (_e, { displayed }) => displayed,
  visible: (e, { displayed }) =>
    isInSight(e, displayed) && !isClipped(e) && !hasNoRoom(e) && isInView(e, displayed) && opacityOf(e) > UNSEEN,
  "in view": (e, { displayed }) => isInView(e, displayed),
  opacity: (e, { displayed }) => (isInSight(e, displayed) ? opacityOf(e) : 0),
  "takes pointer": (e, { displayed }) => displayed && ownPoint(e) !== null,
  focusable: isFocusable,
  "in tab order": (e, standing) =>
    isFocusable(e, standing) && (e.tabIndex >= 0 || isStopAllTheSame(e)) && !isPassedOver(e),
  focused: (e) => treeOf(e).activeElement === e,
  inert: (_e, { inert }) => inert,
  disabled: (e) => e.matches(":disabled"),
  exposed: isExposed,
  role: roleOf,
  name: nameOf,
  text: (e) => (e.textContent ?? "").replace(/\s+/g, " ").trim(),
};

/** As the markup has them; what is checked is so as it stands, not as it began (HTML §4.10.5.4). */
function attributesOf(e: Element | null): Record<string, string> {
  const out = Object.fromEntries([...(e?.attributes ?? [])].map((a) => [a.name, a.value]));
  if (e instanceof HTMLInputElement && /^(checkbox|radio)$/.test(e.type)) {
    delete out.checked;
    if (e.checked) out.checked = "";
  }
  return out;
}

/** What is not in the document has no facts but that. */
const nothing = { "yes or no": false, number: 0, text: "" } as const;

/** @param without facts that nobody asks for: each is said as of an element that is not there */
export function probe(element: HTMLElement | null, without: readonly FactName[] = []): ProbedFacts {
  return inOneLook(() => read(element, without));
}

function read(element: HTMLElement | null, without: readonly FactName[]): ProbedFacts {
  const is = element?.isConnected ? element : null;
  // What closed details hold has its boxes and is skipped all the same (CSS Contain 3 §4).
  const displayed =
    is !== null &&
    ((is.getClientRects().length > 0 && is.checkVisibility?.()) || getComputedStyle(is).display === "contents");
  const standing = { displayed, inert: is !== null && isInert(is) };
  const ask = (fact: FactName): unknown =>
    is && !without.includes(fact) ? readers[fact](is, standing) : nothing[factTable[fact].is];
  return {
    ...(Object.fromEntries(factNames.map((fact) => [fact, ask(fact)])) as PartFacts),
    attributes: attributesOf(is),
  };
}

/** @param by the attribute that names parts @param without as of `probe` */
export function probePage(names: readonly string[], by: string, without: readonly FactName[] = []): PageFacts {
  const element = (name: string): HTMLElement | null => document.querySelector(`[${by}="${name}"]`);
  return {
    parts: inOneLook(() => Object.fromEntries(names.map((n) => [n, probe(element(n), without)]))),
    focus: document.activeElement?.getAttribute(by) ?? null,
    scroll: scrollY,
    state: (document.querySelector<HTMLElement>("[data-states]")?.dataset.states ?? "").split(" ").filter(Boolean),
    announced: document.querySelector("[data-announcements]")?.textContent ?? "",
  };
}
