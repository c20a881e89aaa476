/** What fields say as long as nobody types or chooses, and what lists to choose from are asked. */
import type { Context } from "../../context";
import type { PageElement } from "../../page";
import { elementOf, type Js, list } from "../../values";
import { isCheckable } from "../native";

const words = (text: string): string => text.trim().replace(/\s+/g, " ");
const optionsOf = (r: Context, select: PageElement): PageElement[] => r.page.all("option", select, r.store);

/** The option of a list that is chosen as long as nobody chooses: the last that says so, or the first that can be (HTML §4.10.7). */
function chosenOf(r: Context, select: PageElement): PageElement | null {
  const said = (e: PageElement, name: string): string | null => r.page.attribute(e, name, r.store);
  const options = optionsOf(r, select);
  const put = said(select, "value");
  if (put !== null) return options.find((o) => fieldValue(r, o) === put) ?? null;
  const one = options.findLast((o) => said(o, "selected") !== null);
  const isBox = said(select, "multiple") !== null || Number(said(select, "size") ?? 1) > 1;
  const canBe = (o: PageElement): boolean =>
    said(o, "disabled") === null && r.page.closest("optgroup[disabled]", o, r.store) === null;
  return one ?? (isBox ? null : (options.find(canBe) ?? null));
}

/** @returns what a field says as long as nobody types or chooses (HTML §4.10) */
export function fieldValue(r: Context, e: PageElement): string {
  if (e.tag === "output") return r.page.text(e, r.store);
  if (e.tag === "select") {
    const chosen = chosenOf(r, e);
    return chosen ? fieldValue(r, chosen) : "";
  }
  const said = r.page.attribute(e, "value", r.store);
  if (said !== null) return said;
  if (isCheckable(e)) return "on";
  return e.tag === "option" ? words(r.page.text(e, r.store)) : e.tag === "textarea" ? r.page.text(e, r.store) : "";
}

/** Properties of lists to choose from, and of what is in them; undefined for others. */
export function optionGet(r: Context, e: PageElement, property: string): Js {
  if (e.tag === "select") {
    const chosen = chosenOf(r, e);
    if (property === "options") return list(optionsOf(r, e).map(elementOf));
    if (property === "selectedOptions") return list(chosen ? [elementOf(chosen)] : []);
    if (property === "selectedIndex") return chosen ? optionsOf(r, e).indexOf(chosen) : -1;
    if (property === "length") return optionsOf(r, e).length;
  }
  const select = e.tag === "option" ? r.page.closest("select", e, r.store) : null;
  if (e.tag !== "option") return undefined;
  if (property === "text") return words(r.page.text(e, r.store));
  if (property === "label") return r.page.attribute(e, "label", r.store) ?? words(r.page.text(e, r.store));
  if (property === "index") return select ? optionsOf(r, select).indexOf(e) : 0;
  return property === "selected" && select ? chosenOf(r, select) === e : undefined;
}
