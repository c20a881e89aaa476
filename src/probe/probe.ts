/**
 * The facts of a page's elements, asked of the browser that shows it. It runs in the page; the core's reader of the same
 * facts is surface/facts.
 */
import { computeAccessibleName } from "dom-accessibility-api";
import { type FactName, factNames, factTable, type PartFacts } from "../core/model/schema/facts";
import { isClippedAway } from "../core/program/looks/shut";
import {
  implicitRole,
  isApart,
  isNone,
  isUnnamed,
  needsName,
  ownerRoles,
} from "../core/surface/accessibility/implicit-role";
import { isPassedOver } from "../kernel/dom/focus";
import type { PageFacts, ProbedFacts } from "./facts";

export type { PageFacts, ProbedFacts } from "./facts";

/** Opacity up to which a person sees nothing. */
const UNSEEN = 0.01;

/** What an element is drawn in, across the edges of shadow trees (CSS Scoping 1 §3.4, the flat tree). */
export const parentOf = (e: Element): Element | null => {
  if (e.assignedSlot) return e.assignedSlot;
  const root = e.getRootNode();
  return e.parentElement ?? (root instanceof ShadowRoot ? root.host : null);
};

const around = (element: Element): Element[] => {
  const out: Element[] = [];
  for (let e: Element | null = element; e; e = parentOf(e)) out.push(e);
  return out;
};

const treeOf = (e: Element): Document | ShadowRoot => {
  const root = e.getRootNode();
  return root instanceof ShadowRoot ? root : document;
};

function opacityOf(element: Element): number {
  return around(element).reduce((o, e) => o * Number(getComputedStyle(e).opacity), 1);
}

const isPlaced = ({ position, transform }: CSSStyleDeclaration): boolean =>
  position !== "static" || transform !== "none";

/** What cuts an element off: what is placed is cut by what it is placed in alone (CSS Overflow 3 §3). */
function frameOf(element: Element): Element | null {
  const { position } = getComputedStyle(element);
  if (position === "fixed") return null;
  let e = parentOf(element);
  if (position === "absolute") while (e && !isPlaced(getComputedStyle(e))) e = parentOf(e);
  return e;
}

/** What is in them is the browser's own. */
const drawsItself = /^(progress|meter|img|picture|video|audio|canvas|iframe|embed|object|input|select|textarea|svg)$/;

/** What of these has a size whatever is in it. */
const isField = /^(progress|meter|input|select|textarea)$/;
const hasNoArea = (e: Element): boolean => {
  const { width, height } = e.getBoundingClientRect();
  return width === 0 || height === 0;
};

/** It has no room of its own, and shows nothing of what is inside. */
function isShut(e: Element): boolean {
  if (e === document.body || e === document.documentElement) return false;
  if (drawsItself.test(e.localName)) return isField.test(e.localName) && hasNoArea(e);
  const { overflowX, overflowY, display } = getComputedStyle(e);
  const cuts = (overflow: string): boolean => overflow !== "visible";
  if ((!cuts(overflowX) && !cuts(overflowY)) || display === "inline" || display === "contents") return false;
  const { width, height } = e.getBoundingClientRect();
  return (width === 0 && e.scrollWidth > 0) || (height === 0 && e.scrollHeight > 0);
}
/** A grid whose rows have no room, as what they hold is cut off. */
const isShutGrid = (e: Element): boolean =>
  e.getBoundingClientRect().height === 0 && e.children.length > 0 && [...e.children].every(isShut);

const isReplaced = (e: Element): boolean => /^(img|video|audio|canvas|iframe|embed|object|svg)$/i.test(e.tagName);

/** As `rotate3d` has it. */
const turnOf = (rotate: string): string => {
  if (rotate === "none") return "";
  const words = rotate.split(" ");
  const axis = { x: "1, 0, 0", y: "0, 1, 0" }[words[0]] ?? (words.length === 4 ? words.slice(0, 3).join() : "0, 0, 1");
  return `rotate3d(${axis}, ${words.at(-1)})`;
};

/** Scaled to nothing, or turned on its edge (CSS Transforms 2 §6); what stands in a line of words no transform moves. */
const isScaledAway = (e: Element): boolean => {
  const { transform, rotate, scale, display } = getComputedStyle(e);
  if (display === "inline" && !isReplaced(e)) return false;
  const { a, b, c, d } = new DOMMatrix(`${turnOf(rotate)} ${transform === "none" ? "" : transform}`.trim());
  return (
    Math.abs(a * d - b * c) < 1e-6 ||
    scale
      .split(" ")
      .slice(0, 2)
      .some((n) => Number.parseFloat(n) === 0)
  );
};

/** Cut to nothing by the element or by what is around it. */
const isClipped = (element: Element): boolean =>
  around(element).some((e) => {
    const { clipPath, clip, position } = getComputedStyle(e);
    return isClippedAway({ "clip-path": clipPath, clip, position });
  });

/** Left no room by its size, its scale or by what is around it: nobody sees it, though it is as opaque as it was. */
function hasNoRoom(element: Element): boolean {
  if (around(element).some(isScaledAway) || isShutGrid(element)) return true;
  for (let e: Element | null = element; e; e = frameOf(e)) if (isShut(e)) return true;
  return false;
}

