/** Keys: dispatch from the focus outwards, then what browsers do by themselves with Tab, Enter and Space. */

import { isCheckable } from "../../cascade";
import { keyParts } from "../../model";
import { DOCUMENT, doingAsked, isDisclosing, isRadio, type PartIndex } from "../../program";
import { attributeOf } from "../../surface";
import type { Working } from "../state/working";
import { besideInGroup } from "./checking";
import { focusByTab, moveFocus } from "./focus";
import { click } from "./pointer";

function dispatch(m: Working, key: string, up: boolean): void {
  m.prevented = false;
  if (!m.program.keyRows.length) return;
  const listening = m.program.keyRows.filter((k) => k.key === key && k.up === up);
  if (!listening.length) return;
  const path = m.focus === DOCUMENT ? [] : m.program.parts[m.focus].path;
  for (const at of path) {
    const rows = listening.filter((k) => k.within === at).map((k) => k.row);
    if (rows.length && m.dispatch(at, "key", rows)) return;
  }
  const rows = listening.filter((k) => k.within === null).map((k) => k.row);
  m.dispatch(DOCUMENT, "key", rows);
}

/** A key goes down, and comes up again. */
export function press(m: Working, key: string): void {
  pressKey(m, key);
  releaseKey(m, key);
}

export function pressKey(m: Working, key: string): void {
  const { focus } = m;
  if (doingAsked(m.program).has("focus-visible") && !/^(Ctrl|Control|Alt|Meta)/.test(key)) m.keyed = true;
  dispatch(m, key, false);
  // Whatever is held with it, the space bar does the same.
  const bare = keyParts(key).key;
  if (bare === "Space") m.spaceAt = m.prevented ? null : focus;
  if (m.prevented) return;
  if (key === "Tab" || key === "Shift+Tab") focusByTab(m, key !== "Tab");
  const beside = besideInGroup(m, focus, key);
  if (beside !== DOCUMENT) {
    const from = m.focus;
    moveFocus(m, beside, "arrow");
    if (m.focus !== from) m.focusChanged(from);
    click(m, beside);
  }
  if (bare !== "Enter" || m.focus === DOCUMENT) return;
  const isLink = /^(a|area)$/.test(m.program.parts[m.focus].part.tag);
  // A link is activated by the keydown event at itself, all other controls by the keypress event, which goes to the element
  // that has the focus by then. Firefox activates a link by keypress, too; no standard decides.
  if (isLink && m.focus !== focus) return;
  // With a modifier, a link opens another window, and no other control is activated.
  if (key !== "Enter" && key !== "Shift+Enter" && !isLink) return;
  if (activates(m, m.focus, "Enter")) click(m, m.focus, { elsewhere: isLink && key !== "Enter" });
  else if (isLine(m, m.focus)) submit(m, m.focus);
}

/** A field of one line, in which Enter is for the form (HTML §4.10.21.2, implicit submission). */
const isLine = (m: Working, part: PartIndex): boolean => {
  const { tag, attributes = {} } = m.program.parts[part].part;
  return tag === "input" && !/^(button|submit|reset|image|file|color|range|hidden)$/i.test(attributes.type ?? "text");
};

/** Clicks the form's default button, if it has one that is not disabled. */
function submit(m: Working, field: PartIndex): void {
  const { parts } = m.program;
  const form = parts[field].path.find((p) => parts[p].part.tag === "form");
  if (form === undefined) return;
  const button = parts.slice(form, parts[form].end).find(({ index, part: { tag, attributes = {} } }) => {
    if (!m.layout.present[index]) return false;
    const type = (attributes.type ?? "").toLowerCase();
    return tag === "button" ? !/^(button|reset)$/.test(type) : tag === "input" && /^(submit|image)$/.test(type);
  });
  if (button && !m.layout.disabled[button.index]) click(m, button.index);
}

export function releaseKey(m: Working, key: string): void {
  dispatch(m, key, true);
  if (keyParts(key).key !== "Space") return;
  // Space activates where it was pressed and released on the same element.
  const target = m.spaceAt;
  m.spaceAt = null;
  if (!m.prevented && target !== null && target !== DOCUMENT && target === m.focus && activates(m, target, "Space"))
    click(m, target);
}

function activates(m: Working, target: PartIndex, key: "Enter" | "Space"): boolean {
  const { part } = m.program.parts[target];
  if (m.layout.disabled[target]) return false;
  if (part.tag === "input") {
    // Whatever role it is given: a box that says it is a switch is checked like any other.
    const type = (part.attributes?.type ?? "").toLowerCase();
    if (/^(button|submit|reset|image)$/.test(type)) return true;
    // Chromium does not click a radio button that is checked already; Firefox does, and no standard says.
    return key === "Space" && isCheckable(part.tag, part.attributes) && !(isRadio(part) && m.checked.includes(target));
  }
  // An anchor that leads nowhere is no link.
  if (/^(a|area)$/.test(part.tag)) return key === "Enter" && attributeOf(m.program, m, target, "href") !== null;
  return part.tag === "button" || isDisclosing(m.program.parts, target);
}
