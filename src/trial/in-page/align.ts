/** Which element is which part once the page has drawn others in place of those that were found: by their order, and what they say. */
import type { Wanted } from "../../core/trial/wanted";
import { away, countElements, elementAt, elementNow, elementThen, isByItself, remember, selectorOf } from "./elements";
import type { Guess } from "./map";

const words = (text: string | null): string => (text ?? "").replace(/\s+/g, " ").trim();

/** Elements that were there when the parts were told apart last: what is drawn anew is none of them. */
let met = new WeakSet<Element>();
export function meetAll(): void {
  met = new WeakSet(document.getElementsByTagName("*"));
}

const marks = (e: Element): string => `${e.id} ${e.getAttribute("role") ?? ""} ${e.getAttribute("type") ?? ""}`;
/** Whether one may be drawn in place of the other. */
const isKin = (before: Element, now: Element): boolean =>
  marks(before) === marks(now) &&
  (before.classList.length === 0) === (now.classList.length === 0) &&
  (now.classList.length === 0 || [...now.classList].some((c) => before.classList.contains(c)));

/** How well an element would do for a part; null where it cannot be it. */
function likeness(w: Wanted, element: Element): number | null {
  if (element.localName !== w.tag.toLowerCase() || met.has(element)) return null;
  const before = elementThen(w.part);
  if (before && !isKin(before, element)) return null;
  const text = words(element.textContent);
  const said = w.text !== "" && (text === w.text || w.names.includes(text)) ? 4 : 0;
  return 1 + said + (w.classes.length && w.classes.every((c) => element.classList.contains(c)) ? 1 : 0);
}

/**
 * The pairs of parts and elements, both in their order, that are most alike in all.
 * @param like null where the two are no pair
 */
function pairs<A, B>(parts: readonly A[], elements: readonly B[], like: (a: A, b: B) => number | null): [A, B][] {
  const best = Array.from({ length: parts.length + 1 }, () => new Array<number>(elements.length + 1).fill(0));
  const with_ = (i: number, j: number): number => {
    const own = like(parts[i], elements[j]);
    return own === null ? -1 : own + best[i + 1][j + 1];
  };
  for (let i = parts.length - 1; i >= 0; i--)
    for (let j = elements.length - 1; j >= 0; j--) best[i][j] = Math.max(best[i + 1][j], best[i][j + 1], with_(i, j));
  const out: [A, B][] = [];
  for (let i = 0, j = 0; i < parts.length && j < elements.length; )
    if (with_(i, j) === best[i][j]) out.push([parts[i++], elements[j++]]);
    else if (best[i][j] === best[i][j + 1]) j++;
    else i++;
  return out;
}

const ANCHORED = 1000;

/** The page has put others in the place of what was found: it draws anew. */
let drawsAnew = false;

/**
 * Parts whose element has gone get the one that stands for it now. On a page that draws anew so do those that have come since.
 * @param wanted all parts, in the order of the document, as they are expected now
 * @param newly whether those that were never found are looked for, too
 */
export function align(wanted: readonly Wanted[], map: Readonly<Record<string, string>>, newly: boolean): Guess[] {
  const elements = new Map<string, Element>();
  const lost = new Set<string>();
  /** Nobody expects these: they have what is left. */
  const last = new Set<string>();
  away.clear();
  countElements();
  for (const { part, displayed } of wanted) {
    const selector = map[part];
    if (selector === undefined) {
      if (newly && drawsAnew && displayed) lost.add(part);
      continue;
    }
    const now = isByItself(part, selector) ? elementAt(selector) : elementNow(part, selector);
    if (now) elements.set(part, now);
    else if (!isByItself(part, selector)) (displayed ? lost : last).add(part);
  }
  if (!newly && lost.size) drawsAnew = true;
  const sought = new Set(newly ? [...lost, ...last] : lost);
  const owners = new Map([...elements].map(([part, e]) => [e, part]));
  const out: Guess[] = [];
  for (const around of new Set(wanted.flatMap((w) => (sought.has(w.part) ? [w.parent] : [])))) {
    const box = around === null ? document.body : elements.get(around);
    if (!box) continue;
    const parts = wanted.filter((w) => w.parent === around && (elements.has(w.part) || sought.has(w.part)));
    const all = [...box.children].filter((e) => !/^(script|style|template|link)$/.test(e.localName));
    const like = (w: Wanted, e: Element): number | null => {
      if (elements.has(w.part)) return elements.get(w.part) === e ? ANCHORED : null;
      if (owners.has(e)) return null;
      const own = likeness(w, e);
      return own !== null && last.has(w.part) ? own / ANCHORED : own;
    };
    for (const [{ part }, element] of pairs(parts, all, like)) {
      if (!sought.has(part)) continue;
      elements.set(part, element);
      owners.set(element, part);
      const selector = map[part] ?? selectorOf(element);
      remember(part, selector, element);
      if (map[part] === undefined) out.push({ part, selector, why: "its place among the others" });
    }
  }
  for (const part of last) if (!elements.has(part)) away.add(part);
  return out;
}
