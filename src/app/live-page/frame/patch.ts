/** Makes the document show a tree of elements, changing only what differs. Elements keep their identity by part name. */
import { isSafeAttribute } from "../../../core/safety/attributes";
import { isAllowedTag } from "../../../core/safety/tags";
import type { RenderedPart } from "../../../core/surface";
import { attributeNames, childNodes, getAttribute, insert, removeAttribute, setAttribute, styleOf, take } from "./dom";

const elements = new Map<string, Element>();
/** What each was made as. */
const tags = new WeakMap<Element, string>();
const SVG = "http://www.w3.org/2000/svg";

export const elementOf = (name: string): Element | undefined => elements.get(name);

export function patch(root: HTMLElement, parts: readonly RenderedPart[]): void {
  const seen = new Set<string>();
  children(root, parts, seen, false);
  for (const name of elements.keys()) if (!seen.has(name)) elements.delete(name);
}

function children(
  parentNode: Element,
  content: readonly (string | RenderedPart)[],
  seen: Set<string>,
  svg: boolean,
): void {
  const wanted = content.map((c, i): Node => {
    if (typeof c !== "string") return element(c, seen, svg);
    const old = childNodes(parentNode)[i];
    if (old?.nodeType === Node.TEXT_NODE) {
      if (old.nodeValue !== c) old.nodeValue = c;
      return old;
    }
    return document.createTextNode(c);
  });
  wanted.forEach((node, i) => {
    const at = childNodes(parentNode)[i];
    if (at !== node) insert(parentNode, node, at ?? null);
  });
  for (const left of [...childNodes(parentNode)].slice(wanted.length)) take(parentNode, left);
}

function element(part: RenderedPart, seen: Set<string>, insideSvg: boolean): Element {
  const svg = insideSvg || part.tag === "svg";
  // What could run or load something is never made, whatever the app sends.
  const tag = isAllowedTag(part.tag) ? part.tag : "span";
  let made = elements.get(part.name);
  if (!made || tags.get(made) !== tag) {
    made = svg ? document.createElementNS(SVG, tag) : document.createElement(tag);
    setAttribute(made, "data-part", part.name);
    elements.set(part.name, made);
    tags.set(made, tag);
  }
  seen.add(part.name);
  for (const name of attributeNames(made)) {
    if (name !== "data-part" && name !== "style" && !Object.hasOwn(part.attributes, name)) removeAttribute(made, name);
  }
  for (const [name, value] of Object.entries(part.attributes)) {
    if (getAttribute(made, name) !== value && isSafeAttribute(tag, name, value)) setAttribute(made, name, value);
  }
  // Once it was clicked, the attribute says nothing any more (HTML §4.10.5.4).
  if (made instanceof HTMLInputElement) made.checked = Object.hasOwn(part.attributes, "checked");
  const style = styleOf(made);
  for (const property of [...style]) {
    if (!Object.hasOwn(part.style, property) && !shorthandOf(property, part.style)) style.removeProperty(property);
  }
  for (const [property, value] of Object.entries(part.style)) {
    if (style.getPropertyValue(property) !== value) style.setProperty(property, value);
  }
  children(made, part.content, seen, svg && part.tag !== "foreignObject");
  return made;
}

/** True when a declared shorthand (`inset`, `margin`) is where this longhand comes from. */
const shorthandOf = (longhand: string, style: Readonly<Record<string, string>>): boolean =>
  Object.keys(style).some(
    (p) => longhand.startsWith(`${p}-`) || (p === "inset" && /^(top|right|bottom|left)$/.test(longhand)),
  );
