/** `element.dataset`: attributes that begin with `data-`, by names in camel case (HTML §3.2.6.6). */
import type { Context } from "../../context";
import type { PageElement } from "../../page";
import { hosted, type Js, textOf } from "../../values";
import { attributeNames, attributeSet } from "./attributes";
import { kebab } from "./style";

const attributeOf = (name: string): string => `data-${kebab(name)}`;
const nameOf = (attribute: string): string => attribute.slice(5).replace(/-([a-z])/g, (_all, c) => c.toUpperCase());

export const dataset = (r: Context, e: PageElement): Js =>
  hosted(`dataset ${e.name}`, {
    get: (name) => r.page.attribute(e, attributeOf(name), r.store) ?? undefined,
    set: (name, value) => attributeSet(r, e, attributeOf(name), textOf(value)),
    remove: (name) => attributeSet(r, e, attributeOf(name), null),
    names: () => attributeNames(r, e).flatMap((n) => (n.startsWith("data-") ? [nameOf(n)] : [])),
  });
