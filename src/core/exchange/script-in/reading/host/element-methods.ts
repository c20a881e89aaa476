/** Methods of elements as scripts find them. */

import type { Context } from "../context";
import type { PageElement } from "../page";
import { elementOf, isA, isTrue, type Js, list, MEASURED, NotUnderstood, object, textOf } from "../values";
import { animate } from "./animate";
import { targetMethods } from "./event";
import { report, reset } from "./fields";
import { live } from "./lists";
import {
  capture,
  capturing,
  closeDialog,
  focusable,
  requestClose,
  showModal,
  showPopover,
  togglePopover,
} from "./native";
import { attributeGet, attributeNames, attributeSet } from "./said";
import { treeMethods } from "./tree";
import { isSmooth } from "./view";

const found = (r: Context, e: PageElement, selector: string): Js =>
  live(r, `${selector} in ${e.name}`, () => r.page.all(selector, e, r.store));
/** Where one stands to another (DOM §4.4, `compareDocumentPosition`). */
function placeTo(r: Context, e: PageElement, other: PageElement): number {
  if (e === other) return 0;
  if (r.page.contains(e, other, r.store)) return 20;
  if (r.page.contains(other, e, r.store)) return 10;
  const all = r.page.all("*", r.page.html, r.store);
  if (!all.includes(e) || !all.includes(other)) throw new NotUnderstood(null, "where what is in no page stands");
  return all.indexOf(other) < all.indexOf(e) ? 2 : 4;
}
const BLURS = "blur(), by which what has the focus loses it: the sheet keeps it";

function focus(r: Context, e: PageElement): undefined {
  r.layout();
  if (r.page.matches(focusable, e, r.store)) r.effect({ do: "focus", part: e.name });
}

export const elementMethods: Record<string, (r: Context, e: PageElement, args: Js[]) => Js> = {
  ...treeMethods,
  ...targetMethods,
  getAttributeNames: (r, e) => list(attributeNames(r, e)),
  hasAttributes: (r, e) => attributeNames(r, e).length > 0,
  checkVisibility: () => {
    throw new NotUnderstood(null, "whether this can be seen");
  },
  querySelector: (r, e, [s]) => elementOf(r.page.all(textOf(s), e, r.store)[0] ?? null),
  querySelectorAll: (r, e, [s]) => list(r.page.all(textOf(s), e, r.store).map(elementOf)),
  getElementsByClassName: (r, e, [c]) => found(r, e, `.${textOf(c).trim().replace(/\s+/g, ".")}`),
  getElementsByTagName: (r, e, [t]) => found(r, e, textOf(t)),
  compareDocumentPosition: (r, e, [other]) => (isA(other, "element") ? placeTo(r, e, other.element) : 1),
  isSameNode: (_r, e, [other]) => isA(other, "element") && other.element === e,
  closest: (r, e, [s]) => elementOf(r.page.closest(textOf(s), e, r.store)),
  matches: (r, e, [s]) => r.page.matches(textOf(s), e, r.store),
  contains: (r, e, [other]) => (isA(other, "element") ? r.page.contains(e, other.element, r.store) : false),
  getAttribute: (r, e, [n]) => attributeGet(r, e, textOf(n).toLowerCase()),
  hasAttribute: (r, e, [n]) => attributeGet(r, e, textOf(n).toLowerCase()) !== null,
  setAttribute: (r, e, [n, v]) => attributeSet(r, e, textOf(n).toLowerCase(), textOf(v)) as undefined,
  removeAttribute: (r, e, [n]) => attributeSet(r, e, textOf(n).toLowerCase(), null) as undefined,
  toggleAttribute: (r, e, [n, force]) => {
    const name = textOf(n).toLowerCase();
    const has = attributeGet(r, e, name) !== null;
    const on = force === undefined ? !has : isTrue(force);
    if (on !== has) attributeSet(r, e, name, on ? "" : null);
    return on;
  },
  focus,
  blur: (r, e) => {
    if (r.page.matches(focusable, e, r.store)) r.note(new NotUnderstood(null, BLURS, true), r.calling ?? 0);
    return undefined;
  },
  click: (r, e) => {
    r.dispatch("click", e);
    return undefined;
  },
  scrollIntoView: (r, e, [options]) => {
    const smooth = isSmooth(options);
    r.effect(e.part || e.made ? { do: "scroll", part: e.name, smooth } : { do: "scroll to", distance: 0, smooth });
    return undefined;
  },
  getBoundingClientRect: (r) => {
    r.layout();
    const sides = ["x", "y", "left", "top", "right", "bottom", "width", "height"];
    return object(Object.fromEntries(sides.map((n) => [n, MEASURED])));
  },
  setPointerCapture: capture,
  releasePointerCapture: (r) => capture(r, null),
  hasPointerCapture: (r, e) => capturing(r) === e,
  animate,
  // What is selected of a text is no fact; browsers focus the field.
  select: focus,
  setSelectionRange: () => undefined,
  reset,
  checkValidity: (r, e) => report(r, e, false),
  reportValidity: (r, e) => report(r, e),
  show: (r, e) => attributeSet(r, e, "open", "") as undefined,
  close: (r, e, [answer]) => closeDialog(r, e, answer === undefined ? undefined : textOf(answer)),
  requestClose: (r, e, [answer]) => requestClose(r, e, answer === undefined ? undefined : textOf(answer)),
  showModal,
  showPopover: (r, e) => showPopover(r, e, true),
  hidePopover: (r, e) => showPopover(r, e, false),
  togglePopover,
};
