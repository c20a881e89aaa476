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
export const optionGet = (r: Context, e: PageElement, property: string): Js =>
  e.tag === "select" ? ofList(r, e, property) : e.tag === "option" ? ofOption(r, e, property) : undefined;

function ofList(r: Context, select: PageElement, property: string): Js {
  switch (property) {
    case "options":
      return list(optionsOf(r, select).map(elementOf));
    case "length":
      return optionsOf(r, select).length;
    case "selectedIndex": {
      const chosen = chosenOf(r, select);
      return chosen ? optionsOf(r, select).indexOf(chosen) : -1;
    }
    case "selectedOptions": {
      const chosen = chosenOf(r, select);
      return list(chosen ? [elementOf(chosen)] : []);
    }
  }
  return undefined;
}

function ofOption(r: Context, option: PageElement, property: string): Js {
  const text = (): string => words(r.page.text(option, r.store));
  const select = (): PageElement | null => r.page.closest("select", option, r.store);
  switch (property) {
    case "text":
      return text();
    case "label":
      return r.page.attribute(option, "label", r.store) ?? text();
    case "index": {
      const of = select();
      return of ? optionsOf(r, of).indexOf(option) : 0;
    }
    case "selected": {
      const of = select();
      return of ? chosenOf(r, of) === option : undefined;
    }
  }
  return undefined;
}
