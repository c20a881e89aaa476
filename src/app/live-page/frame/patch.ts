/** Makes the document show a tree of elements, changing only what differs. Elements keep their identity by part name. */
import type { RenderedPart } from "../../../core/surface";

const elements = new Map<string, Element>();
const SVG = "http://www.w3.org/2000/svg";

export const elementOf = (name: string): Element | undefined => elements.get(name);

/** Tags and attributes that could run something or load something are never made, whatever the app sends. */
const refusedTags = new Set(["script", "iframe", "object", "embed", "link", "base", "meta"]);
const refused = (name: string, value: string): boolean =>
  /^on/i.test(name) || name === "style" || name === "srcdoc" || /^\s*javascript:/i.test(value);

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
    const old = parentNode.childNodes[i];
    if (old?.nodeType === Node.TEXT_NODE) {
      if (old.nodeValue !== c) old.nodeValue = c;
      return old;
    }
    return document.createTextNode(c);
  });
  wanted.forEach((node, i) => {
    const at = parentNode.childNodes[i];
    if (at !== node) parentNode.insertBefore(node, at ?? null);
  });
  while (parentNode.childNodes.length > wanted.length) parentNode.lastChild!.remove();
}

function element(part: RenderedPart, seen: Set<string>, insideSvg: boolean): Element {
  const svg = insideSvg || part.tag === "svg";
  const tag = refusedTags.has(part.tag.toLowerCase()) ? "span" : part.tag;
  let made = elements.get(part.name);
  if (!made || made.localName !== (svg ? tag : tag.toLowerCase())) {
    made = svg ? document.createElementNS(SVG, tag) : document.createElement(tag);
    made.setAttribute("data-part", part.name);
    elements.set(part.name, made);
  }
  seen.add(part.name);
  for (const { name } of [...made.attributes]) {
    if (name !== "data-part" && name !== "style" && !(name in part.attributes)) made.removeAttribute(name);
  }
  for (const [name, value] of Object.entries(part.attributes)) {
    if (!refused(name, value) && made.getAttribute(name) !== value) made.setAttribute(name, value);
  }
  const { style } = made as HTMLElement;
  for (const property of [...style]) {
    if (!(property in part.style) && !shorthandOf(property, part.style)) style.removeProperty(property);
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
