/** The tree that selectors look at: a page at one instant, without a DOM. */

export interface StyledElement {
  /** In lower case for HTML, as written for SVG. */
  tag: string;
  attributes: Readonly<Record<string, string>>;
  parent: StyledElement | null;
  children: (StyledElement | string)[];
}
export type Node = StyledElement | string;

export const isElement = (node: Node): node is StyledElement => typeof node !== "string";
export const attribute = (e: StyledElement, name: string): string | undefined =>
  Object.hasOwn(e.attributes, name) ? e.attributes[name] : undefined;
export const has = (e: StyledElement, name: string): boolean => Object.hasOwn(e.attributes, name);

export const rootOf = (e: StyledElement): StyledElement => {
  let root = e;
  while (root.parent) root = root.parent;
  return root;
};
/** All that is in it, in tree order. */
export function* within(e: StyledElement): Generator<StyledElement> {
  for (const c of e.children) {
    if (!isElement(c)) continue;
    yield c;
    yield* within(c);
  }
}
export function closest(e: StyledElement, tag: string): StyledElement | null {
  for (let up = e.parent; up; up = up.parent) if (up.tag === tag) return up;
  return null;
}
