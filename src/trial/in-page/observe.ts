/** What is seen of a page: the facts of mapped parts, the focus, what was announced, what went wrong. */
import type { Observation, SeenPart } from "../../core/trial/system";
import { inOneLook, modalsIn, parentOf, probe } from "../../probe/probe";
import { elementsOf, focusedElement, isWithin, roots } from "./elements";
import { withFilled } from "./fields";
import { onShadowRoot } from "./shadow";

/** A point of an element, and what a click there would land on instead. */
export interface Place {
  x: number;
  y: number;
  /** What lies on top of it everywhere, told; null where it can be clicked. */
  under: string | null;
  /** The part of those inside it that lies there, where it has no room of its own. */
  on?: string;
}

function describe(e: Element | null): string {
  if (!e) return "nothing";
  const id = e.id ? `#${e.id}` : "";
  const classes = [...e.classList].slice(0, 2).map((c) => `.${c}`);
  const text = (e.textContent ?? "").replace(/\s+/g, " ").trim().slice(0, 30);
  return `<${e.localName}${id}${classes.join("")}>${text && e.children.length === 0 ? ` “${text}”` : ""}`;
}

/** What lies on top at a point, inside shadow trees too. */
export function hit(x: number, y: number): Element | null {
  let e = document.elementFromPoint(x, y);
  while (e?.shadowRoot) {
    const inner = e.shadowRoot.elementFromPoint(x, y);
    if (!inner || inner === e) break;
    e = inner;
  }
  return e;
}

/** Its middle first, as a person aims; then points all over it, the last right at its edges. Pointers stand on whole px. */
const alongOf = (from: number, size: number): number[] => [
  ...[0.5, 0.25, 0.75, 0.1, 0.9].map((share) => from + size * share),
  from + 1.5,
  from + size - 1.5,
];
const pointsOf = (box: DOMRect): [number, number][] =>
  alongOf(box.top, box.height)
    .flatMap((y) => alongOf(box.left, box.width).map((x): [number, number] => [Math.round(x), Math.round(y)]))
    .filter(([x, y]) => x >= 0 && y >= 0 && x < innerWidth && y < innerHeight);

/** px: what is smaller, or cut smaller by what is around it, cannot be aimed at. */
const ROOM = 3;

/** Some of it lies inside everything that cuts it off, and on the page's visible area. */
function hasRoom(element: Element): boolean {
  let { left, right, top, bottom } = element.getBoundingClientRect();
  const cut = (box: { left: number; right: number; top: number; bottom: number }): void => {
    left = Math.max(left, box.left);
    right = Math.min(right, box.right);
    top = Math.max(top, box.top);
    bottom = Math.min(bottom, box.bottom);
  };
  for (let e = parentOf(element); e; e = parentOf(e))
    if (e !== document.body && e !== document.documentElement && getComputedStyle(e).overflow !== "visible")
      cut(e.getBoundingClientRect());
  cut({ left: 0, right: innerWidth, top: 0, bottom: innerHeight });
  return right - left >= ROOM && bottom - top >= ROOM;
}

/** A point of an element, and what lies on top of it everywhere; null where it can be clicked. */
interface Spot {
  x: number;
  y: number;
  under: Element | null;
  isCovered: boolean;
}

/** Where a click on the element lands on it, or inside it; on itself where that can be had. @param others parts inside */
export function placeOf(element: Element, others: readonly Element[]): Place | null {
  const spot = spotOf(element, others);
  return spot && { x: spot.x, y: spot.y, under: spot.isCovered ? describe(spot.under) : null };
}

const controls = "button, a[href], input, select, textarea, label, summary";
const isControlIn = (top: Element, element: Element): boolean => {
  const control = top.closest(controls);
  return control !== null && control !== element && element.contains(control) && !element.closest(controls);
};

function spotOf(element: Element, others: readonly Element[]): Spot | null {
  const box = element.getBoundingClientRect();
  if (!box.width || !box.height) return null;
  const points = pointsOf(box);
  let inside: Spot | null = null;
  let isFilled = false;
  let under: Element | null = null;
  for (const [x, y] of points) {
    const top = hit(x, y);
    if (!top) continue;
    if (!isWithin(top, element)) {
      under ??= top;
      continue;
    }
    const spot = { x, y, under: null, isCovered: false };
    if (others.every((o) => !isWithin(top, o))) return spot;
    // Who clicks a control means that, and not what it stands in.
    if (isControlIn(top, element)) isFilled = true;
    else inside ??= spot;
  }
  if (inside || isFilled) return inside;
  return points[0] ? { x: points[0][0], y: points[0][1], under, isCovered: true } : null;
}

/** It lies in something that cuts it off there, as a slide beside the one that is shown; its own style has not moved it. */
function isPastAnEdge(element: Element): boolean {
  const { transform, position } = getComputedStyle(element);
  if (transform !== "none" || !/^(static|relative)$/.test(position)) return false;
  const box = element.getBoundingClientRect();
  for (let e = parentOf(element); e && e !== document.body && e !== document.documentElement; e = parentOf(e)) {
    const around = e.getBoundingClientRect();
    const { overflowX, overflowY } = getComputedStyle(e);
    if (overflowX !== "visible" && (box.right <= around.left || box.left >= around.right)) return true;
    if (overflowY !== "visible" && (box.bottom <= around.top || box.top >= around.bottom)) return true;
  }
  return false;
}

const meetsView = ({ left, right, top, bottom }: DOMRect): boolean =>
  bottom > 0 && top < innerHeight && right > 0 && left < document.documentElement.clientWidth;

