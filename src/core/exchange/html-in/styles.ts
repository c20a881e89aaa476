/** Style as its author wrote it: the sheets stay sheets; custom properties of the root become tokens. */
import * as cssTree from "css-tree";
import { type Element, isText } from "domhandler";
import { parseSheet, readSheet, saidByClass } from "../../cascade";
import type { Component } from "../../model";
import { isPropertyName, sheetProblem, valueProblem } from "../../safety";
import { lineOf, type Remark } from "./remark";
import { widened } from "./widened";

export interface Styles {
  /** The page's rules, in their order and words. */
  page: string;
  tokens: NonNullable<Component["tokens"]>;
}

type Line = (offset: number) => number;

export function readStyles(elements: readonly Element[], remarks: Remark[]): Styles {
  const tokens = new Map<string, string>();
  const pieces: string[] = [];
  for (const element of elements) {
    if (element.name !== "style") continue;
    const start = lineOf(element);
    const text = element.children.map((c) => (isText(c) ? c.data : "")).join("");
    const line: Line = (offset) => start + text.slice(0, offset).split("\n").length - 1;
    const kept = dedent(rulesIn(text, line, remarks, element.attribs.media ? null : tokens));
    if (!kept) continue;
    pieces.push(
      element.attribs.media ? `@media ${element.attribs.media} {\n${kept.replace(/^(?=.)/gm, "  ")}\n}` : kept,
    );
    for (const r of readSheet(text).remarks) remarks.push({ line: start + r.line - 1, text: `style: ${r.text}` });
  }
  return {
    page: heardByClass(pieces.join("\n\n")),
    tokens: [...tokens].map(([name, value]) => ({ name, value })),
  };
}

/** Rules that wait for what the browser opens over the page listen to the class that says so here, too (of equal weight). */
function heardByClass(css: string): string {
  const names = new Map<string, string>(Object.entries(saidByClass));
  if (![...names.keys()].some((n) => css.includes(`:${n}`))) return css;
  return widened(css, (n) => {
    const said = n.type === "PseudoClassSelector" ? names.get(n.name.toLowerCase()) : undefined;
    return said ? [`.${said}`] : [];
  });
}

/** A sheet without what may not stand here; each rule in its own words, with the comments before it. */
function rulesIn(text: string, line: Line, remarks: Remark[], tokens: Map<string, string> | null): string {
  const tree = parseSheet(text, { positions: true, parseValue: false, parseCustomProperty: false });
  let out = "";
  let from = 0;
  tree.children.forEach((node) => {
    if (!node.loc) return;
    const { offset } = node.loc.start;
    const before = text.slice(from, offset);
    from = node.loc.end.offset;
    const rule = tokens && node.type === "Rule" ? withoutTokens(node, text, tokens) : text.slice(offset, from);
    const problem = sheetProblem(before + rule);
    if (problem) remarks.push({ line: line(offset), text: `a rule was left out: ${problem}` });
    else if (rule) out += before + rule;
  });
  const rest = text.slice(from);
  return sheetProblem(rest) ? out : out + rest;
}

/** What `:root` says of custom properties becomes tokens; the rest of such a rule stays. */
function withoutTokens(rule: cssTree.Rule, text: string, tokens: Map<string, string>): string {
  const { start, end } = rule.loc!;
  const whole = text.slice(start.offset, end.offset);
  if (cssTree.generate(rule.prelude) !== ":root") return whole;
  const cut: cssTree.CssLocation[] = [];
  let left = 0;
  rule.block.children.forEach((n) => {
    const plain = n.type === "Declaration" && /^--[A-Za-z_][\w-]{0,70}$/.test(n.property) && !n.important;
    const value = plain ? cssTree.generate((n as cssTree.Declaration).value).trim() : "";
    if (!plain || !value || value.length > 1000 || valueProblem(value)) {
      if (n.type !== "Comment") left++;
      return;
    }
    const { property } = n as cssTree.Declaration;
    tokens.delete(property);
    tokens.set(property, value);
    if (n.loc) cut.push(n.loc);
  });
  if (!left) return "";
  let out = "";
  let from = start.offset;
  for (const loc of cut) {
    out += text.slice(from, loc.start.offset).replace(/\s+$/, "");
    from = loc.end.offset + (/^\s*;/.exec(text.slice(loc.end.offset))?.[0].length ?? 0);
  }
  return out + text.slice(from, end.offset);
}

/** Without the room that the markup around it left before every line. */
function dedent(text: string): string {
  const lines = text.replace(/\t/g, "  ").split("\n");
  const indents = lines.filter((l) => l.trim()).map((l) => /^ */.exec(l)![0].length);
  // The first line may stand right behind the tag.
  const room = Math.min(...(lines[0].trim() ? indents.slice(1) : indents), 40);
  return lines
    .map((l) => (/^ */.exec(l)![0].length >= room ? l.slice(room) : l.trimStart()))
    .join("\n")
    .replace(/\n\s*\n\s*\n+/g, "\n\n")
    .trim();
}

/** What a `style` attribute declares. */
export function inlineStyle(text: string, remark: (text: string) => void): Record<string, string> {
  const css: Record<string, string> = {};
  const list = cssTree.parse(text, { context: "declarationList", parseValue: false });
  cssTree.walk(list, {
    visit: "Declaration",
    enter(node) {
      const property = node.property.startsWith("--") ? node.property : node.property.toLowerCase();
      const value = cssTree.generate(node.value).trim();
      const problem = isPropertyName(property) ? valueProblem(value) : "this is no name of a property";
      if (problem) remark(`${property}: ${value.slice(0, 60)} was left out: ${problem}`);
      else {
        delete css[property];
        css[property] = value;
      }
    },
  });
  return css;
}
