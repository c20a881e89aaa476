/** Rules that listen to more than their author wrote, where what he wrote is said in another way here. */
import * as cssTree from "css-tree";
import { parseSheet } from "../../cascade";

/**
 * `.dark .card` becomes `:is(.dark, body) .card`: `:is` weighs what the heaviest in it does (Selectors 4 §17).
 * @param others what counts as well as a simple selector, as selectors; mostly none
 */
export function widened(css: string, others: (simple: cssTree.CssNode) => readonly string[]): string {
  const found: { start: number; end: number; others: readonly string[] }[] = [];
  cssTree.walk(parseSheet(css, { positions: true, parseValue: false, parseCustomProperty: false }), (node) => {
    const more = node.loc ? others(node) : [];
    if (more.length) found.push({ start: node.loc!.start.offset, end: node.loc!.end.offset, others: more });
  });
  return found
    .sort((a, b) => a.start - b.start)
    .reduceRight(
      (text, { start, end, others: more }) =>
        `${text.slice(0, start)}:is(${[text.slice(start, end), ...more].join(", ")})${text.slice(end)}`,
      css,
    );
}
