/** What can be reached: what is inert, and what can hold the focus. */
import { onceALook } from "./look";
import { around } from "./tree";

/** Not displayed any more but for a transition of `display`: nobody gets hold of it (CSS Transitions 2 §3.1). */
const isGoing = onceALook((e: Element): boolean =>
  e.getAnimations().some((motion) => {
    if ((motion as CSSTransition).transitionProperty !== "display") return false;
    return (motion.effect as KeyframeEffect).getKeyframes().at(-1)?.display === "none";
  }),
);

/** Said so, or beside the modal dialog that was opened last (HTML §6.3.1). */
export const isInert = onceALook((e: Element): boolean => {
  const over = around(e);
  if (over.some((o) => o.hasAttribute("inert") || isGoing(o))) return true;
  const modal = modalsIn(document).at(-1);
  return modal !== undefined && !over.includes(modal) && !around(modal).includes(e);
});

/** Modal dialogs, those in shadow trees too. */
export const modalsIn = onceALook((tree: Document | ShadowRoot): readonly Element[] => {
  const inner = [...tree.querySelectorAll("*")].flatMap((e) => (e.shadowRoot ? modalsIn(e.shadowRoot) : []));
  return [...tree.querySelectorAll("dialog:modal"), ...inner];
});

/** What is edited as a whole takes the focus, and nothing in it by that alone (HTML §6.8.1). */
export const isEditingHost = (e: HTMLElement): boolean =>
  e.isContentEditable === true && e.parentElement?.isContentEditable !== true;

/** The summary of details, or details without one: they have one of the browser's own (HTML §4.11.1). */
export const isDisclosing = (e: Element): boolean =>
  e.matches("details:not(:has(> summary))") ||
  (e.matches("details > summary") && e.parentElement!.querySelector(":scope > summary") === e);

/** What several facts of an element ask about; found once, as dialogs are looked for on the whole page. */
export interface Standing {
  displayed: boolean;
  inert: boolean;
}

export function isFocusable(e: HTMLElement, { displayed, inert }: Standing): boolean {
  const native =
    e.matches(
      "a[href], area[href], button, input:not([type=hidden]), select, textarea, iframe, dialog, audio[controls], video[controls]",
    ) || isDisclosing(e);
  const can = native || /^\s*-?\d+/.test(e.getAttribute("tabindex") ?? "") || isEditingHost(e);
  const { visibility, display } = getComputedStyle(e);
  return can && displayed && display !== "contents" && visibility === "visible" && !inert && !e.matches(":disabled");
}
