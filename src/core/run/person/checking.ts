/** What a click does to a box that is checked and to a radio button, and the arrow keys in a group of these. */
import { DOCUMENT, isRadio, looksAt, type PartIndex, withChecked } from "../../program";
import type { Layout } from "../../surface";
import type { Working } from "../state/working";
import { isHeldApart } from "./focus";

/**
 * As a click begins, before anybody hears of it (DOM §2.9, legacy-pre-activation behavior).
 * @returns takes it back, for a click that is prevented: what was checked before in its group is so again
 */
export function checkByClick(m: Working, target: PartIndex): () => void {
  const { checkable, parts } = m.program;
  if (target === DOCUMENT || !checkable.parts.has(target) || m.layout.disabled[target]) return () => {};
  const beside = checkable.groups.get(target) ?? [target];
  const was = beside.find((p) => m.layout.present[p] && m.checked.includes(p));
  const put = (part: PartIndex, on: boolean): void => {
    m.checked = withChecked(checkable, m.checked, part, on, m.layout.present);
  };
  put(target, isRadio(parts[target].part) || !m.checked.includes(target));
  return () => put(was ?? target, was !== undefined);
}

/**
 * Where looks say whether it is checked, it is as they say, whoever clicked on it. One that comes back checked takes the
 * place of what was checked in the meantime.
 */
export function settleChecked(m: Working, before: Layout | null): void {
  const { checkable, parts } = m.program;
  if (before && before.present !== m.layout.present && checkable.groups.size) {
    const back = m.checked.filter((p) => m.layout.present[p] && !before.present[p]);
    for (const p of back) m.checked = withChecked(checkable, m.checked, p, true, m.layout.present);
  }
  for (const p of checkable.said) {
    const said = looksAt(m.program, m.pose)[p].attributes.get("checked");
    const on = said === undefined ? parts[p].part.attributes?.checked !== undefined : said !== null;
    m.checked = withChecked(checkable, m.checked, p, on, m.layout.present);
  }
}

/** Arrow keys go round in a group of radio buttons. @returns the one that is focused and clicked, DOCUMENT for none */
export function besideInGroup(m: Working, from: PartIndex, key: string): PartIndex {
  const by = /^(Shift\+)?Arrow(Down|Right)$/.test(key) ? 1 : /^(Shift\+)?Arrow(Up|Left)$/.test(key) ? -1 : 0;
  const group = by && from !== DOCUMENT ? m.program.checkable.groups.get(from) : undefined;
  if (!group || !m.layout.displayed[from] || isHeldApart(m, from)) return DOCUMENT;
  const can = group.filter((p) => p === from || m.layout.focusable[p]);
  const to = can[(can.indexOf(from) + by + can.length) % can.length];
  return to === from ? DOCUMENT : to;
}
