/** What browsers close by themselves: dialogs and popovers at Escape, and at a click beside them (HTML §6.12, §4.11.4). */

import { isWithin, roots } from "../in-page/elements";
import { onShadowRoot } from "../in-page/shadow";

/** Those that are open, the last on top. */
let open: HTMLElement[] = [];

const isModal = (e: Element): e is HTMLDialogElement => e instanceof HTMLDialogElement && e.matches(":modal");
const isAuto = (e: Element): boolean => e.matches("[popover]:popover-open") && e.getAttribute("popover") !== "manual";

/** Keeps in which order they were opened. */
export function watchOpening(): void {
  const note = (e: Event): void => {
    const element = e.target as HTMLElement;
    open = open.filter((o) => o !== element);
    if ((e as ToggleEvent).newState === "open") open.push(element);
  };
  const listenIn = (tree: EventTarget): void => {
    tree.addEventListener("beforetoggle", note, true);
    tree.addEventListener("toggle", note, true);
  };
  listenIn(window);
  onShadowRoot(listenIn);
}

const topmost = (is: (e: HTMLElement) => boolean): HTMLElement | undefined => {
  const found = roots().flatMap((tree) => [...tree.querySelectorAll<HTMLElement>("dialog, [popover]")].filter(is));
  return found.sort((a, b) => open.indexOf(a) - open.indexOf(b)).at(-1);
};

export const topmostModal = (): HTMLElement | undefined => topmost(isModal);

/** Who asks it to close gives no answer. */
function requestClose(dialog: HTMLDialogElement): void {
  if (dialog.dispatchEvent(new Event("cancel", { cancelable: true }))) dialog.close("");
}

/** Escape, where no script of the page has taken it. */
export function closeTopmost(): void {
  const top = topmost((e) => isModal(e) || isAuto(e));
  if (!top) return;
  if (isModal(top)) requestClose(top);
  else top.hidePopover();
}

/** The button came up where it went down. */
export function clickedAt(target: Element, x: number, y: number): void {
  for (;;) {
    const top = topmost(isAuto);
    if (!top || isWithin(target, top)) break;
    const button = target.closest<HTMLButtonElement>("[popovertarget], [commandfor]");
    if (
      button &&
      (button.popoverTargetElement ?? document.getElementById(button.getAttribute("commandfor") ?? "")) === top
    )
      break;
    top.hidePopover();
    // A page may hold on to it.
    if (isAuto(top)) break;
  }
  const dialog = topmostModal();
  if (dialog?.getAttribute("closedby") !== "any") return;
  const { left, right, top, bottom } = dialog.getBoundingClientRect();
  if (x < left || x > right || y < top || y > bottom) requestClose(dialog as HTMLDialogElement);
}