function isInView(element: Element, displayed: boolean): boolean {
  const box = element.getBoundingClientRect();
  // What has no size yet is in view at the edge, too: an empty place for messages.
  const meets = (from: number, to: number, size: number): boolean =>
    from === to ? to >= 0 && from <= size : to > 0 && from < size;
  const isThere =
    meets(box.top, box.bottom, innerHeight) && meets(box.left, box.right, document.documentElement.clientWidth);
  return displayed && isThere;
}

const isInSight = (element: Element, displayed: boolean): boolean =>
  displayed && getComputedStyle(element).visibility === "visible";

/** Not displayed any more but for a transition of `display`: nobody gets hold of it (CSS Transitions 2 §3.1). */
const isGoing = (e: Element): boolean =>
  e.getAnimations().some((motion) => {
    if ((motion as CSSTransition).transitionProperty !== "display") return false;
    return (motion.effect as KeyframeEffect).getKeyframes().at(-1)?.display === "none";
  });

/** Said so, or beside the modal dialog that was opened last (HTML §6.3.1). */
function isInert(e: Element): boolean {
  const over = around(e);
  if (over.some((o) => o.hasAttribute("inert") || isGoing(o))) return true;
  const modal = modalsIn(document).at(-1);
  return modal !== undefined && !over.includes(modal) && !around(modal).includes(e);
}

/** Modal dialogs, those in shadow trees too. */
export function modalsIn(tree: Document | ShadowRoot): Element[] {
  const inner = [...tree.querySelectorAll("*")].flatMap((e) => (e.shadowRoot ? modalsIn(e.shadowRoot) : []));
  return [...tree.querySelectorAll("dialog:modal"), ...inner];
}

/** What is edited as a whole takes the focus, and nothing in it by that alone (HTML §6.8.1). */
const isEditingHost = (e: HTMLElement): boolean =>
  e.isContentEditable === true && e.parentElement?.isContentEditable !== true;

/** The summary of details, or details without one: they have one of the browser's own (HTML §4.11.1). */
const isDisclosing = (e: Element): boolean =>
  e.matches("details:not(:has(> summary))") ||
  (e.matches("details > summary") && e.parentElement!.querySelector(":scope > summary") === e);

/** What several facts of an element ask about; found once, as dialogs are looked for on the whole page. */
interface Standing {
  displayed: boolean;
  inert: boolean;
}

function isFocusable(e: HTMLElement, { displayed, inert }: Standing): boolean {
  const native =
    e.matches(
      "a[href], area[href], button, input:not([type=hidden]), select, textarea, iframe, dialog, audio[controls], video[controls]",
    ) || isDisclosing(e);
  const can = native || /^\s*-?\d+/.test(e.getAttribute("tabindex") ?? "") || isEditingHost(e);
  const { visibility, display } = getComputedStyle(e);
  return can && displayed && display !== "contents" && visibility === "visible" && !inert && !e.matches(":disabled");
}

