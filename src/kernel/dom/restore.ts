/** What a component changes in markup that is not its own, noted before and put back at the end. */
import type { Component, Look } from "./component";
import { inside, marks } from "./looks";
import type { Page } from "./page";

/** Attributes that name elements by their id (HTML, WAI-ARIA 1.2). */
const referring = new Set(
  "for form list headers popovertarget commandfor aria-activedescendant aria-controls aria-describedby aria-details aria-errormessage aria-flowto aria-labelledby aria-owns".split(
    " ",
  ),
);

interface Ids {
  looks: Component["looks"];
  giveBack(): void;
}

/** Gives ids that the document has already a number, and all that refers to them with it. */
export function ownIds(root: HTMLElement, component: Component): Ids {
  const tree = root.getRootNode() as Document | ShadowRoot;
  const renamed = new Map<string, string>();
  const changed: [element: Element, attribute: string, before: string][] = [];
  const write = (element: Element, attribute: string, value: string): void => {
    changed.push([element, attribute, element.getAttribute(attribute)!]);
    element.setAttribute(attribute, value);
  };
  for (const element of root.querySelectorAll("[id]")) {
    if (tree.getElementById(element.id) === element) continue;
    let n = 2;
    while (tree.getElementById(`${element.id}-${n}`)) n++;
    renamed.set(element.id, `${element.id}-${n}`);
    write(element, "id", `${element.id}-${n}`);
  }
  const meant = (attribute: string, value: string): string => {
    if (attribute === "href")
      return value.startsWith("#") ? `#${renamed.get(value.slice(1)) ?? value.slice(1)}` : value;
    if (!referring.has(attribute)) return value;
    return value
      .split(/\s+/)
      .map((id) => renamed.get(id) ?? id)
      .join(" ");
  };
  const giveBack = (): void => {
    for (const [element, attribute, before] of changed.reverse()) element.setAttribute(attribute, before);
  };
  if (!renamed.size) return { looks: component.looks, giveBack };
  for (const element of root.querySelectorAll("*"))
    for (const { name, value } of [...element.attributes])
      if (meant(name, value) !== value) write(element, name, meant(name, value));
  const look = (l: Look): Look => ({
    ...l,
    attributes: Object.fromEntries(
      Object.entries(l.attributes ?? {}).map(([name, value]) => [name, value && ((env) => meant(name, value(env)))]),
    ),
  });
  const looks = Object.fromEntries(
    Object.entries(component.looks).map(([part, { base, cells, ...more }]) => [
      part,
      {
        ...more,
        base: look(base),
        cells: cells.map(([state, said, when]): (typeof cells)[number] => [state, look(said), when]),
      },
    ]),
  );
  return { looks, giveBack };
}

/** @returns what puts back all that looks change, on the root and on the parts */
export function remember(root: HTMLElement, component: Component): (page: Page) => void {
  const names = ["data-states", "data-when", "data-starting"];
  const onRoot = names.map((name) => [name, root.getAttribute(name)] as const);
  const values = Object.keys(component.values ?? {}).map((name) => [name, root.style.getPropertyValue(name)] as const);
  const parts = Object.entries(component.looks).map(([name, looks]) => {
    const element = root.querySelector<HTMLElement>(`[data-part="${name}"]`)!;
    const said = ["hidden", "inert", "disabled", "data-as"];
    for (const l of [looks.base, ...looks.cells.map(([, l]) => l)])
      said.push(...Object.keys(l.attributes ?? {}), ...(l.classes ? ["class"] : []));
    const attributes = [...new Set(said)].map((a) => [a, element.getAttribute(a)] as const);
    const nodes = [...element.childNodes];
    let gap = 0;
    // A text that begins empty has no node yet, and those behind it are one place further on once it has.
    const texts = (looks.texts ?? []).map(([at, , empty]) => {
      const node = empty ? undefined : nodes[at - gap];
      if (empty) gap++;
      return { at, node, before: node?.textContent ?? "" };
    });
    return { element, attributes, texts };
  });
  return ({ root }) => {
    for (const { element, attributes, texts } of parts) {
      marks.get(element)?.replaceWith(element);
      marks.delete(element);
      const own = inside.get(element);
      if (own && inside.delete(element)) element.replaceChildren(own);
      const nodes = [...element.childNodes];
      for (const { at, node, before } of texts) {
        if (node) node.textContent = before;
        else nodes[at]?.remove();
      }
      for (const [name, value] of attributes) put(element, name, value);
    }
    root.querySelector(":scope > [data-announcements]")?.remove();
    for (const [name, value] of values) root.style.setProperty(name, value);
    if (!root.getAttribute("style")) root.removeAttribute("style");
    for (const [name, value] of onRoot) put(root, name, value);
  };
}

function put(element: Element, name: string, value: string | null): void {
  if (value === null) element.removeAttribute(name);
  else if (element.getAttribute(name) !== value) element.setAttribute(name, value);
}
