/** The document as scripts find it (HTML §3.1). */
import type { Context } from "../../context";
import { elementOf, isA, type Js, list, native, object, textOf } from "../../values";
import { elementMethods } from "../element-methods";
import { targetMethods } from "../event";
import { named } from "../lists";
import { cloned, created, fragment, template } from "../tree";
import { transition } from "../view";
import { keptOf } from "./kept";

/** What has the focus: kept only to give the focus back. */
export const ACTIVE = "what has the focus";

export function ofDocument(r: Context, property: string): { is: Js } | null {
  const fn = (call: (args: Js[]) => Js): { is: Js } => ({ is: native(`document.${property}`, call) });
  const kept = keptOf(r, property);
  if (kept) return kept;
  switch (property) {
    case "activeElement":
      return { is: r.active ? elementOf(r.active) : native(ACTIVE) };
    case "body":
      return { is: r.page.isYetToCome ? null : elementOf(r.page.body) };
    case "scrollingElement":
    case "documentElement":
      return { is: elementOf(r.page.html) };
    case "getElementById":
      return fn(([id]) => {
        const found = r.page.elements.find(
          (e) => r.page.attribute(e, "id", r.store) === textOf(id) && r.page.isInPage(e, r.store),
        );
        return found ? elementOf(found) : templateBy(r, `#${textOf(id)}`);
      });
    case "querySelector":
      return fn(([s]) => {
        const found = r.page.all(textOf(s), r.page.html, r.store)[0];
        return found ? elementOf(found) : templateBy(r, textOf(s));
      });
    case "querySelectorAll":
    case "getElementsByClassName":
    case "getElementsByTagName":
    case "contains":
      return fn((args) => elementMethods[property](r, r.page.html, args));
    case "getElementsByName":
      return fn(([name]) =>
        list(r.page.elements.filter((e) => r.page.attribute(e, "name", r.store) === textOf(name)).map(elementOf)),
      );
    case "createElement":
      return fn(([tag]) => (/^template$/i.test(textOf(tag)) ? template(r, "") : created(r, textOf(tag))));
    case "createDocumentFragment":
      return fn(() => fragment(r, []));
    case "importNode":
      return fn(([node, deep]) =>
        isA(node, "element")
          ? elementOf(cloned(r, node.element, deep === true))
          : r.call(r.member(node, "cloneNode"), [deep]),
      );
    case "createTextNode":
      return fn(([text]) => textOf(text));
    case "forms":
      return {
        is: named(
          r,
          r.page.elements.filter((e) => e.tag === "form"),
        ),
      };
    case "addEventListener":
    case "removeEventListener":
    case "dispatchEvent":
      return fn((args) => targetMethods[property](r, "document", args));
    case "startViewTransition":
      return fn(([call]) => transition(r, call));
    case "readyState":
      return { is: "complete" };
    case "defaultView":
      return { is: native("window") };
    case "hidden":
      return { is: false };
    case "visibilityState":
      return { is: "visible" };
  }
  return null;
}

/** What documents have besides, which is not gone into here. */
const more = new Set(
  `adoptNode all alinkColor append bgColor characterSet charset children close compatMode createEvent createRange
   currentScript designMode dir domain elementFromPoint execCommand exitFullscreen fgColor fonts fullscreenElement
   getSelection hasFocus head images lastModified linkColor links open prepend referrer replaceChildren scripts
   styleSheets vlinkColor write writeln`.split(/\s+/),
);
export const isOfDocument = (r: Context, name: string): boolean => more.has(name) || ofDocument(r, name) !== null;

/** A `template` by its id, or by being the only one; a script that is data by its id. */
function templateBy(r: Context, selector: string): Js {
  const [, id] = /^(?:template)?#([\w-]+)$/.exec(selector.trim()) ?? [];
  const isOnly = selector.trim() === "template";
  const found = r.page.templates.find((t) => (id === undefined ? isOnly && !t.isData : t.attributes.id === id));
  if (!found) return null;
  if (!found.isData) return template(r, found.markup);
  return object(Object.fromEntries(["textContent", "innerHTML", "innerText", "text"].map((n) => [n, found.markup])));
}
