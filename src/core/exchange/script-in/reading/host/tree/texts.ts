/** The texts of elements as nodes (DOM §4.4, §4.11). */
import type { Context } from "../../context";
import { isElement, type PageElement } from "../../page";
import { elementOf, type Js, list, NotUnderstood, native, object, textOf } from "../../values";

/**
 * `firstChild`, `lastChild` and `childNodes`, as far as it is known what they are: between elements there may have been
 * white space, which a component does not keep.
 * @param say says an element's text anew
 */
export function nodeOf(r: Context, e: PageElement, property: string, say: (text: string) => void): Js {
  const said = r.store.get(`text ${e.name}`);
  const there = e.children.filter((c) => !isElement(c) || r.page.isThere(c, r.store));
  const nodes = said === undefined || said === null ? there : String(said) === "" ? [] : [String(said)];
  const own = nodes.length === 1;
  const node = (c: PageElement | string): Js => (isElement(c) ? elementOf(c) : textNode(c, own ? say : null));
  if (property === "childNodes") {
    if (nodes.some(isElement)) throw new NotUnderstood(null, ".childNodes");
    return list(nodes.map(node));
  }
  const found = property === "firstChild" ? nodes[0] : nodes.at(-1);
  if (found === undefined) return null;
  if (isElement(found) && !own) throw new NotUnderstood(null, `.${property}`);
  return node(found);
}

/** @param say null where other nodes stand beside it */
function textNode(text: string, say: ((text: string) => void) | null): Js {
  const value = (name: string): [string, Js] => [
    name,
    {
      is: "accessor",
      get: native(name, () => text),
      set: native(name, ([said]) => {
        if (!say) throw new NotUnderstood(null, `.${name} = … of a text beside others`);
        say(textOf(said ?? ""));
        return undefined;
      }),
    },
  ];
  const values = ["nodeValue", "data", "textContent"].map(value);
  return object(new Map<string, Js>([["nodeType", 3], ["nodeName", "#text"], ["length", text.length], ...values]));
}
