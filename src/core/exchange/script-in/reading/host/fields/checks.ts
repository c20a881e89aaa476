/**
 * What browsers check of a form before it is sent (HTML §4.10.21): of what its markup and its script say, since what is
 * typed is a person's own.
 */

import { type Flaw, flawOf } from "../../../../../cascade";
import { patternOf } from "../../builtins";
import type { Context } from "../../context";
import type { PageElement } from "../../page";
import { type JsObject, object } from "../../values";
import { isCheckable } from "../native";

/** What of a field is not in order as the page is now. */
function flawIn(r: Context, e: PageElement): Flaw | null {
  if (r.calling) r.fieldsAsked.add(r.line(r.calling));
  const now = r.page.asStyled(e, r.store);
  const { pattern, value = "" } = now.attributes;
  // One that could take long is told.
  if (pattern !== undefined && value) patternOf({ is: "pattern", source: `^(?:${pattern})$`, flags: "u" }, value);
  // What a script has put into it; its text is only what it begins with.
  return flawOf(e.tag === "textarea" && value ? { ...now, children: [value] } : now);
}

/** What a script is told of it (HTML §4.10.21.3). */
export function validityOf(r: Context, e: PageElement): JsObject {
  const flaw = flawIn(r, e);
  const flaws = ["badInput", "customError", "patternMismatch", "rangeOverflow", "rangeUnderflow"];
  const all = [...flaws, "stepMismatch", "tooLong", "tooShort", "typeMismatch", "valueMissing"];
  return object({ valid: flaw === null, ...Object.fromEntries(all.map((name) => [name, name === flaw])) });
}

/** Fields of a form that keep it from being sent; of a field, itself. */
export const invalidIn = (r: Context, of: PageElement): PageElement[] =>
  (of.tag === "form" ? r.page.all("input, select, textarea", of, r.store) : [of]).filter((e) => flawIn(r, e) !== null);

/**
 * Checks as browsers do before they send: each field that is not in order says so, and the first one gets the focus.
 * @returns whether all are in order
 */
export function report(r: Context, of: PageElement, focuses = true): boolean {
  const wrong = invalidIn(r, of);
  const told = wrong.filter((e) => r.dispatch("invalid", e));
  if (told.length && focuses) r.effect({ do: "focus", part: told[0].name });
  return !wrong.length;
}

/** What was checked is so again as the markup has it, unless somebody prevents it (HTML §4.10.22). */
export function reset(r: Context, form: PageElement): undefined {
  if (!r.dispatch("reset", form)) return undefined;
  for (const e of r.page.all("input", form, r.store))
    if (isCheckable(e)) r.write(`attribute ${e.name} checked`, e.attributes.checked ?? null);
  return undefined;
}
