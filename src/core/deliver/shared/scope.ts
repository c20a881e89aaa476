/** A component's style for a page that has others: every rule holds inside the root's class only, and weighs what it did. */
import * as cssTree from "css-tree";
import { parseSheet } from "../../cascade";
import { rootAttributes } from "../keys";

/** `:root`, `html` and `body` stand for the component's own root. */
const isRoot = (node: cssTree.CssNode): boolean =>
  (node.type === "PseudoClassSelector" && node.name === "root" && !node.children) ||
  (node.type === "TypeSelector" && /^(html|body)$/i.test(node.name));

const where = (className: string): cssTree.CssNode =>
  cssTree.fromPlainObject({
    type: "PseudoClassSelector",
    name: "where",
    children: [{ type: "Raw", value: `.${className}` }],
  } as cssTree.CssNodePlain);

/** Whether a selector asks about the root, whose attributes the component keeps. */
const asksRoot = (node: cssTree.CssNode): boolean => {
  let found = false;
  cssTree.walk(node, (n) => {
    if (n.type === "AttributeSelector" && rootAttributes.includes(n.name.name)) found = true;
  });
  return found;
};

/** @param className an identifier of CSS */
export function scoped(sheet: string, className: string): string {
  const tree = parseSheet(sheet, { parseValue: false, parseCustomProperty: false });
  eachRule(tree, (selectors) => {
    for (const selector of selectors) scopeOne(selector, className);
  });
  return laidOut(tree, "");
}

/** The rules that select elements; the frames of keyframes do not. */
export function eachRule(
  tree: cssTree.CssNode,
  use: (selectors: readonly cssTree.Selector[], block: cssTree.Block) => void,
): void {
  cssTree.walk(tree, {
    visit: "Rule",
    enter({ prelude, block }) {
      if (this.atrule && /keyframes$/i.test(this.atrule.name)) return;
      if (prelude.type !== "SelectorList") return;
      use(
        prelude.children.toArray().filter((s) => s.type === "Selector"),
        block,
      );
    },
  });
}

function scopeOne({ children }: cssTree.Selector, className: string): void {
  const list = children.toArray();
  // `html body p` is one root, not two.
  const end = list.findIndex((n) => n.type === "Combinator");
  const first = end < 0 ? list : list.slice(0, end);
  const roots = first.filter(isRoot);
  if (roots.length || first.some(asksRoot)) {
    const next = list[end + 1];
    if (roots.length && next && isRoot(next)) list.splice(0, end + 1);
    const rest = list.filter((n, i) => !(isRoot(n) && (i < (end < 0 ? list.length : end) || n === next)));
    children.fromArray([where(className), ...rest]);
    return;
  }
  const space = cssTree.fromPlainObject({ type: "Combinator", name: " " } as cssTree.CssNodePlain);
  children.fromArray([where(className), space, ...list]);
}

/** The sheet as a person lays it out. */
function laidOut(node: cssTree.CssNode, pad: string): string {
  const inner = `${pad}  `;
  const block = (b: cssTree.Block): string =>
    b.children
      .toArray()
      .map((n) => (n.type === "Declaration" ? `${inner}${declaration(n)};` : laidOut(n, inner)))
      .join("\n");
  switch (node.type) {
    case "StyleSheet":
      return node.children
        .toArray()
        .map((n) => laidOut(n, pad))
        .join("\n\n");
    case "Rule": {
      const selectors = cssTree.generate(node.prelude, spaced).replaceAll(",", `,\n${pad}`);
      const list = node.prelude.type === "SelectorList" ? selectorsOf(node.prelude).join(`,\n${pad}`) : selectors;
      return `${pad}${list} {\n${block(node.block)}\n${pad}}`;
    }
    case "Atrule": {
      const prelude = node.prelude ? ` ${cssTree.generate(node.prelude, spaced)}` : "";
      return `${pad}@${node.name}${prelude}${node.block ? ` {\n${block(node.block)}\n${pad}}` : ";"}`;
    }
    case "Comment":
      return `${pad}/*${node.value}*/`;
    default:
      return pad + cssTree.generate(node);
  }
}
const spaced = { mode: "spec" } as const;
const selectorsOf = (list: cssTree.SelectorList): string[] =>
  list.children.toArray().map((s) => cssTree.generate(s, spaced).replace(/\s*([>+~])\s*(?![^[]*\])/g, " $1 "));

function declaration(node: cssTree.Declaration): string {
  const value = cssTree.generate(node.value, spaced).trim();
  return `${node.property}: ${value}${node.important ? " !important" : ""}`;
}
