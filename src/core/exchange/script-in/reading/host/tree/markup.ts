/** What stands there as markup (HTML §13.3). */
import type { Context, Seen } from "../../context";
import { keyOfPlace } from "../../made";
import { isElement, type PageElement } from "../../page";
import { attributeGet, attributeNames } from "../said";
import { noteLost } from "./anew";
import { detach } from "./attach";
import { nodesOf, sayNothing } from "./nodes";

const hasNoEnd = /^(area|base|br|col|embed|hr|img|input|link|meta|source|track|wbr)$/;
const inText = (text: string): string => text.replace(/&/g, "&amp;").replace(/</g, "&lt;").replace(/>/g, "&gt;");
const inQuotes = (text: string): string => text.replace(/&/g, "&amp;").replace(/"/g, "&quot;");

export const markupIn = (r: Seen, e: PageElement): string =>
  nodesOf(r, e)
    .map((n) => (n.element ? markupOf(r, n.element) : inText(n.text)))
    .join("");

export function markupOf(r: Seen, e: PageElement): string {
  const said = attributeNames(r, e).map((n) => ` ${n}="${inQuotes(attributeGet(r, e, n) ?? "")}"`);
  return `<${e.tag}${said.join("")}>${hasNoEnd.test(e.tag) ? "" : `${markupIn(r, e)}</${e.tag}>`}`;
}

const ownIn = (e: PageElement): PageElement[] =>
  e.children.filter((c): c is PageElement => isElement(c) && !c.made).flatMap((c) => [c, ...ownIn(c)]);

/**
 * What the page itself has inside, as markup: where a script puts back just that, it stands as it stood to whoever looks.
 * @returns null where somebody could tell, by who listens there or by what was said of it
 */
export function ownMarkup(r: Context, e: PageElement): string | null {
  const own = ownIn(e);
  const said = new Set([...r.store.keys()].flatMap((k) => (k.startsWith("attached ") ? [] : [k.split(" ")[1]])));
  if (!own.length || own.some((o) => said.has(o.name) || r.isListenedTo(o))) return null;
  return markupIn({ page: r.page, store: new Map() }, e);
}

export function standAgain(r: Context, e: PageElement): void {
  for (const c of e.children) {
    if (!isElement(c)) continue;
    if (c.made && r.page.isThere(c, r.store)) detach(r, c);
    else if (!c.made) r.erase(keyOfPlace(c));
  }
  for (const o of ownIn(e)) noteLost(r, o);
  sayNothing(r, e);
  r.erase(`text ${e.name}`);
}
