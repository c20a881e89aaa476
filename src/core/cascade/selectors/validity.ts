/** What browsers check of a field, as far as its markup tells it (HTML §4.10.21): what is typed is a person's own. */
import { boundedPattern } from "../../safety";
import { isCheckable, isChecked, isOff, radioGroup } from "./controls";
import { attribute, closest, has, isElement, type StyledElement, within } from "./tree";

/** In what way a field is not in order, as scripts are told of it (HTML §4.10.21.3, `ValidityState`). */
export type Flaw =
  | "valueMissing"
  | "typeMismatch"
  | "patternMismatch"
  | "rangeUnderflow"
  | "rangeOverflow"
  | "stepMismatch";

const fields = /^(input|select|textarea|button)$/;
const never = /^(hidden|button|reset|image)$/;
const DAY = 86_400_000;
const since = (text: string): number => Date.parse(`${text}Z`);
/** Monday of a week of a year (ISO 8601). */
const monday = (year: number, week: number): number => {
  const fourth = new Date(Date.UTC(year, 0, 4));
  return fourth.getTime() / DAY - ((fourth.getUTCDay() + 6) % 7) + (week - 1) * 7;
};
/**
 * Types of fields to be written in that take no other text than this, which stands for a number (HTML §4.10.5.1).
 * Steps are counted in `unit`, of one number where nothing is said; where the field says none, it is `step` of them.
 */
