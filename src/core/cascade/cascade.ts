/** Which declarations win for each element (CSS Cascading 4 §6, layers of 5). */
import type { Medium } from "./conditions";
import { type Doing, heavier, NOTHING_DONE, type Specificity, type StyledElement, whileDoing } from "./selectors";
import type { Declaration, Rules, Sheet, StyleRule } from "./sheet";

export interface Winner {
  value: string;
  important: boolean;
  rule: StyleRule;
  /** The rules it beat, the strongest first. */
  beat: readonly StyleRule[];
}
/** By property, as declared: shorthands are not taken apart here. */
export type Cascaded = ReadonlyMap<string, Winner>;

interface Entry {
  rule: StyleRule;
  specificity: Specificity;
  declaration: Declaration;
  at: number;
}

/** The stronger comes last. */
function strength(a: Entry, b: Entry): number {
  if (a.declaration.important !== b.declaration.important) return a.declaration.important ? 1 : -1;
  // What is important in an earlier layer beats what is in a later one (§6.4).
  const layer = a.rule.layer - b.rule.layer;
  if (layer) return a.declaration.important ? -layer : layer;
  return heavier(a.specificity, b.specificity) || a.rule.order - b.rule.order || a.at - b.at;
}

interface Listed {
  rule: StyleRule;
  index: number;
}
const byKey = new WeakMap<Rules, Map<string, Listed[]>>();
function indexOf(sheet: Rules): Map<string, Listed[]> {
  let index = byKey.get(sheet);
  if (!index) {
    index = new Map();
    for (const rule of sheet.rules)
      rule.selectors.forEach((s, i) => {
        const key = s.key ?? "*";
        const list = index!.get(key) ?? [];
        index!.set(key, list);
        list.push({ rule, index: i });
      });
    byKey.set(sheet, index);
  }
  return index;
}

/** Which of the sheet's media conditions hold, one sign each. */
export const mediaNow = (sheet: Sheet, medium: Medium): string =>
  sheet.media.map((m) => (m.holds(medium) ? "1" : "0")).join("");

/** The rules that match an element, each with the weight of the heaviest of its selectors that do. */
export function matching(
  sheet: Rules,
  element: StyledElement,
  media: string,
  starting = false,
): { rule: StyleRule; specificity: Specificity }[] {
  const index = indexOf(sheet);
  const found = new Map<StyleRule, Specificity>();
  const classes = element.attributes.class?.split(/\s+/).filter(Boolean) ?? [];
  const keys = ["*", element.tag, `#${element.attributes.id ?? ""}`, ...new Set(classes.map((c) => `.${c}`))];
  for (const key of keys)
    for (const { rule, index: i } of index.get(key) ?? []) {
      const selector = rule.selectors[i];
      const before = found.get(rule);
      if (before && heavier(before, selector.specificity) >= 0) continue;
      if (rule.starting && !starting) continue;
      if (rule.media.every((m) => media[m] === "1") && selector.matches(element)) found.set(rule, selector.specificity);
    }
  return [...found].map(([rule, specificity]) => ({ rule, specificity }));
}

/**
 * @param media see mediaNow
 * @param starting with what `@starting-style` says
 */
export function cascade(
  sheet: Rules,
  element: StyledElement,
  media: string,
  doing: Doing = NOTHING_DONE,
  starting = false,
): Cascaded {
  const matched = whileDoing(doing, () => matching(sheet, element, media, starting));
  const known = byMatches.get(sheet) ?? new Map<string, Cascaded>();
  byMatches.set(sheet, known);
  const key = matched.map(({ rule, specificity }) => `${rule.order}:${specificity}`).join(" ");
  const found = known.get(key) ?? winners(matched);
  known.set(key, found);
  return found;
}
/** What the same rules match has the same style: one value, by which it is known again. */
const byMatches = new WeakMap<Rules, Map<string, Cascaded>>();

function winners(matched: readonly { rule: StyleRule; specificity: Specificity }[]): Cascaded {
  const entries = new Map<string, Entry[]>();
  for (const { rule, specificity } of matched)
    rule.declarations.forEach((declaration, at) => {
      const list = entries.get(declaration.property) ?? [];
      entries.set(declaration.property, list);
      list.push({ rule, specificity, declaration, at });
    });
  const sorted: [Entry, Winner][] = [];
  for (const list of entries.values()) {
    list.sort(strength);
    const top = list[list.length - 1];
    const { value, important } = top.declaration;
    const beat = [
      ...new Set(
        list
          .slice(0, -1)
          .reverse()
          .map((e) => e.rule),
      ),
    ].filter((r) => r !== top.rule);
    sorted.push([top, { value, important, rule: top.rule, beat }]);
  }
  // In the order in which they were won: a shorthand and its longhands then follow each other as they count.
  sorted.sort(([a], [b]) => strength(a, b));
  return new Map(sorted.map(([e, w]) => [e.declaration.property, w]));
}
