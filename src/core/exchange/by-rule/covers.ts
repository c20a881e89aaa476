/** What parts lie over, where their position says so, now or once they have the classes that rules wait for. */
import { readSheet } from "../../cascade";
import type { Component, Part } from "../../model";
import { compile } from "../../program";
import { restingLooks } from "../../surface";
import { waitingRules } from "./waiting";

/** @returns the parts of a component, with that */
export function covering(doc: Component): Part[] {
  const program = compile(doc);
  const looks = restingLooks(program, 1);
  const sheet = readSheet(doc.page.css ?? "");
  const add = (part: Part): Part => {
    const index = program.partIndex.get(part.name)!;
    const waiting = [...new Set(waitingRules(sheet, part).map((w) => w.rule))];
    const later = Object.assign(
      {},
      ...waiting.map((r) => Object.fromEntries(r.declarations.map((d) => [d.property, d.value]))),
    );
    const covers = coverOf({ ...looks[index].css }) ?? coverOf({ ...looks[index].css, ...later });
    const content = part.content?.map((c) => (typeof c === "string" ? c : add(c)));
    return { ...part, ...(covers ? { covers } : {}), ...(content ? { content } : {}) };
  };
  return doc.parts.map(add);
}

/** What a part lies over, where its position says so. */
function coverOf(css: Readonly<Record<string, string>>): Part["covers"] | undefined {
  const zero = (v: string | undefined): boolean => v !== undefined && /^0[a-z%]*$/.test(v.trim());
  const full = (v: string | undefined, unit: string): boolean => v === "100%" || v === `100${unit}`;
  const pinned =
    css.inset?.trim().split(/\s+/).every(zero) ||
    (zero(css.top) && zero(css.left) && zero(css.right) && zero(css.bottom)) ||
    (zero(css.top) && zero(css.left) && full(css.width, "vw") && full(css.height, "vh"));
  if (!pinned) return undefined;
  return css.position === "fixed" ? "viewport" : css.position === "absolute" ? "parent" : undefined;
}
