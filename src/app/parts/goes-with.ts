/** What is taken away together with a part, in words. Pure. */
import { allParts, type Component, removePart } from "../../core/model";

/** @returns empty where nothing else goes */
export function goesWith(doc: Component, name: string): string {
  const after = removePart(doc, name);
  const n = (count: number, one: string, many = `${one}s`): string[] =>
    count ? [count === 1 ? `1 ${one}` : `${count} ${many}`] : [];
  const lost = (of: (d: Component) => number): number => Math.max(0, of(doc) - of(after));
  const cells = (d: Component): number =>
    [...d.looks, ...d.reactions].reduce((s, r) => s + Object.keys(r.in).length, 0);
  const list = [
    ...n(lost((d) => allParts(d).length) - 1, "part inside", "parts inside"),
    ...n(
      lost((d) => d.looks.length),
      "row of looks",
      "rows of looks",
    ),
    ...n(
      lost((d) => d.reactions.length),
      "row of reactions",
      "rows of reactions",
    ),
    ...n(lost(cells), "cell"),
    ...n(
      lost((d) => Object.keys(d.focus).length),
      "focus rule",
    ),
    ...n(
      lost((d) => d.scenarios.reduce((s, c) => s + c.steps.length + c.steps.flatMap((t) => t.expect ?? []).length, 0)),
      "step or expectation of scenarios",
      "steps and expectations of scenarios",
    ),
    ...n(
      lost((d) => d.claims?.length ?? 0),
      "claim",
    ),
  ];
  return list.join(", ");
}
