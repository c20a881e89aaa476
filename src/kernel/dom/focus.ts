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

/** An editing host without a tabindex is a stop, though `tabIndex` says -1 of it; a dialog is none, whatever it says. */
const tabIndexOf = (e: HTMLElement): number => {
  if (e.hasAttribute("tabindex")) return e.tabIndex;
  return e.localName === "dialog" ? -1 : e.isContentEditable ? 0 : e.tabIndex;
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

/** Tab stops in their order: those with a number of their own first (HTML §6.6.3). */
function stops(within: HTMLElement): HTMLElement[] {
  const all = [within, ...among(within)].filter(
    (e, i) => tabIndexOf(e) >= 0 && (i > 0 || canFocus(e)) && !isPassedOver(e),
  );
  const numbered = all.filter((e) => tabIndexOf(e) > 0).sort((a, b) => tabIndexOf(a) - tabIndexOf(b));
  return [...numbered, ...all.filter((e) => tabIndexOf(e) === 0)];
}

/** The element with the focus in the same document or shadow tree. */
const activeIn = (root: HTMLElement): Element | null => (root.getRootNode() as Document | ShadowRoot).activeElement;

/** The next stop, round and round; from what is no stop itself on to its neighbour in the tree. */
function stopFrom(
  from: Element | null,
  list: HTMLElement[],
  held: HTMLElement,
  backwards: boolean,
): HTMLElement | undefined {
  const at = list.indexOf(from as HTMLElement);
  const step = backwards ? -1 : 1;
  if (at >= 0 || !from || !held.contains(from))
    return list.at(at < 0 ? (backwards ? -1 : 0) : (at + step) % list.length);
  const follows = (a: Element, b: Element): boolean =>
    (a.compareDocumentPosition(b) & Node.DOCUMENT_POSITION_FOLLOWING) > 0;
  const beyond = list.filter((e) => follows(from, e) !== backwards).sort((a, b) => (follows(a, b) ? -1 : 1));
  return beyond.at(backwards ? -1 : 0) ?? list.at(backwards ? -1 : 0);
}

/** What has the focus; while it is on its way from one element to another, where it goes to. */
export const focused = ({ root, dom }: Page): HTMLElement | null => {
  const active = activeIn(root);
  const isMoving = dom?.type === "focusout" && (active === null || active === document.body);
  const has = isMoving ? (dom as FocusEvent).relatedTarget : active;
  return has instanceof HTMLElement && has !== document.body && root.contains(has) ? has : null;
};

/** The element that holds the focus in the active states; an inner state's goes before an outer one's. */
function holder(page: Page): HTMLElement | null {
  const held = page.states.flatMap((s) => {
    const within = page.isActive(s.index) ? page.component.focus[s.name]?.within : undefined;
    return within === undefined ? [] : [page.parts[within]];
  });
  return held.at(-1) ?? null;
}

const backs = new WeakMap<Page, HTMLElement | null>();
const befores = new WeakMap<Page, HTMLElement | null>();
const isUnheld = (page: Page): boolean => !Object.values(page.component.focus).some((f) => f.within !== undefined);

function targetOf(page: Page, target: Target): FocusTarget<HTMLElement> {
  if ("back" in target) return { kind: "back" };
  const [kind, name] = Object.entries(target)[0] as [FocusTarget<HTMLElement>["kind"], string | null];
  return { kind, part: name === null ? null : page.parts[name] } as FocusTarget<HTMLElement>;
}

export const focus: Feature = {
  before(page) {
    if (holder(page) && !backs.has(page)) backs.set(page, focused(page));
    // Asked before looks take it away from what is not displayed any more.
    else if (isUnheld(page) && page.wanted.some((t) => !("back" in t))) befores.set(page, focused(page));
  },
  settle(page) {
    const was = focused(page);
    let now = befores.has(page) ? (befores.get(page) ?? null) : was;
    befores.delete(page);
    const asked: Focusing<HTMLElement> = {
      get focused() {
        return now;
      },
      get back() {
        return backs.get(page);
      },
      set back(element) {
        if (element === undefined) backs.delete(page);
        else backs.set(page, element);
      },
      unheld: isUnheld(page),
      holder: () => holder(page),
      canFocus,
      contains: (outer, inner) => outer.contains(inner),
      stops: (within) => stops(within ?? page.root),
      among,
      move: (to) => {
        now = to;
      },
      refused() {},
    };
    const targets = page.wanted.map((t) => targetOf(page, t));
    page.wanted = [];
    settleFocus(asked, targets);
    if (now === was) return;
    // Only where it ends is told to those who listen.
    if (now) now.focus({ preventScroll: true });
    else was?.blur();
  },
};

/** While something holds the focus, Tab goes round in it and the pointer cannot take the focus elsewhere. */
export const hold: Feature = {
  begin(page) {
    const { signal } = page.listening;
    document.addEventListener(
      "keydown",
      (event) => {
        const held = holder(page);
        if (event.defaultPrevented || !held) return;
        const from = activeIn(page.root);
        const group = groupOf(from);
        // Arrow keys go round in a group of radio buttons, be it in what holds the focus or not.
        const isLeft = event.key.startsWith("Arrow") && held.contains(from) && group.some((r) => !held.contains(r));
        if (isLeft || event.key === "Tab") event.preventDefault();
        if (event.key !== "Tab") return;
        // Tab leaves a group of radio buttons of which none is checked.
        const beside: Element[] = group.some((r) => r.checked) ? [] : group.filter((r) => r !== from);
        const list = stops(held).filter((e) => !beside.includes(e));
        stopFrom(from, list, held, event.shiftKey)?.focus();
      },
      { signal },
    );
    const keep = (event: Event): void => {
      const held = holder(page);
      if (!held?.contains(activeIn(page.root))) return;
      const path = event.composedPath().filter((e): e is HTMLElement => e instanceof HTMLElement);
      const to = path.find(canFocus);
      if (!to || !held.contains(to)) event.preventDefault();
    };
    document.addEventListener("mousedown", keep, { signal });
    // A disabled control keeps the mouse's events to itself; the pointer's come through, and decide the same.
    document.addEventListener(
      "pointerdown",
      (event) => {
        if (
          (event.composedPath()[0] as Element).closest(
            "button:disabled, input:disabled, select:disabled, textarea:disabled",
          )
        )
          keep(event);
      },
      { signal },
    );
  },
};
