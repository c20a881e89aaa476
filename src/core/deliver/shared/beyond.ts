/** Rules that mean the whole page along with everything else, and in a project mean the component alone. */
import * as cssTree from "css-tree";
import { parseSheet } from "../../cascade";
import type { Component } from "../../model";
import { eachRule } from "./scope";

/** What would be seen around the component; what is inherited, or sizes boxes, is about its own elements. */
const shows =
  /^(opacity|visibility|display|filter|backdrop-filter|transform|translate|scale|rotate|pointer-events|clip-path|mask.*)$/i;

/** Whether it is one compound that `body` may match without being named: `:not(.open)`, `*:has(.open)`. */
function meansAll({ children }: cssTree.Selector): boolean {
  const parts = children.toArray();
  return (
    parts.some((n) => n.type === "PseudoClassSelector") &&
    parts.every(
      (n) => (n.type === "PseudoClassSelector" && n.name !== "root") || (n.type === "TypeSelector" && n.name === "*"),
    )
  );
}

/** @returns one line for each such rule */
export function notesOnThePage({ page }: Component): string[] {
  const notes: string[] = [];
  eachRule(parseSheet(page.css ?? "", { parseValue: false, parseCustomProperty: false }), (selectors, block) => {
    const shown = block.children.toArray().find((d) => d.type === "Declaration" && shows.test(d.property));
    const all = selectors.find(meansAll);
    if (shown?.type !== "Declaration" || !all) return;
    const rule = `${cssTree.generate(all)} { ${shown.property}: ${cssTree.generate(shown.value).trim()} }`;
    notes.push(
      `The rule ${rule} means the whole page on a page of its own; here it means what is in the component. ` +
        "Name the parts that it is for to have the same everywhere.",
    );
  });
  return notes;
}
