/** Rules that wait: for a class that a part has not got, or for what a person does. */
import type { Sheet, StyleRule } from "../../cascade";
import { classesOf, type Part } from "../../model";

/** The last compound of a selector. */
function lastOf(text: string): { classes: readonly string[]; id: string | undefined } {
  const last = text.split(/[\s>+~]+/).at(-1) ?? "";
  return { classes: [...last.matchAll(/\.([\w-]+)/g)].map((m) => m[1]), id: /#([\w-]+)/.exec(last)?.[1] };
}

interface Candidate {
  rule: StyleRule;
  classes: readonly string[];
  /** Its place among all of the sheet. */
  order: number;
}
interface Candidates {
  byId: Map<string, Candidate[]>;
  byClass: Map<string, Candidate[]>;
}
/** Selectors with classes by what a part must have so that they can be about it: the id, or one of the classes. */
const candidatesOf = new WeakMap<Sheet, Candidates>();
function candidates(sheet: Sheet): Candidates {
  let found = candidatesOf.get(sheet);
  if (found) return found;
  found = { byId: new Map(), byClass: new Map() };
  const put = (map: Map<string, Candidate[]>, key: string, one: Candidate): void => {
    const list = map.get(key);
    if (list) list.push(one);
    else map.set(key, [one]);
  };
  let order = 0;
  for (const rule of sheet.rules)
    for (const { text } of rule.selectors) {
      const { classes, id } = lastOf(text);
      const one = { rule, classes, order: order++ };
      if (classes.length && id !== undefined) put(found.byId, id, one);
      else for (const c of new Set(classes)) put(found.byClass, c, one);
    }
  candidatesOf.set(sheet, found);
  return found;
}

/** True where a rule that waits for what a person does brings the part or takes it away: a tip, a menu under the pointer. */
export function comesByRule(sheet: Sheet, part: Part): boolean {
  const keys = new Set([...classesOf(part).map((c) => `.${c}`), `#${part.attributes?.id ?? ""}`]);
  return sheet.rules.some(
    (rule) =>
      rule.declarations.some((d) => /^(display|visibility|opacity)$/.test(d.property)) &&
      rule.selectors.some((s) => s.asks.length > 0 && s.key !== null && keys.has(s.key)),
  );
}

/** The rules whose last compound is about this very part but for a class that it has not got, in their order, with that class. */
export function waitingRules(sheet: Sheet, part: Part): { rule: StyleRule; className: string }[] {
  const { byId, byClass } = candidates(sheet);
  const own = new Set(classesOf(part));
  const asked = new Set(byId.get(part.attributes?.id ?? ""));
  for (const c of own) for (const one of byClass.get(c) ?? []) asked.add(one);
  return [...asked]
    .sort((a, b) => a.order - b.order)
    .flatMap(({ rule, classes }) => {
      const className = classes.find((c) => !own.has(c));
      return className === undefined ? [] : [{ rule, className }];
    });
}
