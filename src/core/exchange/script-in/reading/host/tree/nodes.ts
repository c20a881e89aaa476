/** What stands in an element, texts and white space included (DOM §4.2). */
import type { Context, Seen } from "../../context";
import { BROWSER } from "../../heap";
import { isElement, type PageElement } from "../../page";

/** Where a text stands: said by the script, at an edge of the markup, or as one of its texts, by its number. */
export interface Node {
  element?: PageElement;
  text: string;
  at: string;
}
export const [SAID, WORDS, BEHIND, BEFORE, AFTER] = ["said", "words", "behind", "before", "after"];
/** A blank at an edge that the script has taken out. */
export const keyOfBlank = (e: PageElement, at: string): string => `${BROWSER}blank-${at}-${e.name}`;
/** White space stands at an edge of it. */
export const isBlankAt = ({ page, store }: Seen, e: PageElement, at: string): boolean =>
  page.known.blanks?.has(`${at} ${e.name}`) === true && !store.has(keyOfBlank(e, at));

/** What stands in an element, in its order. */
export function nodesOf(now: Seen, e: PageElement): Node[] {
  const { page, store } = now;
  const said = store.get(`text ${e.name}`);
  if (said !== undefined && said !== null) return said === "" ? [] : [{ text: String(said), at: SAID }];
  const { words, behind } = besideNow(now, e);
  const numbers = page.textsIn(e).values();
  const out: Node[] = e.children.flatMap((c): Node[] => {
    if (!isElement(c)) {
      const at = String(numbers.next().value?.number);
      return words === null ? [{ text: c, at }] : [];
    }
    if (!page.isThere(c, store)) return [];
    const after = afterNow(now, c);
    return [{ element: c, text: "", at: "" }, ...(after ? [{ text: after, at: keyOfAfter(c) }] : [])];
  });
  for (let i = out.length - 2; i >= 0; i--) {
    const { element } = out[i];
    if (element?.gap && out[i + 1].element) out.splice(i + 1, 0, { text: " ", at: `gap ${element.name}` });
  }
  const blank = (at: string): Node[] => (isBlankAt(now, e, at) ? [{ text: " ", at }] : []);
  const beside = (text: string | null, at: string): Node[] => (text ? [{ text, at }] : []);
  if (words !== null || behind) return [...beside(words, WORDS), ...out, ...beside(behind, BEHIND)];
  // What the script has put beside the page's own is beside the white space around those, too.
  const isOwn = (n: Node): boolean => n.element?.made === undefined;
  const [first, last] = [out.findIndex(isOwn), out.findLastIndex(isOwn) + 1];
  const [begin, end] = first < 0 ? [0, 0] : [first, last];
  return [...out.slice(0, begin), ...blank(BEFORE), ...out.slice(begin, end), ...blank(AFTER), ...out.slice(end)];
}

/** Words of the page's own, among the elements or alone. */
export const ownWords = (e: PageElement): string[] => e.children.filter((c) => typeof c === "string");

/**
 * What is said before and behind the elements inside, in place of the words that the markup has there.
 * @param words null for those of the markup
 */
export function sayBeside(r: Context, e: PageElement, words: string | null, behind: string): void {
  for (const [kind, said] of [
    [WORDS, words === "" && !ownWords(e).length ? null : words],
    [BEHIND, behind || null],
  ]) {
    const key = `${kind} ${e.name}`;
    sayAs(r, key, said);
  }
}
/** What a script says behind an element, before the next. */
export const keyOfAfter = (e: PageElement): string => `after ${e.name}`;
export const afterNow = ({ store }: Seen, e: PageElement): string => String(store.get(keyOfAfter(e)) ?? "");
export function sayAfter(r: Context, e: PageElement, said: string): void {
  sayAs(r, keyOfAfter(e), said || null);
}
/** @param said null for nothing */
function sayAs(r: Context, key: string, said: string | null): void {
  if (said === null) {
    if (r.store.has(key)) r.erase(key);
  } else if (r.store.get(key) !== said) r.write(key, said);
}

/** Nothing is said beside the elements, nor among them. */
export function sayNothing(r: Context, e: PageElement): void {
  sayBeside(r, e, null, "");
  for (const c of e.children) if (isElement(c)) sayAfter(r, c, "");
}

/** What is said beside the elements now. */
export const besideNow = ({ store }: Seen, e: PageElement): { words: string | null; behind: string } => {
  const [words, behind] = [WORDS, BEHIND].map((kind) => store.get(`${kind} ${e.name}`));
  return { words: words === undefined ? null : String(words ?? ""), behind: String(behind ?? "") };
};