/** A point at which the browser hits the element itself: near its corners, in its middle. */
export function ownPoint(element: Element): { x: number; y: number } | null {
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

/** In a list or a table that is something else, what only makes sense in one is nothing. */
function isOfNone(element: Element): boolean {
  const wanted = ownerRoles(element.localName);
  const { parentElement: parent } = element;
  return wanted !== undefined && parent !== null && !wanted.test(roleOf(parent));
}
const isNeeded = (e: Element): boolean =>
  isFocusable(e as HTMLElement, { displayed: e.getClientRects().length > 0, inert: isInert(e) }) ||
  ["aria-label", "aria-labelledby"].some((a) => e.getAttribute(a)?.trim());

export function roleOf(element: Element): string {
  const said = element.getAttribute("role")?.trim().split(/\s+/)[0];
  const isLeftOut =
    said &&
    (isNone(said)
      ? isNeeded(element)
      : (needsName(said) && !isNamed(element)) || (said === "listitem" && !isInList(element)));
  if (said && !isLeftOut) return said;
  if (isOfNone(element)) return "";
  const attributes = Object.fromEntries([...element.attributes].map((a) => [a.name, a.value]));
  const tags = around(element).map((e) => e.localName);
  // A section or an aside has its name from its author or not at all.
  const named =
    tags[0] === "img"
      ? ["aria-label", "aria-labelledby"].some((a) => element.getAttribute(a)?.trim())
      : /^(section|aside)$/.test(tags[0]) && computeAccessibleName(element).trim() !== "";
  return (
    implicitRole({ name: "", tag: tags[0], attributes }, { around: tags.slice(1), named, beside: besideOf(element) }) ??
    ""
  );
}

/** An item of no list is none (WAI-ARIA 1.2, required context role). */
function isInList(element: Element): boolean {
  let up = element.parentElement;
  while (up && /^(none|presentation|)$/.test(roleOf(up))) up = up.parentElement;
  return up !== null && roleOf(up) === "list";
}

const besideOf = (cell: Element): string[] => [...(cell.parentElement?.children ?? [])].map((c) => c.localName);

/** The library leaves menus without one; a title names them as it does others (accname 1.2, step 2I). */
const titleOfMenu = (e: Element): string => (roleOf(e) === "menu" ? (e.getAttribute("title") ?? "") : "");

/** What has labels is called what they say: where all are hidden or empty, nothing, and no title is asked (as in Chromium). */
function isUnsaid(e: Element): boolean {
  const { labels } = e as HTMLInputElement;
  if (!labels?.length || e.hasAttribute("aria-label") || e.hasAttribute("aria-labelledby")) return false;
  return [...labels].every((l) => !l.checkVisibility({ visibilityProperty: true }) || !l.textContent?.trim());
}

const isNamed = (e: Element): boolean =>
  ["aria-label", "aria-labelledby", "title"].some((name) => e.getAttribute(name)?.trim());

/** What can be written into has its content for a value, not for a name. */
const isWritten = (e: Element): boolean => (e.getAttribute("contenteditable") ?? "false") !== "false";

/** Asked of every element inside a name, many times: what has no such role by its tag is told quickly. */
const mayStandApart = (e: Element): boolean =>
  e.hasAttribute("role") ||
  /^(address|article|aside|blockquote|details|dialog|dl|fieldset|figure|footer|form|header|main|menu|nav|ol|optgroup|output|search|section|t(able|body|foot|head|r)|ul)$/.test(
    e.localName,
  );

/** The library, without what stands apart inside: it names itself, or nothing (see `isApart`). */
const computed = (e: Element): string =>
  withLabelledButtons(e, () =>
    computeAccessibleName(e, {
      getComputedStyle: (other, pseudo) =>
        other !== e && mayStandApart(other) && isApart(roleOf(other)) && !isNamed(other)
          ? away
          : getComputedStyle(other, pseudo),
      computedStyleSupportsPseudoElements: false,
    }),
  );

/**
 * A button inside a name says what it is labelled (accname 1.2, step 2D), as a picture does; the library takes it for a
 * control that says its value. So it is told of a picture for as long as it is asked.
 */
function withLabelledButtons(e: Element, name: () => string): string {
  const inside = [...e.querySelectorAll("[aria-label], [aria-labelledby]")].filter((b) => roleOf(b) === "button");
  for (const b of inside)
    Object.defineProperty(b, "getAttribute", {
      configurable: true,
      value: (attribute: string) => (attribute === "role" ? "img" : Element.prototype.getAttribute.call(b, attribute)),
    });
  try {
    return name();
  } finally {
    for (const b of inside) Reflect.deleteProperty(b, "getAttribute");
  }
}
const away = {
  getPropertyValue: (name: string) => (name === "display" ? "none" : ""),
} as unknown as CSSStyleDeclaration;

/** The library knows some of the roles that cannot be named. */
/** A row is told by its cells: Chromium gives it no name of their words, which ARIA 1.2 §5.2.8.4 would allow. */
const isRow = (e: Element): boolean => roleOf(e) === "row" && !isNamed(e);

/** What the library does not know, or says in other words than browsers. */
function saidByTag(e: Element): string | null {
  if (e.matches("[aria-label], [aria-labelledby]")) return null;
  if (e.matches("input[type=image i]:not([alt], [title])")) return "Submit";
  return roleOf(e) === "term" ? e.textContent : null;
}

const nameOf = (e: Element): string => saidByTag(e) ?? nameByRole(e);
const nameByRole = (e: Element): string =>
  isUnnamed(roleOf(e)) || isRow(e) || isUnsaid(e) || (isWritten(e) && !isNamed(e)) ? "" : computed(e) || titleOfMenu(e);

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
  name: (e) => nameOf(e).replace(/\s+/g, " ").trim(),
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

export function probe(element: HTMLElement | null): ProbedFacts {
  const is = element?.isConnected ? element : null;
  // What closed details hold has its boxes and is skipped all the same (CSS Contain 3 §4).
  const displayed =
    is !== null &&
    ((is.getClientRects().length > 0 && is.checkVisibility?.()) || getComputedStyle(is).display === "contents");
  const standing = { displayed, inert: is !== null && isInert(is) };
  const read = (fact: FactName): unknown => (is ? readers[fact](is, standing) : nothing[factTable[fact].is]);
  return {
    ...(Object.fromEntries(factNames.map((fact) => [fact, read(fact)])) as PartFacts),
    attributes: attributesOf(is),
  };
}

/** @param by the attribute that names parts */
export function probePage(names: readonly string[], by: string): PageFacts {
  const element = (name: string): HTMLElement | null => document.querySelector(`[${by}="${name}"]`);
  return {
    parts: Object.fromEntries(names.map((n) => [n, probe(element(n))])),
    focus: document.activeElement?.getAttribute(by) ?? null,
    scroll: scrollY,
    state: (document.querySelector<HTMLElement>("[data-states]")?.dataset.states ?? "").split(" ").filter(Boolean),
    announced: document.querySelector("[data-announcements]")?.textContent ?? "",
  };
}