const shapes: Record<string, { shape: RegExp; step: number; unit?: number; number(text: string): number }> = {
  number: { shape: /^-?(\d+|\d*\.\d+)(e[-+]?\d+)?$/i, step: 1, number: Number },
  date: {
    shape: /^\d{4,}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/,
    step: 1,
    number: (t) => since(`${t}T00:00`) / DAY,
  },
  month: {
    shape: /^\d{4,}-(0[1-9]|1[0-2])$/,
    step: 1,
    number: (t) => Number(t.slice(0, -3)) * 12 + Number(t.slice(-2)),
  },
  week: {
    shape: /^\d{4,}-W(0[1-9]|[1-4]\d|5[0-3])$/,
    step: 1,
    unit: 7,
    number: (t) => monday(Number(t.slice(0, -4)), Number(t.slice(-2))),
  },
  time: {
    shape: /^([01]\d|2[0-3]):[0-5]\d(:[0-5]\d(\.\d{1,3})?)?$/,
    step: 60,
    number: (t) => since(`1970-01-01T${t}`) / 1000,
  },
  "datetime-local": {
    shape: /^\d{4,}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])[T ]([01]\d|2[0-3]):[0-5]\d(:[0-5]\d(\.\d{1,3})?)?$/,
    step: 60,
    number: (t) => since(t.replace(" ", "T")) / 1000,
  },
};
/** They always have a value, or none is asked of them. */
const full = /^(color|range|submit)$/;
const patterned = /^(text|search|url|tel|email|password)$/;
const EMAIL = /^[\w.!#$%&'*+/=?^`{|}~-]+@[a-z\d](?:[a-z\d-]{0,61}[a-z\d])?(?:\.[a-z\d](?:[a-z\d-]{0,61}[a-z\d])?)*$/i;
const URL_SHAPE = /^[a-z][a-z\d+.-]*:\S/i;

const words = (e: StyledElement): string => e.children.filter((c) => !isElement(c)).join("");
const types =
  /^(hidden|text|search|tel|url|email|password|date|month|week|time|datetime-local|number|range|color|checkbox|radio|file|submit|image|reset|button)$/;
/** What it is by its type; of no known one a field is for text, and a button sends (HTML §4.10.5, §4.10.6). */
function typeOf(e: StyledElement): string {
  const said = (attribute(e, "type") ?? "").toLowerCase();
  if (e.tag === "button") return /^(button|reset)$/.test(said) ? said : "submit";
  return e.tag !== "input" ? e.tag : types.test(said) ? said : "text";
}

/** Whether a field is checked at all (HTML §4.10.21.1). */
const isAsked = (e: StyledElement): boolean =>
  fields.test(e.tag) &&
  !never.test(typeOf(e)) &&
  !(has(e, "readonly") && /^(input|textarea)$/.test(e.tag)) &&
  !isOff(e) &&
  closest(e, "datalist") === null;

/** A list is asked for a choice; where it drops down its first entry, of no value, is none (HTML §4.10.7). */
function isChosen(e: StyledElement): boolean {
  const options = [...within(e)].filter((o) => o.tag === "option");
  const dropsDown = !has(e, "multiple") && Number(attribute(e, "size") ?? 1) <= 1;
  const one = options.find(isChecked);
  if (!one) return false;
  const isFirst = dropsDown && one === options[0] && one.parent === e;
  return !isFirst || (attribute(one, "value") ?? words(one).trim()) !== "";
}

/** One of a group of radio buttons is asked for where any of them has to be checked (HTML §4.10.5.1.16). */
function isTicked(e: StyledElement): boolean {
  if (typeOf(e) !== "radio") return !has(e, "required") || has(e, "checked");
  const group = radioGroup(e);
  return !group.some((o) => has(o, "required")) || group.some((o) => has(o, "checked"));
}

/** Between its bounds, and on its steps (HTML §4.10.5.3.7 and .8); a bound that is none of its values is none. */
function misfit(e: StyledElement, value: string): Flaw | null {
  const type = typeOf(e);
  const { shape, step: own, unit = 1, number } = shapes[type];
  const bound = (name: string): number | null => {
    const said = attribute(e, name);
    return said !== undefined && shape.test(said) ? number(said) : null;
  };
  const [n, min, max, said] = [number(value), bound("min"), bound("max"), attribute(e, "step") ?? ""];
  // Round midnight it may be later than its latest time and earlier than its earliest (HTML §4.10.5.1.10).
  const isRound = type === "time" && min !== null && max !== null && max < min;
  if (isRound ? n > max && n < min : min !== null && n < min) return "rangeUnderflow";
  if (!isRound && max !== null && n > max) return "rangeOverflow";
  if (/^any$/i.test(said)) return null;
  // From its own value on it takes steps where no least one is said: what it begins with is one.
  const by = Number(said) > 0 ? Number(said) : own;
  const steps = (n - (min ?? n)) / (by * unit);
  return Math.abs(steps - Math.round(steps)) < 1e-9 ? null : "stepMismatch";
}

/** A pattern that takes too long to try takes anything. */
const takes = (pattern: string, value: string): boolean =>
  boundedPattern(`^(?:${pattern})$`, "u", value)?.test(value) ?? true;

/** What of a field is not in order, by its markup; null for what is, and for what is not checked at all. */
export function flawOf(e: StyledElement): Flaw | null {
  if (!isAsked(e) || e.tag === "button") return null;
  if (isCheckable(e.tag, e.attributes)) return isTicked(e) ? null : "valueMissing";
  const missing = has(e, "required") ? "valueMissing" : null;
  if (e.tag === "select") return isChosen(e) ? null : missing;
  if (e.tag === "textarea") return words(e) === "" ? missing : null;
  const type = typeOf(e);
  if (full.test(type)) return null;
  // Which file it is only a person says.
  const text = type === "file" ? "" : (attribute(e, "value") ?? "");
  const value = /^(email|url)$/.test(type) ? text.trim() : shapes[type]?.shape.test(text) === false ? "" : text;
  if (value === "") return missing;
  if (shapes[type]) return misfit(e, value);
  if (type === "email" && !(has(e, "multiple") ? value.split(",") : [value]).every((v) => EMAIL.test(v.trim())))
    return "typeMismatch";
  if (type === "url" && !URL_SHAPE.test(value)) return "typeMismatch";
  const pattern = patterned.test(type) ? attribute(e, "pattern") : undefined;
  return pattern !== undefined && !takes(pattern, value) ? "patternMismatch" : null;
}

const holders = /^(form|fieldset)$/;
const holdsFlaw = (e: StyledElement): boolean => [...within(e)].some((f) => flawOf(f) !== null);
/** Selectors 4 §12.3.2; a form, and a group in it, with all that is in it. */
export const isInvalid = (e: StyledElement): boolean => (holders.test(e.tag) ? holdsFlaw(e) : flawOf(e) !== null);
export const isValid = (e: StyledElement): boolean =>
  holders.test(e.tag) ? !holdsFlaw(e) : isAsked(e) && flawOf(e) === null;
