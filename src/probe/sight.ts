/** What of an element a person can see: its opacity, its room, where it lies. */
import { isClippedAway } from "../core/program/looks/shut";
import { onceALook } from "./look";
import { around, parentOf } from "./tree";

const ownOpacity = onceALook((e: Element): number => Number(getComputedStyle(e).opacity));
export const opacityOf = (element: Element): number => around(element).reduce((o, e) => o * ownOpacity(e), 1);

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
const isShut = onceALook((e: Element): boolean => {
  if (e === document.body || e === document.documentElement) return false;
  if (drawsItself.test(e.localName)) return isField.test(e.localName) && hasNoArea(e);
  const { overflowX, overflowY, display } = getComputedStyle(e);
  const cuts = (overflow: string): boolean => overflow !== "visible";
  if ((!cuts(overflowX) && !cuts(overflowY)) || display === "inline" || display === "contents") return false;
  const { width, height } = e.getBoundingClientRect();
  if (width !== 0 && height !== 0) return false;
  return (width === 0 && e.scrollWidth > 0) || (height === 0 && e.scrollHeight > 0) || holdsBoxes(e);
});
/** What has no size itself, too: an empty box in a panel that is shut. */
const holdsBoxes = (e: Element): boolean => [...e.children].some((inside) => inside.getClientRects().length > 0);
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
const isScaledAway = onceALook((e: Element): boolean => {
  const { transform, rotate, scale, display } = getComputedStyle(e);
  if (transform === "none" && rotate === "none" && scale === "none") return false;
  if (display === "inline" && !isReplaced(e)) return false;
  const { a, b, c, d } = new DOMMatrix(`${turnOf(rotate)} ${transform === "none" ? "" : transform}`.trim());
  return (
    Math.abs(a * d - b * c) < 1e-6 ||
    scale
      .split(" ")
      .slice(0, 2)
      .some((n) => Number.parseFloat(n) === 0)
  );
});

/** Cut to nothing by the element or by what is around it. */
export const isClipped = (element: Element): boolean => around(element).some(isCut);
const isCut = onceALook((e: Element): boolean => {
  const { clipPath, clip, position } = getComputedStyle(e);
  return isClippedAway({ "clip-path": clipPath, clip, position });
});

/** Left no room by its size, its scale or by what is around it: nobody sees it, though it is as opaque as it was. */
export function hasNoRoom(element: Element): boolean {
  if (around(element).some(isScaledAway) || isShutGrid(element)) return true;
  for (let e: Element | null = element; e; e = frameOf(e)) if (isShut(e)) return true;
  return false;
}

export function isInView(element: Element, displayed: boolean): boolean {
  const box = element.getBoundingClientRect();
  // What has no size yet is in view at the edge, too: an empty place for messages.
  const meets = (from: number, to: number, size: number): boolean =>
    from === to ? to >= 0 && from <= size : to > 0 && from < size;
  const isThere =
    meets(box.top, box.bottom, innerHeight) && meets(box.left, box.right, document.documentElement.clientWidth);
  return displayed && isThere;
}

export const isInSight = (element: Element, displayed: boolean): boolean =>
  displayed && getComputedStyle(element).visibility === "visible";
