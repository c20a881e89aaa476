/** Where the focus goes on a page, and what holds it there. */
import { type Focusing, type FocusTarget, settleFocus } from "../surface/focus";
import type { Target } from "./component";
import type { Feature, Page } from "./page";

const candidates =
  "a[href], area[href], button, input:not([type=hidden]), select, textarea, summary, iframe, dialog, audio[controls], video[controls], [tabindex], [contenteditable]:not([contenteditable=false])";

const canFocus = (element: HTMLElement): boolean =>
  element.matches(candidates) &&
  !element.matches(":disabled, [inert], [inert] *") &&
  element.checkVisibility({ visibilityProperty: true });

const among = (within: HTMLElement): HTMLElement[] =>
  [...within.querySelectorAll<HTMLElement>(candidates)].filter(canFocus);

const tabIndexOf = (e: HTMLElement): number => {
  // only with radio buttons
  if (isPassedOver(e)) return -1;
  // only with dialogs or text that is edited
  // An editing host without a tabindex is a stop, though `tabIndex` says -1 of it; a dialog is none, whatever it says.
  if (!e.hasAttribute("tabindex")) return e.localName === "dialog" ? -1 : e.isContentEditable ? 0 : e.tabIndex;
  return e.tabIndex;
};

/** The radio buttons of its name and form; none for what is no radio button. */
const groupOf = (e: Element | null): HTMLInputElement[] =>
  e instanceof HTMLInputElement && e.type === "radio" && e.name
    ? [...(e.getRootNode() as ParentNode).querySelectorAll<HTMLInputElement>("input[type=radio]")].filter(
        (r) => r.name === e.name && r.form === e.form,
      )
    : [];
/** Of radio buttons of which one is checked, that one alone is a stop. */
export const isPassedOver = (e: Element): boolean => groupOf(e).some((r) => r.checked && r !== e);

/** More than any `tabindex` can say. */
const LAST_STOP = 0x8000;
/** Tab stops in their order (HTML §6.6.3). */
function stops(within: HTMLElement): HTMLElement[] {
  const all = [within, ...among(within)].filter((e, i) => tabIndexOf(e) >= 0 && (i > 0 || canFocus(e)));
  // only with numbered stops
  // Those with a number of their own go first.
  all.sort((a, b) => (tabIndexOf(a) || LAST_STOP) - (tabIndexOf(b) || LAST_STOP));
  return all;
}

/** The element with the focus in the same document or shadow tree. */
const activeIn = (root: HTMLElement): Element | null => (root.getRootNode() as Document | ShadowRoot).activeElement;

/** The next stop, round and round. */
function stopFrom(
  from: Element | null,
  list: HTMLElement[],
  held: HTMLElement,
  backwards: boolean,
): HTMLElement | undefined {
  const at = list.indexOf(from as HTMLElement);
  // only with what is no stop
  // From what is no stop itself it goes on to its neighbour in the tree.
  if (at < 0 && from && held.contains(from)) return neighbourOf(from, list, backwards);
  return list.at(at < 0 ? (backwards ? -1 : 0) : (at + (backwards ? -1 : 1)) % list.length);
}

function neighbourOf(from: Element, list: HTMLElement[], backwards: boolean): HTMLElement | undefined {
  const follows = (a: Element, b: Element): boolean =>
    (a.compareDocumentPosition(b) & Node.DOCUMENT_POSITION_FOLLOWING) > 0;
  const beyond = list.filter((e) => follows(from, e) !== backwards).sort((a, b) => (follows(a, b) ? -1 : 1));
  return beyond.at(backwards ? -1 : 0) ?? list.at(backwards ? -1 : 0);
}

/** What has the focus in the component. */
export const focused = (page: Page): HTMLElement | null => {
  const { root } = page;
  let has: EventTarget | null = activeIn(root);
  // only with focus listened for
  // While it is on its way from one element to another, where it goes to.
  if (page.dom?.type === "focusout" && (has === null || has === document.body))
    has = (page.dom as FocusEvent).relatedTarget;
  return has instanceof HTMLElement && has !== document.body && root.contains(has) ? has : null;
};

