/** The roles of a page's elements: those that their authors give them, and those that they have by themselves. */

import {
  chosenRole,
  globalAttributes,
  isGrid,
  isListFor,
  isNone,
  isTable,
  saidRoles,
} from "../core/surface/accessibility/aria";
import { implicitRole, ownerRoles } from "../core/surface/accessibility/implicit-role";
import { onceALook } from "./look";
import { isFocusable, isInert } from "./standing";
import { around } from "./tree";

/** In a list or a table that is something else, what only makes sense in one is nothing. */
function isOfNone(element: Element): boolean {
  const { parentElement: parent } = element;
  const wanted = ownerRoles(element.localName, parent?.localName ?? "");
  return wanted !== undefined && parent !== null && !wanted.test(roleOf(parent));
}
const isNeeded = (e: Element): boolean =>
  isFocusable(e as HTMLElement, { displayed: e.getClientRects().length > 0, inert: isInert(e) }) ||
  globalAttributes.some((a) => e.hasAttribute(a));

export const saidRolesOf = (e: Element): string[] => saidRoles(e.getAttribute("role"));

export const roleOf = onceALook((element: Element): string => {
  const role = writtenRoleOf(element);
  return role === "cell" && isInGrid(element) ? "gridcell" : role;
});

function writtenRoleOf(element: Element): string {
  const chosen = chosenRole(saidRolesOf(element), {
    needed: () => isNeeded(element),
    named: () => isNamed(element),
    around: (role) => contextOf(element, role),
  });
  if (chosen !== undefined) return chosen ?? "";
  if (isOfNone(element)) return "";
  const attributes = Object.fromEntries([...element.attributes].map((a) => [a.name, a.value]));
  const tags = around(element).map((e) => e.localName);
  // A picture that says it is nothing is told where its author names it, which a title does not.
  const named = isNamed(element, tags[0] === "img" ? ["aria-label"] : undefined);
  return (
    implicitRole({ name: "", tag: tags[0], attributes }, { around: tags.slice(1), named, beside: besideOf(element) }) ??
    ""
  );
}

/** The role of the nearest with one around what is to have a role; a group only where its author says so. */
function contextOf(element: Element, wanted: string): string {
  for (const up of around(element).slice(1)) {
    if (isListFor(wanted, up.localName)) return "list";
    const role = roleOf(up);
    if (role !== "" && !isNone(role)) return role === "group" && !saidRolesOf(up).length ? "" : role;
  }
  return "";
}

/** The cells of a table that is a grid are its own (HTML-AAM §3.4, td). */
export const isInGrid = (cell: Element): boolean => isGrid(around(cell).slice(1).map(roleOf).find(isTable) ?? "");

const tagsIn = onceALook((parent: Element): string[] => [...parent.children].map((c) => c.localName));
const besideOf = ({ parentElement }: Element): string[] => (parentElement ? tagsIn(parentElement) : []);

/** What `aria-labelledby` names and is there; what closed details skip is not (CSS Contain 2 §4.2). */
export const referredBy = (e: Element): Element[] => {
  const tree = e.getRootNode() as Document | ShadowRoot;
  const ids = e.getAttribute("aria-labelledby")?.split(/\s+/).filter(Boolean) ?? [];
  return ids.flatMap((id) => tree.getElementById(id) ?? []).filter((named) => !isSkipped(named));
};

/** Whether it stands in details that are closed, and not in their summary. */
export function isSkipped(e: Element): boolean {
  const [, ...over] = around(e);
  return over.some((o) => o.matches("details:not([open])") && !o.querySelector(":scope > summary")?.contains(e));
}

/** Its author gives it a name. */
export const isNamed = (e: Element, by = ["aria-label", "title"]): boolean =>
  referredBy(e).length > 0 || by.some((name) => e.getAttribute(name)?.trim());
