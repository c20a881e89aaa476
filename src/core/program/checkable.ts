/** Boxes that are checked and radio buttons: what browsers do with them by themselves (HTML §4.10.5.1.15 and .16). */
import { isCheckable } from "../cascade";
import type { Component, Part } from "../model";
import type { Checkable, PartIndex, PartInfo } from "./program";

/** Of what can be checked: the ones that are not unchecked by a click. */
export const isRadio = ({ attributes }: Part): boolean => attributes?.type?.toLowerCase() === "radio";

export function checkableIn(doc: Component, parts: readonly PartInfo[]): Checkable {
  const all = parts.filter(({ part }) => isCheckable(part.tag, part.attributes));
  const groups = new Map<PartIndex, readonly PartIndex[]>();
  const byName = new Map<string, PartIndex[]>();
  for (const p of all) {
    const { name, form } = p.part.attributes ?? {};
    if (!isRadio(p.part) || !name) continue;
    const key = `${form ?? p.path.find((q) => parts[q].part.tag === "form")} ${name}`;
    const group = byName.get(key) ?? [];
    byName.set(key, group);
    group.push(p.index);
    groups.set(p.index, group);
  }
  const none: Checkable = { first: [], parts: new Set(all.map((p) => p.index)), said: [], groups };
  const first = all
    .filter((p) => p.part.attributes?.checked !== undefined)
    .reduce((checked, p) => withChecked(none, checked, p.index, true), none.first);
  const named = new Set(
    doc.looks
      .filter((row) =>
        Object.values(row.in).some((look) =>
          [look, ...(look.and ?? [])].some((l) => l.attributes?.checked !== undefined),
        ),
      )
      .map((row) => row.part),
  );
  return { ...none, first, said: all.filter((p) => named.has(p.name)).map((p) => p.index) };
}

/** @param checked in document order, as the result; the same list where nothing changes */
export function withChecked(
  { groups }: Pick<Checkable, "groups">,
  checked: readonly PartIndex[],
  part: PartIndex,
  on: boolean,
  present?: readonly boolean[],
): readonly PartIndex[] {
  // What is not in the document is in no group.
  const beside = (on && groups.get(part)?.filter((p) => p !== part && (present?.[p] ?? true))) || [];
  if (checked.includes(part) === on && !beside.some((p) => checked.includes(p))) return checked;
  const left = checked.filter((p) => p !== part && !beside.includes(p));
  return on ? [...left, part].sort((a, b) => a - b) : left;
}

/** Of a group in which one is checked, that one alone can be reached by Tab. */
export function isPassedOver(
  { groups }: Checkable,
  checked: readonly PartIndex[],
  part: PartIndex,
  present: readonly boolean[],
): boolean {
  const group = checked.includes(part) ? undefined : groups.get(part);
  return group?.some((p) => present[p] && checked.includes(p)) ?? false;
}
