/** Elements by selector, also inside open shadow roots and frames of the same origin: `host >>> inner`. */
import { finder } from "@medv/finder";
import { parentOf } from "../../probe/probe";
import { meet } from "./shadow";

export const DEEP = " >>> ";

/** @returns null where nothing is found, or the selector cannot be read */
export function elementAt(selector: string): HTMLElement | null {
  let root: ParentNode | null = document;
  let element: Element | null = null;
  for (const step of selector.split(DEEP)) {
    try {
      element = root?.querySelector(step.trim()) ?? null;
    } catch {
      return null;
    }
    root = element && insideOf(element);
  }
  return element as HTMLElement | null;
}

/** What was found by its place among others, or guessed: its selector may be another's once some of them have gone. */
const byPlaceFound = new Map<string, { selector: string; element: HTMLElement }>();
const guessed = new Set<string>();

/** What was guessed is that element while it is in the page. */
export function remember(part: string, selector: string, element: Element): void {
  byPlaceFound.set(part, { selector, element: element as HTMLElement });
  guessed.add(`${part} ${selector}`);
}

/** Parts that are known by their place, and that nobody expects to be there. */
export const away = new Set<string>();
/** How many elements there were when that was said. */
let before = 0;
export const countElements = (): number => (before = document.getElementsByTagName("*").length);
/** A selector that finds the same element wherever that stands. */
export const isByItself = (part: string, selector: string): boolean =>
  !guessed.has(`${part} ${selector}`) || /^(#[\w-]+|\[[^\]]+\])$/.test(selector);
/** What was found for a part, and is still there. */
export function elementNow(part: string, selector: string): HTMLElement | null {
  const known = byPlaceFound.get(part);
  return known?.selector === selector && known.element.isConnected ? known.element : null;
}
/** What was found for a part when it was there last. */
export const elementThen = (part: string): HTMLElement | null => byPlaceFound.get(part)?.element ?? null;
/** Whether what was found for some part has gone, so that nobody knows which is which. */
export function isAstray(map: Readonly<Record<string, string>>): boolean {
  const isMore = before !== document.getElementsByTagName("*").length;
  return Object.entries(map).some(
    ([part, selector]) =>
      !isByItself(part, selector) && (away.has(part) ? isMore : elementNow(part, selector) === null),
  );
}

/** The element of each part of a map. What is known by its place stays the same while it is in the page. */
export function elementsOf(map: Readonly<Record<string, string>>): Map<string, HTMLElement | null> {
  const kept = new Map<HTMLElement, string>();
  for (const [part, selector] of Object.entries(map)) {
    const known = byPlaceFound.get(part);
    if (known?.selector === selector && known.element.isConnected) kept.set(known.element, part);
  }
  const isByPlace = (part: string, selector: string): boolean =>
    guessed.has(`${part} ${selector}`) || /:nth-|:first-child/.test(selector);
  const sure = new Set(
    Object.entries(map).flatMap(([part, selector]) => (isByPlace(part, selector) ? [] : [elementAt(selector)])),
  );
  return new Map(
    Object.entries(map).map(([part, selector]) => {
      const known = elementNow(part, selector);
      if (known) return [part, known];
      if (away.has(part)) return [part, null];
      let element = elementAt(selector);
      if (!element || !isByPlace(part, selector)) return [part, element];
      // Another has moved up into its place; then it may be another of the same kind now, or stand after those that stayed.
      if (kept.has(element)) {
        const isGuessed = guessed.has(`${part} ${selector}`) && !selector.includes(DEEP);
        const others = [...(isGuessed ? all(selector) : []), ...beside(element)];
        element = others.find((e) => !kept.has(e) && !sure.has(e)) ?? null;
      }
      if (!element) return [part, null];
      byPlaceFound.set(part, { selector, element });
      kept.set(element, part);
      return [part, element];
    }),
  );
}

/** Those of its kind with it. */
const beside = (element: HTMLElement): HTMLElement[] =>
  [...(element.parentElement?.children ?? [])].filter((e) => e.localName === element.localName) as HTMLElement[];

const all = (selector: string): HTMLElement[] => [...document.querySelectorAll<HTMLElement>(selector)];

/** What is inside an element that a selector does not look into. */
function insideOf(element: Element): ParentNode | null {
  if (element.shadowRoot) return element.shadowRoot;
  try {
    return (element as HTMLIFrameElement).contentDocument ?? null;
  } catch {
    return null;
  }
}

/** The shortest that finds this element and no other. */
export function selectorOf(element: Element): string {
  const root = element.getRootNode() as Document | ShadowRoot;
  const own = within(element, root);
  const host = root instanceof ShadowRoot ? root.host : (root.defaultView?.frameElement ?? null);
  return host ? `${selectorOf(host)}${DEEP}${own}` : own;
}

/** Attributes by which authors name elements; and those that stay as they are besides. */
const given = ["data-part", "data-name", "data-testid", "data-test", "data-id", "data-key"];
const lasting = /^(data-part|data-name|data-testid|data-test|data-id|data-key|name|type|for|href|role)$/;

/** Elements that were there when the page was looked at first: they are mostly there for good. */
let first: WeakSet<Element> | null = null;
export function lookFirst(elements: readonly Element[]): void {
  first ??= new WeakSet(elements);
}
/** What comes later may come in several places: it is known by what it stands beside, or inside. */
function byNeighbour(element: Element, root: Document | ShadowRoot): string | null {
  if (!first || first.has(element)) return null;
  const { previousElementSibling: before, parentElement: parent, localName } = element;
  if (before && first.has(before)) return `${within(before, root)} + ${localName}`;
  if (!before && parent && first.has(parent)) return `${within(parent, root)} > ${localName}:first-child`;
  return null;
}

/** By what its author calls it. */
function byOwn(element: Element, root: Document | ShadowRoot): string | null {
  if (element.id && root.querySelectorAll(`#${CSS.escape(element.id)}`).length === 1)
    return `#${CSS.escape(element.id)}`;
  for (const by of given) {
    const value = element.getAttribute(by);
    const selector = `[${by}=${JSON.stringify(value)}]`;
    if (value && root.querySelectorAll(selector).length === 1) return selector;
  }
  return null;
}
const stepOf = (e: Element): string => {
  const same = [...(e.parentNode?.children ?? [])].filter((o) => o.localName === e.localName);
  return same.length > 1 ? `${e.localName}:nth-of-type(${same.indexOf(e) + 1})` : e.localName;
};
/** What comes later may be the only one of its kind now, and one of several then: it is known by what it lies in. */
function byAround(element: Element, root: Document | ShadowRoot): string | null {
  if (!first || first.has(element)) return null;
  const steps = [stepOf(element)];
  for (let e = element.parentElement; e && e !== document.body; e = e.parentElement) {
    const own = byOwn(e, root);
    if (own) return [own, ...steps].join(" > ");
    steps.unshift(stepOf(e));
  }
  return null;
}

function within(element: Element, root: Document | ShadowRoot): string {
  const known = byOwn(element, root) ?? byNeighbour(element, root) ?? byAround(element, root);
  if (known !== null) return known;
  if (root instanceof Document)
    try {
      // Classes, and most attributes, come and go with what the page is doing.
      return finder(element, {
        root: root.documentElement,
        className: () => false,
        attr: (name) => lasting.test(name),
        timeoutMs: 200,
      });
    } catch {
      // By its place, then.
    }
  return byPlace(element, root);
}

function byPlace(element: Element, root: Document | ShadowRoot): string {
  const steps: string[] = [];
  for (let e: Element | null = element; e && e !== root.firstElementChild?.parentElement; e = e.parentElement)
    steps.unshift(stepOf(e));
  return steps.join(" > ");
}

/** Every element, those in open shadow roots and in frames of the same origin too, in document order. */
export function allElements(most: number): Element[] {
  const out: Element[] = [];
  const add = (root: ParentNode): void => {
    for (const e of root.querySelectorAll("*")) {
      if (out.length >= most) return;
      out.push(e);
      const inside = insideOf(e);
      if (inside) add(inside);
    }
  };
  add(document);
  return out;
}

/** Documents and shadow roots that have something in them. */
export function roots(): (Document | ShadowRoot)[] {
  const out: (Document | ShadowRoot)[] = [document];
  for (const { shadowRoot } of allElements(20_000)) {
    if (!shadowRoot) continue;
    meet(shadowRoot);
    out.push(shadowRoot);
  }
  return out;
}

/** Itself or somewhere inside. */
export function isWithin(inner: Element | null, outer: Element): boolean {
  for (let e = inner; e; e = parentOf(e)) if (e === outer) return true;
  return false;
}

/** The element that has the focus, inside shadow trees too; null for none. */
export function focusedElement(): Element | null {
  let e = document.activeElement;
  while (e?.shadowRoot?.activeElement) e = e.shadowRoot.activeElement;
  return e === document.body || e === document.documentElement ? null : e;
}
