/** Custom elements (HTML §4.13): what stands in the page is made one, and told of what happens to it. */
import type * as acorn from "acorn";
import type { Context } from "../context";
import type { PageElement } from "../page";
import { elementOf, inherited, isA, type Js, textOf } from "../values";

/** Attributes of which a custom element is told (HTML §4.13.3), beside its own properties. */
const WATCHED = "<observed attributes>";
export function tellChanged(r: Context, e: PageElement, name: string, before: string | null, now: string | null): void {
  const own = r.extra(e, false);
  const watched = own?.of.get(WATCHED);
  if (!isA(watched, "list") || !watched.items.includes(name)) return;
  const changed = inherited(own, "attributeChangedCallback")?.value;
  if (changed !== undefined) r.call(changed, [name, before, now], elementOf(e));
}

/** `customElements.define(name, made by)`: each element of that name is made one, and told that it is in the page. */
export function defined(r: Context, name: string, by: Js, node: acorn.Node): undefined {
  for (const e of r.page.elements) {
    if (e.tag !== name.toLowerCase()) continue;
    const before = r.upgrading;
    r.upgrading = e;
    try {
      r.construct(by, [], node);
      const self = elementOf(e);
      const own = (property: string): Js => inherited(r.extra(e, false), property)?.value;
      const changed = own("attributeChangedCallback");
      const watched = isA(by, "function") ? r.member(by, "observedAttributes") : undefined;
      if (isA(watched, "list")) r.extra(e, true)!.of.set(WATCHED, watched);
      if (changed !== undefined && isA(watched, "list"))
        for (const a of watched.items) {
          const value = r.page.attribute(e, textOf(a), r.store);
          if (value !== null) r.call(changed, [a, null, value], self);
        }
      const connected = own("connectedCallback");
      if (connected !== undefined) r.call(connected, [], self);
    } finally {
      r.upgrading = before;
    }
  }
  return undefined;
}
