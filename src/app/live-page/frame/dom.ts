/**
 * The DOM's own operations, as they were when the frame was empty. A form's fields and a page's images are found as
 * properties of the form and of the document before the DOM's own (HTML §4.10.3, §3.1.6): an input called `style` or
 * `attributes` must not get in the way.
 */
const getter = <T>(proto: object, name: string): ((of: Node) => T) => {
  const { get } = Object.getOwnPropertyDescriptor(proto, name)!;
  return (of) => get!.call(of) as T;
};

export const body = document.body;
export const sheet = document.getElementById("sheet")!;

export const childNodes = getter<NodeListOf<ChildNode>>(Node.prototype, "childNodes");
const activeIn = getter<Element | null>(Document.prototype, "activeElement");
export const active = (): Element | null => activeIn(document);

const htmlStyle = getter<CSSStyleDeclaration>(HTMLElement.prototype, "style");
const svgStyle = getter<CSSStyleDeclaration>(SVGElement.prototype, "style");
export const styleOf = (element: Element): CSSStyleDeclaration =>
  element instanceof SVGElement ? svgStyle(element) : htmlStyle(element);

const { getAttribute: get, setAttribute: set, removeAttribute: remove, getAttributeNames: names } = Element.prototype;
export const getAttribute = (element: Element, name: string): string | null => get.call(element, name);
export const setAttribute = (element: Element, name: string, value: string): void => set.call(element, name, value);
export const removeAttribute = (element: Element, name: string): void => remove.call(element, name);
export const attributeNames = (element: Element): string[] => names.call(element);

const { closest: closestOf, getBoundingClientRect: box } = Element.prototype;
export const closest = (element: Element, selector: string): Element | null => closestOf.call(element, selector);
export const boxOf = (element: Element): DOMRect => box.call(element);

const { insertBefore, removeChild } = Node.prototype;
export const insert = (parent: Node, node: Node, before: Node | null): void =>
  void insertBefore.call(parent, node, before);
export const take = (parent: Node, child: Node): void => void removeChild.call(parent, child);

const { focus: focusOf, blur: blurOf } = HTMLElement.prototype;
export const focus = (element: Element, options: FocusOptions): void => focusOf.call(element as HTMLElement, options);
export const blur = (element: Element): void => blurOf.call(element as HTMLElement);
