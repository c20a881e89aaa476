/** What stands in an element, texts and white space included (DOM §4.2). */
import type { Seen } from "../../context";
import { BROWSER } from "../../heap";
import { isElement, type PageElement } from "../../page";

/** Where a text stands: said by the script, at an edge of the markup, or so many nodes into it. */
export interface Node {
  element?: PageElement;
  text: string;
  at: string;
}
export const [SAID, WORDS, BEFORE, AFTER] = ["said", "words", "before", "after"];
/** A blank at an edge that the script has taken out. */
export const keyOfBlank = (e: PageElement, at: string): string => `${BROWSER}blank-${at}-${e.name}`;

/** What stands in an element, in its order. */
export function nodesOf({ page, store }: Seen, e: PageElement): Node[] {
  const said = store.get(`text ${e.name}`);
  if (said !== undefined && said !== null) return said === "" ? [] : [{ text: String(said), at: SAID }];
  const out: Node[] = e.children.flatMap((c, i): Node[] => {
    if (!isElement(c)) return [{ text: c, at: String(i) }];
    return page.isThere(c, store) ? [{ element: c, text: "", at: "" }] : [];
  });
  const blank = (at: string): Node[] =>
    page.known.blanks?.has(`${at} ${e.name}`) && !store.has(keyOfBlank(e, at)) ? [{ text: " ", at }] : [];
  const words = store.get(`words ${e.name}`);
  if (words !== undefined && words !== null) return [{ text: String(words), at: WORDS }, ...out];
  // What the script has put beside the page's own is beside the white space around those, too.
  const isOwn = (n: Node): boolean => n.element?.made === undefined;
  const [first, last] = [out.findIndex(isOwn), out.findLastIndex(isOwn) + 1];
  const [begin, end] = first < 0 ? [0, 0] : [first, last];
  return [...out.slice(0, begin), ...blank(BEFORE), ...out.slice(begin, end), ...blank(AFTER), ...out.slice(end)];
}
