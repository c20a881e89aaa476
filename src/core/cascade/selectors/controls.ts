/** What markup alone decides about controls: which are off, can be written in, have to be filled in, show as chosen. */
import { attribute, closest, has, isElement, rootOf, type StyledElement, within } from "./tree";

const fields = new Set(["input", "select", "textarea"]);
/** Elements that `disabled` turns off (HTML §4.16.3). */
const disableable: ReadonlySet<string> = new Set(["button", "fieldset", "optgroup", "option", ...fields]);

/** What of a tree tells which controls are off. */
export interface Controls<E> {
  tag(e: E): string;
  parent(e: E): E | null;
  children(e: E): readonly E[];
  /** Whether it has the attribute itself. */
  isSaid(e: E): boolean;
}
/**
 * Whether a control is disabled, by itself or by what it is in (HTML §4.16.3). A fieldset takes what is in it along, but for
 * its first legend; a group of options takes its options along.
 */
export function isDisabled<E>(e: E, of: Controls<E>): boolean {
  const tag = of.tag(e);
  if (!disableable.has(tag)) return false;
  if (of.isSaid(e)) return true;
  const around = of.parent(e);
  if (tag === "option") return around !== null && of.tag(around) === "optgroup" && of.isSaid(around);
  if (tag === "optgroup") return false;
  let inner = e;
  for (let up = around; up !== null; inner = up, up = of.parent(up))
    if (of.tag(up) === "fieldset" && of.isSaid(up) && inner !== of.children(up).find((c) => of.tag(c) === "legend"))
      return true;
  return false;
}
const controls: Controls<StyledElement> = {
  tag: (e) => e.tag,
  parent: (e) => e.parent,
  children: (e) => e.children.filter(isElement),
  isSaid: (e) => has(e, "disabled"),
};
export const isOff = (e: StyledElement): boolean => isDisabled(e, controls);
export const isOn = (e: StyledElement): boolean => disableable.has(e.tag) && !isOff(e);

const noKeys = /^(checkbox|radio|button|submit|reset|range|color|file|image|hidden)$/;
const typeOf = (e: StyledElement): string => (attribute(e, "type") ?? "text").toLowerCase();
const isEditable = (edits: string | undefined): boolean => /^(|true|plaintext-only)$/i.test(edits ?? "no");
/** True for what one types into, so that its focus is to be seen whoever gave it. */
export function takesKeys(tag: string, attributes: Readonly<Record<string, string>>): boolean {
  if (tag === "input") return !noKeys.test((attributes.type ?? "text").toLowerCase());
  return tag === "textarea" || tag === "select" || isEditable(attributes.contenteditable);
}
/** Selectors 4 §12.1.2; what stands in something that is edited is edited with it. */
export function isWritable(e: StyledElement): boolean {
  if (e.tag === "input" || e.tag === "textarea")
    return takesKeys(e.tag, e.attributes) && !has(e, "readonly") && !isOff(e);
  for (let up: StyledElement | null = e; up; up = up.parent) {
    const edits = attribute(up, "contenteditable");
    if (isEditable(edits)) return true;
    if (edits?.toLowerCase() === "false") return false;
  }
  return false;
}

/** A box that is checked, or a radio button (HTML §4.10.5.1.15 and .16). */
export const isCheckable = (tag: string, { type = "" }: Readonly<Record<string, string>> = {}): boolean =>
  tag === "input" && /^(checkbox|radio)$/i.test(type);

/** Types of fields that nobody can be made to fill in (HTML §4.10.5.1, "the required attribute"). */
const neverRequired = /^(hidden|range|color|submit|image|reset|button)$/;
export const isRequired = (e: StyledElement): boolean =>
  fields.has(e.tag) && has(e, "required") && !(e.tag === "input" && neverRequired.test(typeOf(e)));
export const isOptional = (e: StyledElement): boolean => fields.has(e.tag) && !isRequired(e);

/** Types of fields that a placeholder is a hint for (HTML §4.10.5.3.10). */
const hinted = /^(text|search|url|tel|email|password|number)$/;
export const isHinted = (tag: string, type: string): boolean =>
  tag === "textarea" || (tag === "input" && hinted.test((type || "text").toLowerCase()));
const known = /^(text|search|url|tel|email|password|number|date|datetime-local|month|time|week)$/;
/** Its placeholder stands in place of a value (HTML §4.10.5.3.10). */
export function isShownEmpty(e: StyledElement): boolean {
  if (!has(e, "placeholder")) return false;
  if (e.tag === "textarea") return !e.children.some((c) => !isElement(c) && c !== "");
  const type = typeOf(e);
  if (e.tag !== "input" || (!hinted.test(type) && (known.test(type) || noKeys.test(type)))) return false;
  const value = attribute(e, "value") ?? "";
  // What is no number is none (HTML §4.10.5.1.12).
  return type === "number" ? !/^-?(\d+(\.\d+)?|\.\d+)(e[+-]?\d+)?$/i.test(value) : value === "";
}

/** The entries of a list that an entry is one of. */
function listOf(option: StyledElement): { list: StyledElement; all: StyledElement[] } | null {
  const list = closest(option, "select");
  return list && { list, all: [...within(list)].filter((o) => o.tag === "option" && closest(o, "select") === list) };
}
/** Of a list in which one is chosen the last that says so is; where it drops down and none does, the first that can be (HTML §4.10.7). */
function isChosen(option: StyledElement): boolean {
  const around = listOf(option);
  if (!around || has(around.list, "multiple")) return has(option, "selected");
  const said = around.all.filter((o) => has(o, "selected"));
  if (said.length) return option === said.at(-1);
  const dropsDown = !(Number(attribute(around.list, "size") ?? 1) > 1);
  return dropsDown && option === around.all.find((o) => !isOff(o));
}
export const isChecked = (e: StyledElement): boolean =>
  e.tag === "option" ? isChosen(e) : isCheckable(e.tag, { type: attribute(e, "type") ?? "" }) && has(e, "checked");

/** The radio buttons of its name and form, itself among them; none for one without a name (HTML §4.10.5.1.16). */
export function radioGroup(e: StyledElement): StyledElement[] {
  const [name, form] = [attribute(e, "name"), closest(e, "form")];
  const isOne = (o: StyledElement): boolean =>
    o.tag === "input" && typeOf(o) === "radio" && attribute(o, "name") === name && closest(o, "form") === form;
  return name ? [...within(rootOf(e))].filter((o) => o === e || isOne(o)) : [];
}

/** A bar without a value, and radio buttons of which none is checked (HTML §4.16.3). */
export function isIndeterminate(e: StyledElement): boolean {
  if (e.tag === "progress") return !has(e, "value");
  if (e.tag !== "input" || typeOf(e) !== "radio" || has(e, "checked")) return false;
  return !radioGroup(e).some((o) => has(o, "checked"));
}

/** Elements that a label can be of (HTML §4.10.2). */
export const labelable = /^(button|input|meter|output|progress|select|textarea)$/;
const isLabelable = (e: StyledElement): boolean =>
  labelable.test(e.tag) && !(e.tag === "input" && typeOf(e) === "hidden");
/** The control of a label (HTML §4.10.4). */
export function controlOf(label: StyledElement): StyledElement | null {
  const id = attribute(label, "for");
  if (id === undefined) return [...within(label)].find(isLabelable) ?? null;
  const found = [...within(rootOf(label))].find((e) => attribute(e, "id") === id);
  return found && isLabelable(found) ? found : null;
}