function isElsewhereOnThePage(element: Element, box: DOMRect): boolean {
  for (let e: Element | null = element; e; e = parentOf(e)) if (getComputedStyle(e).position === "fixed") return false;
  const { scrollHeight, scrollWidth } = document.documentElement;
  const down = box.top + scrollY >= 0 && box.bottom + scrollY <= scrollHeight + 1;
  return down && box.left + scrollX >= 0 && box.right + scrollX <= scrollWidth + 1;
}

/**
 * Out of view only because the page, or what it lies in, is not scrolled there; or only as a box, while what stands in it
 * goes beyond it and is seen, as of a row of slides that is moved along. Or it is moved by its size, of which it has none as
 * long as nothing is said in it.
 */
function isScrolledAway(element: Element): boolean {
  const box = element.getBoundingClientRect();
  if ((!box.width || !box.height) && isMovedAlong(element)) return true;
  if (meetsView(box)) return false;
  const isFilled = (e: Element): boolean =>
    [...e.children].some((c) => meetsView(c.getBoundingClientRect()) || isFilled(c));
  return isElsewhereOnThePage(element, box) || isPastAnEdge(element) || isFilled(element);
}

/** It is transformed, or what it stands in is. */
function isMovedAlong(element: Element): boolean {
  for (let e: Element | null = element; e; e = parentOf(e)) {
    const { transform, translate } = getComputedStyle(e);
    if (transform !== "none" || translate !== "none") return true;
  }
  return false;
}

/** The innermost part around an element. */
export function partOver(e: Element | null, elements: ReadonlyMap<string, HTMLElement | null>): string | null {
  for (let up = e; up; up = parentOf(up)) for (const [name, part] of elements) if (part === up) return name;
  return null;
}

/** Where a shape is hit goes by how it is painted (SVG 2 §15.6). */
const isShape = (element: Element): boolean => element instanceof SVGElement && element.localName !== "svg";

export function seen(element: HTMLElement | null, elements: ReadonlyMap<string, HTMLElement | null>): SeenPart {
  const facts = probe(element, ["takes pointer"]);
  const place = facts.displayed && element ? spotOf(element, []) : null;
  return {
    ...facts,
    attributes: withFilled(element, facts.attributes),
    "on its way": false,
    restless: false,
    "scrolled away": element !== null && facts.displayed && isScrolledAway(element),
    "takes pointer":
      facts.displayed && element && (isShape(element) || !hasRoom(element)) ? null : place !== null && !place.isCovered,
    "covered by": place?.isCovered ? partOver(place.under, elements) : null,
  };
}

/** @param map selectors by part @param parts those to look at */
export function observe(
  map: Readonly<Record<string, string>>,
  parts: readonly string[],
): Omit<Observation, "announced" | "errors" | "lag"> {
  const elements = elementsOf(map);
  const focused = focusedElement();
  const part = [...elements].find(([, e]) => e !== null && e === focused)?.[0] ?? null;
  const beyond = !focused && modalsIn(document).length > 0;
  return {
    parts: inOneLook(() => Object.fromEntries(parts.map((n) => [n, seen(elements.get(n) ?? null, elements)]))),
    focus: { part, other: part === null && focused ? describe(focused) : null, ...(beyond ? { beyond } : {}) },
    scroll: scrollY,
  };
}

const live = "[aria-live]:not([aria-live=off]), [role=status], [role=alert], [role=log], output";

/** Keeps what live regions come to say (WAI-ARIA 1.2 §6.3.5), from the page's beginning on. */
export function hearAnnouncements(): () => string[] {
  let heard: string[] = [];
  const last = new WeakMap<Element, string>();
  const watch = new MutationObserver((records) => {
    // The same words said anew are heard again; the same words left as they are, are not.
    const regions = new Map<Element, boolean>();
    const listen = (changed: Node, fresh: boolean): void => {
      const e = changed instanceof Element ? changed : changed.parentElement;
      const region = e?.closest(live);
      if (region) regions.set(region, fresh || regions.get(region) === true);
    };
    for (const r of records) {
      listen(r.target, r.addedNodes.length > 0);
      for (const n of r.addedNodes) if (n instanceof Element && n.matches(live)) listen(n, false);
    }
    for (const [region, fresh] of regions) {
      const text = (region.textContent ?? "").replace(/\s+/g, " ").trim();
      if (text !== "" && (fresh || last.get(region) !== text)) heard.push(text);
      last.set(region, text);
    }
  });
  const listenIn = (tree: Node): void => watch.observe(tree, { subtree: true, childList: true, characterData: true });
  listenIn(document);
  onShadowRoot(listenIn);
  return () => {
    const said = heard;
    heard = [];
    return said;
  };
}

const MOVES =
  /^(transform|translate|rotate|scale|left|right|top|bottom|inset.*|margin.*|width|height|max-?[hH]eight|maxWidth)$/;
/** It, or what it stands in, is moved by an animation that is not over. */
export function isOnItsWay(element: Element): boolean {
  const motions = roots().flatMap((r) => r.getAnimations());
  return motions.some(({ effect }) => {
    if (!(effect instanceof KeyframeEffect) || !effect.target || !isWithin(element, effect.target)) return false;
    const { progress } = effect.getComputedTiming();
    return (
      typeof progress === "number" &&
      progress < 1 &&
      effect.getKeyframes().some((k) => Object.keys(k).some((p) => MOVES.test(p)))
    );
  });
}
