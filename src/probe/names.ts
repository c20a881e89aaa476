/** Accessible names on a page, by a library that computes them; what it does not know it is told. */
import { computeAccessibleName } from "dom-accessibility-api";
import { isHinted } from "../core/cascade/selectors/controls";
import { drawsByItself, isApart, isUnnamed, rangeText } from "../core/surface/accessibility/aria";
import { generatedText } from "../core/surface/accessibility/generated";
import { isInGrid, isNamed, isSkipped, referredBy, roleOf, saidRolesOf } from "./roles";
import { isFocusable, isInert } from "./standing";

/** The accessible name; empty where there is none. */
export const nameOf = (e: Element): string => (saidByTag(e) ?? nameByRole(e)).replace(/\s+/g, " ").trim();

const isLabelled = (e: Element): boolean => isNamed(e, ["aria-label"]);

/** What the library does not know, or says in other words than browsers. */
function saidByTag(e: Element): string | null {
  if (isLabelled(e)) return null;
  return e.matches("input[type=image i]:not([alt], [title])") ? "Submit" : null;
}

function nameByRole(e: Element): string {
  const hasNone =
    (isUnnamed(roleOf(e)) && !isLabelled(e)) ||
    (isRowOfTable(e) && !isNamed(e)) ||
    isUnsaid(e) ||
    (isWritten(e) && !isNamed(e));
  return hasNone ? "" : computed(e) || authored(e) || hintOf(e);
}

/** Rows are told by their cells, but in a grid they can be gone through by themselves; the library names all by these. */
const isRowOfTable = (e: Element): boolean => roleOf(e) === "row" && !isInGrid(e);

/** What has labels is called what they say: where all are hidden or empty, nothing, and no title is asked (as in Chromium). */
function isUnsaid(e: Element): boolean {
  const { labels } = e as HTMLInputElement;
  if (!labels?.length || isLabelled(e)) return false;
  return [...labels].every((l) => !l.checkVisibility({ visibilityProperty: true }) || !l.textContent?.trim());
}

/** What can be written into has its content for a value, not for a name. */
const isWritten = (e: Element): boolean => (e.getAttribute("contenteditable") ?? "false") !== "false";

/** What the author says, where what the library goes by is there and empty, or it asks for no title (accname 1.2, step 2I). */
const authored = (e: Element): string => e.getAttribute("aria-label")?.trim() || e.getAttribute("title")?.trim() || "";

/** A hint names a field that nothing else does (HTML-AAM §4.1.1); the library does not ask for it. */
const hintOf = (e: Element): string =>
  isHinted(e.localName, e.getAttribute("type") ?? "") ? (e.getAttribute("placeholder") ?? "") : "";

/** The library, without what stands apart inside: it names itself, or nothing (see `isApart`). */
function computed(e: Element): string {
  const named = referredBy(e);
  const labels = [...((e as HTMLInputElement).labels ?? [])];
  const inside = new Set([
    ...labels,
    ...named,
    ...[e, ...labels, ...named].flatMap((a) => [...a.querySelectorAll(mayDiffer)]),
  ]);
  inside.delete(e);
  const isReferred = (other: Element): boolean => named.some((n) => n.contains(other));
  const silent = [...inside].filter((other) => !isNamed(other) && !isReferred(other) && standsApart(other));
  const told = [...inside]
    .filter((other) => !silent.includes(other))
    .map((other) => [other, { ...toldOf(other, isReferred(other)), ...refersTo(other) }] as const);
  // The library does not know of terms that they are named by what is in them; nor of what names itself among others.
  const isOwnLabel = named.includes(e) && !/^(input|select|textarea)$/.test(e.localName);
  const own = isRowOfTable(e) ? "group" : roleOf(e) === "term" || isOwnLabel ? "cell" : roleOf(e) || "generic";
  const isTold = /^(cell|group)$/.test(own) || (e.hasAttribute("role") && own !== e.getAttribute("role"));
  told.push([e, { ...(isTold ? { role: own } : {}), ...refersTo(e) }]);
  return withTold(told, () =>
    computeAccessibleName(e, {
      getComputedStyle: (other, pseudo) =>
        silent.includes(other) || isSkipped(other)
          ? away
          : pseudo
            ? asString(generatedIn(other, pseudo))
            : getComputedStyle(other),
      computedStyleSupportsPseudoElements: true,
    }),
  );
}
function refersTo(e: Element): Readonly<Record<string, string>> {
  if (!e.hasAttribute("aria-labelledby")) return {};
  const ids = referredBy(e).map((r) => r.id);
  return { "aria-labelledby": ids.join(" ") };
}

