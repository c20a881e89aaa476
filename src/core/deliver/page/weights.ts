/** What looks must weigh so that they win over the rules of the page, as the model says they do (Selectors 4 §17). */
import { readSheet, type StyleRule, type StyleSelector } from "../../cascade";
import { allParts, type Component, classesOf, type Part } from "../../model";
import { looksIn, ownRule, presenceIn, related } from "./own-style";

export interface Weights {
  /** What makes the selector of a part's rules heavy enough; mostly empty. */
  of(part: string): string;
  /** For rules that hold for any part. */
  most: string;
}

/** `[data-part="…"]` is one attribute: what weighs no more and stands before it loses. */
const isHeavier = ([ids, classes, types]: StyleSelector["specificity"]): boolean =>
  ids > 0 || classes > 1 || (classes === 1 && types > 0);

const idsNeeded = (selectors: readonly StyleSelector[]): number => {
  const heavy = selectors.filter((s) => isHeavier(s.specificity));
  return heavy.length ? Math.max(...heavy.map((s) => s.specificity[0])) + 1 : 0;
};
/** An id that no element has costs nothing and weighs one. */
const heavy = (ids: number): string => ":not(#_)".repeat(ids);

export function weightsOf(doc: Component): Weights {
  const rules = readSheet(doc.page.css ?? "").rules;
  const words = ["opacity", "visibility", "pointer-events", "position", "width", "height", "overflow", "clip-path"];
  const needed = new Map<string, number>();
  if (rules.length)
    for (const { part } of allParts(doc)) {
      const looks = doc.looks.filter((row) => row.part === part.name).flatMap(looksIn);
      const said = new Set([
        ...Object.keys(ownRule(doc, part)),
        ...Object.keys(presenceIn(doc, part)),
        ...looks.flatMap((l) => Object.keys(l.css ?? {})),
        ...(looks.some((l) => l.motion) ? ["transition"] : []),
      ]);
      const classes = new Set(looks.flatMap((l) => Object.keys(l.classes ?? {})));
      needed.set(part.name, idsNeeded(rivals(rules, part, said, classes)));
    }
  const about = rules.filter((r) => r.declarations.some((d) => words.includes(d.property)));
  const most = Math.max(0, ...needed.values(), idsNeeded(about.flatMap((r) => r.selectors)));
  return { of: (part) => heavy(needed.get(part) ?? 0), most: heavy(most) };
}

/** Selectors that may match a part and declare something of what is said of it. */
function rivals(
  rules: readonly StyleRule[],
  part: Part,
  said: ReadonlySet<string>,
  classes: ReadonlySet<string>,
): StyleSelector[] {
  const own = new Set([...classesOf(part), ...classes]);
  const may = ({ key }: StyleSelector): boolean =>
    key === null ||
    (key.startsWith(".")
      ? own.has(key.slice(1))
      : key.startsWith("#")
        ? key.slice(1) === part.attributes?.id
        : key === part.tag);
  return rules
    .filter((r) => r.declarations.some((d) => [...said].some((s) => related(s, d.property))))
    .flatMap((r) => r.selectors.filter(may));
}