/** The element that holds the focus in the active states; an inner state's goes before an outer one's. */
function holder(page: Page): HTMLElement | null {
  const rules = page.states.filter((s) => page.isIn(s.name)).map((s) => page.component.focus[s.name]);
  const within = rules.findLast((r) => r?.within !== undefined)?.within;
  return within === undefined ? null : page.parts[within];
}

const isUnheld = (page: Page): boolean => !Object.values(page.component.focus).some((f) => f.within !== undefined);

function targetOf(page: Page, target: Target): FocusTarget<HTMLElement> {
  if ("back" in target) return { kind: "back" };
  const [kind, name] = Object.entries(target)[0] as [FocusTarget<HTMLElement>["kind"], string | null];
  return { kind, part: name === null ? null : page.parts[name] } as FocusTarget<HTMLElement>;
}

export const focus: Feature = {
  before(page) {
    // only with held focus
    if (holder(page) && page.back === undefined) page.back = focused(page);
    // only with focus that nothing holds
    // Asked before looks take it away from what is not displayed any more.
    if (isUnheld(page) && page.wanted.some((t) => !("back" in t))) page.before = focused(page);
  },
  settle(page) {
    const was = focused(page);
    const asked: Focusing<HTMLElement> = {
      focused: was,
      back: page.back,
      // only with focus that nothing holds
      unheld: isUnheld(page),
      // only with held focus
      holder: () => holder(page),
      canFocus,
      // only with held focus
      contains: (outer, inner) => outer.contains(inner),
      // only with held focus or the first of a part or neighbours
      stops: (within) => stops(within ?? page.root),
      // only with the last of a part or neighbours
      among,
      move: (to) => {
        asked.focused = to;
      },
      // only with a record
      refused() {},
    };
    // only with focus that nothing holds
    if (page.before !== undefined) asked.focused = page.before;
    // only with focus that nothing holds
    page.before = undefined;
    const targets = page.wanted.map((t) => targetOf(page, t));
    page.wanted = [];
    settleFocus(asked, targets);
    page.back = asked.back;
    if (asked.focused === was) return;
    // Only where it ends is told to those who listen.
    if (asked.focused) asked.focused.focus({ preventScroll: true });
    else was?.blur();
  },
};

/** While something holds the focus, Tab goes round in it and the pointer cannot take the focus elsewhere. */
export const hold: Feature = {
  begin(page) {
    const { signal } = page.listening;
    const goRound = (event: KeyboardEvent): void => {
      const held = holder(page);
      if (event.defaultPrevented || !held) return;
      const from = activeIn(page.root);
      // only with radio buttons
      const group = groupOf(from);
      // only with radio buttons
      // Arrow keys go round in a group of radio buttons, be it in what holds the focus or not.
      if (event.key.startsWith("Arrow") && held.contains(from) && group.some((r) => !held.contains(r)))
        event.preventDefault();
      if (event.key !== "Tab") return;
      event.preventDefault();
      let list = stops(held);
      // only with radio buttons
      // Tab leaves a group of radio buttons of which none is checked.
      if (!group.some((r) => r.checked)) list = list.filter((e) => e === from || !(group as Element[]).includes(e));
      stopFrom(from, list, held, event.shiftKey)?.focus();
    };
    const keep = (event: Event): void => {
      const held = holder(page);
      if (!held?.contains(activeIn(page.root))) return;
      const path = event.composedPath().filter((e): e is HTMLElement => e instanceof HTMLElement);
      const to = path.find(canFocus);
      if (!to || !held.contains(to)) event.preventDefault();
    };
    document.addEventListener("keydown", goRound, { signal });
    document.addEventListener("mousedown", keep, { signal });
    // only with disabled controls
    // A disabled control keeps the mouse's events to itself; the pointer's come through, and decide the same.
    document.addEventListener("pointerdown", (event) => isOff(event.composedPath()[0]) && keep(event), { signal });
  },
};

const isOff = (e: EventTarget): boolean =>
  (e as Element).closest("button:disabled, input:disabled, select:disabled, textarea:disabled") !== null;