/** Of all others the library knows what there is to know. */
const mayDiffer =
  "[aria-label], [aria-labelledby], [role], [title], details, meter, progress, article, aside, blockquote, dialog, fieldset, figure, form, " +
  "header, hgroup, main, nav, output, search, section";
const away = {
  getPropertyValue: (name: string) => (name === "display" ? "none" : ""),
} as unknown as CSSStyleDeclaration;

/** What stands before or after what an element holds: nothing where it has no box. */
function generatedIn(e: Element, pseudo: string): string {
  const { content, display, visibility } = getComputedStyle(e, pseudo);
  if (display === "none" || visibility !== "visible" || drawsByItself(e.localName)) return "";
  if (!e.checkVisibility() && getComputedStyle(e).display !== "contents") return "";
  return generatedText(content, (name) => e.getAttribute(name)).replace(/\s+/g, " ");
}
/** In the one way that the library reads it: as a string. */
const asString = (text: string): CSSStyleDeclaration =>
  ({ getPropertyValue: (name: string) => (name === "content" ? `"${text}"` : "") }) as unknown as CSSStyleDeclaration;

const canHoldFocus = (e: Element): boolean => isFocusable(e as HTMLElement, { displayed: true, inert: isInert(e) });

function standsApart(e: Element): boolean {
  const role = roleOf(e);
  // A combination box that holds the focus is told by what stands in it; of a list the library knows what is chosen.
  if (role === "combobox" && canHoldFocus(e)) return false;
  if (role === "listbox" && e.querySelector("[aria-selected=true]")) return false;
  if (e.localName === "fieldset" && e.querySelector(":scope > legend")) return false;
  return isApart(role, e.localName, saidRolesOf(e).length > 0) && rangeText(role, e.localName, read(e)) === null;
}

const read =
  (e: Element) =>
  (attribute: string): string | null =>
    Element.prototype.getAttribute.call(e, attribute);

/**
 * What the library is told of an element, otherwise than it stands in the document; null for the truth. Of a role that its
 * author gives it in vain it does not know that; of a gauge not what it shows; of what holds a list of its own it asks what is
 * chosen, though there may be nothing.
 * @param isReferred `aria-labelledby` names what it is in
 */
function toldOf(e: Element, isReferred: boolean): Readonly<Record<string, string>> | null {
  const role = roleOf(e);
  // A button says what it is labelled (accname 1.2, step 2D).
  if (isLabelled(e)) return role === "button" ? { role: "img" } : null;
  // What is closed shows a summary of the browser's own where it has none (HTML §4.11.1).
  if (e.matches("details:not([open]):not(:has(> summary))"))
    return { "aria-label": `${generatedIn(e, "::before")} Details ${generatedIn(e, "::after")}` };
  if (/^(meter|progress)$/.test(e.localName)) return { role: "meter", "aria-valuetext": gaugeText(e) };
  const value = rangeText(role, e.localName, read(e));
  if (value !== null && e.localName !== "input") return { role: "meter", "aria-valuetext": value };
  // Of what stands apart a title is heard.
  const title = e.getAttribute("title");
  if (title && !isReferred && standsApart(e)) return { "aria-label": title };
  // Of what is nothing by itself it is not.
  if (title && !role && !canHoldFocus(e)) return { title: "" };
  if (!e.hasAttribute("role")) return null;
  const isChoice = /^(combobox|listbox|menu|progressbar)$/.test(role) && !/^(input|select)$/.test(e.localName);
  if (isChoice && !e.querySelector("[aria-selected=true]")) return { role: "cell" };
  return role === read(e)("role") ? null : { role: role || "generic" };
}
const gaugeText = (e: Element): string =>
  e.localName === "progress" && !e.hasAttribute("value") ? "" : String((e as HTMLMeterElement).value);

/** Something is told of elements for as long as the library is asked. */
function withTold(told: readonly (readonly [Element, Readonly<Record<string, string>>])[], name: () => string): string {
  for (const [b, as] of told) {
    const value = (attribute: string): string | null => as[attribute] ?? read(b)(attribute);
    Object.defineProperty(b, "getAttribute", { configurable: true, value });
    Object.defineProperty(b, "hasAttribute", { configurable: true, value: (a: string) => value(a) !== null });
    // What is closed keeps its own words to itself; what elements in it say is asked of them.
    if (b.matches("details:not([open])"))
      Object.defineProperty(b, "childNodes", { configurable: true, value: [...b.children] });
  }
  try {
    return name();
  } finally {
    for (const [b] of told)
      for (const own of ["getAttribute", "hasAttribute", "childNodes"]) Reflect.deleteProperty(b, own);
  }
}
