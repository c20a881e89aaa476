/** Nodes without a parent, and templates that hold some (DOM §4.7; HTML §4.12.3). */
import type { Context } from "../../context";
import { insideMade, madeOf, nameFor } from "../../made";
import { isElement, type PageElement } from "../../page";
import { elementOf, isA, type Js, type JsList, type JsObject, list, native, object, textOf } from "../../values";
import { begun } from "./begun";

/** Stands in a fragment, for its nodes. */
const NODES = "<nodes>";

export function fragmentIn(v: Js): JsList | null {
  const nodes = isA(v, "object") ? v.of.get(NODES) : undefined;
  return isA(nodes, "list") ? nodes : null;
}

/** @param items elements, and texts */
export function fragment(r: Context, items: Js[]): JsObject {
  const nodes = list(items);
  const elements = (): PageElement[] => nodes.items.flatMap((n) => (isA(n, "element") ? [n.element] : []));
  const find = (selector: string): PageElement[] =>
    elements().flatMap((e) => [
      ...(r.page.matches(selector, e, r.store) ? [e] : []),
      ...r.page.all(selector, e, r.store),
    ]);
  const put = (args: Js[]): undefined => {
    r.heap.touch(nodes);
    nodes.items.push(...args);
    return undefined;
  };
  const get = (name: string, run: () => Js): [string, Js] => [
    name,
    { is: "accessor", get: native(name, run), set: null },
  ];
  return object(
    new Map<string, Js>([
      [NODES, nodes],
      ["querySelector", native("querySelector", ([s]) => elementOf(find(textOf(s))[0] ?? null))],
      ["querySelectorAll", native("querySelectorAll", ([s]) => list(find(textOf(s)).map(elementOf)))],
      ["getElementById", native("getElementById", ([id]) => elementOf(find(`#${textOf(id)}`)[0] ?? null))],
      ["append", native("append", put)],
      [
        "appendChild",
        native("appendChild", ([child]) => {
          put([child]);
          return child;
        }),
      ],
      get("firstElementChild", () => elementOf(elements()[0] ?? null)),
      get("lastElementChild", () => elementOf(elements().at(-1) ?? null)),
      get("children", () => list(elements().map(elementOf))),
      get("childElementCount", () => elements().length),
    ]),
  );
}

const holding = (r: Context, nodes: readonly (PageElement | string)[]): JsObject =>
  fragment(
    r,
    nodes.map((n) => (isElement(n) ? elementOf(n) : n)),
  );

/** What copies a template's content makes, each time anew. */
function copies(r: Context, markup: string): JsObject {
  const nodes = madeOf(r.page, markup, `copy ${r.site()}`, r.store, r.madeNow);
  for (const n of nodes) if (isElement(n)) begun(r, n);
  return holding(r, nodes);
}

/** What stands in a template itself: there for good, and never in the page. */
function standing(r: Context, markup: string): JsObject {
  const { page } = r;
  let nodes = page.inTemplates.get(markup);
  if (!nodes) {
    nodes = madeOf(page, markup, "template", r.store, new Set());
    for (const e of nodes.filter(isElement).flatMap((n) => [n, ...insideMade(n)])) {
      delete e.made;
      page.rename(e, nameFor(page, `template-${e.tag}`));
    }
    page.inTemplates.set(markup, nodes);
  }
  return holding(r, nodes);
}

/** A `template`, in the page or made by the script. */
export function template(r: Context, markup: string): JsObject {
  const own = object(new Map<string, Js>([["markup", markup]]));
  const now = (): string => textOf(own.of.get("markup"));
  const asked = (name: string): [string, Js] => [
    name,
    {
      is: "accessor",
      get: native(name, () => r.member(standing(r, now()), name)),
      set: null,
    },
  ];
  const names = [
    "querySelector",
    "querySelectorAll",
    "getElementById",
    "firstElementChild",
    "lastElementChild",
    "children",
  ];
  const whole = object(
    new Map<string, Js>([["cloneNode", native("cloneNode", () => copies(r, now()))], ...names.map(asked)]),
  );
  return object(
    new Map<string, Js>([
      ["content", whole],
      [
        "innerHTML",
        {
          is: "accessor",
          get: native("innerHTML", now),
          set: native("innerHTML", ([text]) => {
            r.heap.touch(own);
            own.of.set("markup", textOf(text));
            return undefined;
          }),
        },
      ],
    ]),
  );
}
