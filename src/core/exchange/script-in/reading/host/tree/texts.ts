/** The nodes of an element, texts among them (DOM §4.4, §4.11). */
import type { Context } from "../../context";
import { isElement, type PageElement } from "../../page";
import { elementOf, hosted, isA, type Js, NotUnderstood, native, textOf } from "../../values";
import { goneThrough, indexed } from "../lists";
import { setText } from "./drawn";
import {
  AFTER,
  BEFORE,
  BEHIND,
  besideNow,
  keyOfAfter,
  keyOfBlank,
  type Node,
  nodesOf,
  ownWords,
  sayAfter,
  sayBeside,
  WORDS,
} from "./nodes";

const TWO_TEXTS = "nodes of which two are texts beside each other";

/** `firstChild`, `childNodes` and their kin. */
export function nodeOf(r: Context, e: PageElement, property: string): Js {
  if (r.page.joined.has(e) && property !== "hasChildNodes") throw new NotUnderstood(null, TWO_TEXTS);
  switch (property) {
    case "firstChild":
      return nodeAt(r, e, nodesOf(r, e)[0]);
    case "lastChild":
      return nodeAt(r, e, nodesOf(r, e).at(-1));
    case "hasChildNodes":
      return native(property, () => nodesOf(r, e).length > 0);
    case "childNodes":
      return childNodes(r, e);
  }
  const parent = r.page.parentOf(e, r.store);
  if (!parent) return null;
  // What stands between the page's own outermost elements nobody knows here: mostly white space.
  if (!parent.part && !parent.made) throw new NotUnderstood(null, `.${property} beside what has no element around it`);
  if (r.page.joined.has(parent)) throw new NotUnderstood(null, TWO_TEXTS);
  const nodes = nodesOf(r, parent);
  const at = nodes.findIndex((n) => n.element === e);
  return nodeAt(r, parent, nodes[at + (property === "nextSibling" ? 1 : -1)]);
}

const nodeAt = (r: Context, e: PageElement, n: Node | undefined): Js =>
  n ? (n.element ? elementOf(n.element) : textNode(r, e, n)) : null;

function childNodes(r: Context, e: PageElement): Js {
  const now = (): Js[] => nodesOf(r, e).map((n) => nodeAt(r, e, n));
  return hosted(
    `childNodes of ${e.name}`,
    indexed(now, (name) => goneThrough(r, now, name)),
  );
}

/** What texts have besides, which is not gone into here. */
const ofTexts =
  /Data$|EventListener$|^(splitText|replaceWith|before|after|cloneNode|normalize|compareDocumentPosition|contains|getRootNode|ownerDocument|isEqualNode|isSameNode|dispatchEvent|firstChild|lastChild|childNodes|hasChildNodes|assignedSlot)$/;

/** Other words in one place beside elements; of the markup's own only where they stand at an end. */
function sayAt(r: Context, e: PageElement, at: string, said: string): void {
  const { words, behind } = besideNow(r, e);
  if (at === WORDS) return sayBeside(r, e, said, behind);
  if (at === BEHIND) return sayBeside(r, e, words, said);
  const spoken = e.children.filter(isElement).find((c) => keyOfAfter(c) === at);
  if (spoken) return sayAfter(r, spoken, said);
  const place = r.page.textsIn(e).find((t) => String(t.number) === at)?.place ?? -1;
  // White space at an edge is no words.
  const isAlone = place >= 0 && ownWords(e).length === 1;
  const around = [e.children.slice(0, place), e.children.slice(place + 1)];
  const [before, after] = around.map((part) => part.some((c) => isElement(c) && r.page.isThere(c, r.store)));
  if (!isAlone || (before && after) || (before ? behind : false))
    throw new NotUnderstood(null, "another text among elements");
  if (before) sayBeside(r, e, "", said);
  else sayBeside(r, e, said, behind);
}

/** A text among the nodes of an element. */
function textNode(r: Context, e: PageElement, { text, at }: Node): Js {
  const siblings = (): Node[] => nodesOf(r, e);
  const place = (): number => siblings().findIndex((n) => n.at === at);
  const beside = (by: number): Js => nodeAt(r, e, siblings()[place() + by]);
  const say = (said: string): void => {
    if (siblings().length === 1) setText(r, e, said);
    else sayAt(r, e, at, said);
  };
  const remove = (): undefined => {
    if (at === BEFORE || at === AFTER) r.write(keyOfBlank(e, at), true);
    else if (r.building && /^\d+$/.test(at)) r.page.takeOut(e, Number(at));
    else if (siblings().length === 1) setText(r, e, "");
    else if (text.trim()) sayAt(r, e, at, "");
  };
  return hosted(`text ${at} of ${e.name}`, {
    get(name) {
      switch (name) {
        case "nodeType":
          return 3;
        case "nodeName":
          return "#text";
        case "nodeValue":
        case "data":
        case "textContent":
        case "wholeText":
          return siblings()[place()]?.text ?? text;
        case "length":
          return text.length;
        case "parentNode":
        case "parentElement":
          return elementOf(e);
        case "isConnected":
          return r.page.isInPage(e, r.store);
        case "nextSibling":
          return beside(1);
        case "previousSibling":
          return beside(-1);
        case "remove":
          return native(name, remove);
      }
      if (ofTexts.test(name)) throw new NotUnderstood(null, `.${name} of a text`);
      return undefined;
    },
    set(name, value) {
      if (/^(nodeValue|data|textContent)$/.test(name)) say(textOf(value ?? ""));
      else throw new NotUnderstood(null, `.${name} = … of a text`);
    },
  });
}

/** The element before which something is put that is put before a node. @throws where a text stands between */
export function elementFrom(r: Context, node: Js): PageElement | null {
  if (isA(node, "element")) return node.element;
  if (!isA(node, "native")) return null;
  const text = r.member(node, "nodeValue");
  const next = r.member(node, "nextSibling");
  if (typeof text === "string" && text.trim()) throw new NotUnderstood(null, "what is put before a text");
  return elementFrom(r, next);
}
