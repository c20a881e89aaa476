/**
 * What browsers check of a form before it is sent (HTML §4.10.21): of what its markup and its script say, since what is
 * typed is a person's own.
 */

import { patternOf } from "../builtins";
import type { Context } from "../context";
import type { PageElement } from "../page";
import { isCheckable } from "./native";

const never = /^(hidden|button|reset|submit|image)$/;
/** Types of fields to be written in, each with what it takes a value for (HTML §4.10.5.1); the rest is text. */
const shapes: Record<string, RegExp> = {
  number: /^-?(\d+\.?|\d*\.\d+)(e[-+]?\d+)?$/i,
  date: /^\d{4,}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/,
  month: /^\d{4,}-(0[1-9]|1[0-2])$/,
  week: /^\d{4,}-W(0[1-9]|[1-4]\d|5[0-3])$/,
  time: /^([01]\d|2[0-3]):[0-5]\d(:[0-5]\d(\.\d{1,3})?)?$/,
  "datetime-local": /^\d{4,}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])[T ]([01]\d|2[0-3]):[0-5]\d(:[0-5]\d(\.\d{1,3})?)?$/,
};
/** They always have a value. */
const full = /^(color|range)$/;
const patterned = /^(text|search|url|tel|email|password)$/;
const EMAIL = /^[\w.!#$%&'*+/=?^`{|}~-]+@[a-z\d](?:[a-z\d-]{0,61}[a-z\d])?(?:\.[a-z\d](?:[a-z\d-]{0,61}[a-z\d])?)*$/i;
const URL_SHAPE = /^[a-z][a-z\d+.-]*:\S/i;

const attribute = (r: Context, e: PageElement, name: string): string | null => r.page.attribute(e, name, r.store);
const has = (r: Context, e: PageElement, name: string): boolean => attribute(r, e, name) !== null;
const words = (e: PageElement): string => e.children.filter((c) => typeof c === "string").join("");
const typeOf = (e: PageElement): string => (e.tag === "input" ? (e.attributes.type ?? "text").toLowerCase() : e.tag);

/** Whether a field is checked at all (HTML §4.10.21.1). */
function isAsked(r: Context, e: PageElement): boolean {
  if (never.test(typeOf(e)) || has(r, e, "readonly") || r.page.isDisabled(e, r.store)) return false;
  for (let around = e.parent; around; around = around.parent) if (around.tag === "datalist") return false;
  return true;
}

/** A list is asked for a choice; where it drops down its first entry, of no value, is none (HTML §4.10.7). */
function isChosen(r: Context, e: PageElement): boolean {
  const options = r.page.all("option", e, r.store);
  const dropsDown = !has(r, e, "multiple") && Number(attribute(r, e, "size") ?? 1) <= 1;
  const free = (o: PageElement): boolean => !has(r, o, "disabled");
  const one = options.find((o) => has(r, o, "selected")) ?? (dropsDown ? options.find(free) : undefined);
  if (!one) return false;
  const isFirst = dropsDown && one === options[0] && one.parent === e;
  return !isFirst || (attribute(r, one, "value") ?? words(one).trim()) !== "";
}

function isChecked(r: Context, e: PageElement): boolean {
  if (typeOf(e) !== "radio") return !has(r, e, "required") || has(r, e, "checked");
  const { name } = e.attributes;
  const group = r.page.elements.filter((o) => name && isCheckable(o) && o.attributes.name === name);
  return !group.some((o) => has(r, o, "required")) || group.some((o) => has(r, o, "checked"));
}

/** Between its bounds, and on its steps (HTML §4.10.5.3.7 and .8). */
function fits(r: Context, e: PageElement, value: string): boolean {
  const [min, max, step] = ["min", "max", "step"].map((name) => attribute(r, e, name));
  if (typeOf(e) !== "number") return !(min && value < min) && !(max && value > max);
  const n = Number(value);
  if ((min !== null && n < Number(min)) || (max !== null && n > Number(max))) return false;
  // From its own value on it takes steps where no least one is said: what it begins with is one.
  const by = step === null || !(Number(step) > 0) ? 1 : Number(step);
  const steps = (n - Number(min ?? n)) / by;
  return /^any$/i.test(step ?? "") || Math.abs(steps - Math.round(steps)) < 1e-9;
}

function isValid(r: Context, e: PageElement): boolean {
  if (isCheckable(e)) return isChecked(r, e);
  const required = has(r, e, "required");
  if (e.tag === "select") return !required || isChosen(r, e);
  const type = typeOf(e);
  if (full.test(type)) return true;
  const text = attribute(r, e, "value") ?? (e.tag === "textarea" ? words(e) : "");
  const value = /^(email|url)$/.test(type) ? text.trim() : shapes[type]?.test(text) === false ? "" : text;
  if (value === "") return !required;
  if (shapes[type]) return fits(r, e, value);
  const pattern = patterned.test(type) ? attribute(r, e, "pattern") : null;
  const whole = { is: "pattern", source: `^(?:${pattern})$`, flags: "u" } as const;
  if (pattern !== null && !patternOf(whole, value).test(value)) return false;
  if (type === "email") return (has(r, e, "multiple") ? value.split(",") : [value]).every((v) => EMAIL.test(v.trim()));
  return type !== "url" || URL_SHAPE.test(value);
}

/** Fields of a form that keep it from being sent; of a field, itself. */
export const invalidIn = (r: Context, of: PageElement): PageElement[] =>
  (of.tag === "form" ? r.page.all("input, select, textarea", of, r.store) : [of]).filter(
    (e) => isAsked(r, e) && !isValid(r, e),
  );

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
