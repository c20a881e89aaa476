/** Tables as scripts find them (HTML §4.9). */
import type { Context } from "../../context";
import type { PageElement } from "../../page";
import { elementOf, type Js } from "../../values";
import { live } from "../lists";

const sections = /^(thead|tbody|tfoot)$/;

/** Of a table: those of its head, of itself and its bodies, of its foot. */
function rowsOf(r: Context, of: PageElement): PageElement[] {
  const inside = r.page.childrenOf(of, r.store);
  const own = inside.flatMap((c) => (c.tag === "tr" ? [c] : c.tag === "tbody" ? rowsOf(r, c) : []));
  if (of.tag !== "table") return own;
  const those = (tag: string): PageElement[] => inside.filter((c) => c.tag === tag).flatMap((c) => rowsOf(r, c));
  return [...those("thead"), ...own, ...those("tfoot")];
}

/** @returns undefined for what is no property of tables, their sections, rows and cells */
export function tableGet(r: Context, e: PageElement, property: string): Js {
  const { page, store } = r;
  const inside = (tags: RegExp) => (): PageElement[] => page.childrenOf(e, r.store).filter((c) => tags.test(c.tag));
  const first = (tag: RegExp): Js => elementOf(inside(tag)()[0] ?? null);
  switch (property) {
    case "rows":
      return e.tag === "textarea" ? undefined : live(r, `rows of ${e.name}`, () => rowsOf(r, e));
    case "cells":
      return live(r, `cells of ${e.name}`, inside(/^t[dh]$/));
    case "tBodies":
      return live(r, `bodies of ${e.name}`, inside(/^tbody$/));
    case "tHead":
      return first(/^thead$/);
    case "tFoot":
      return first(/^tfoot$/);
    case "caption":
      return first(/^caption$/);
    case "cellIndex": {
      const row = page.parentOf(e, store);
      return row
        ? page
            .childrenOf(row, store)
            .filter((c) => /^t[dh]$/.test(c.tag))
            .indexOf(e)
        : -1;
    }
    case "rowIndex": {
      const table = page.closest("table", e, store);
      return table ? rowsOf(r, table).indexOf(e) : -1;
    }
    case "sectionRowIndex": {
      const around = page.parentOf(e, store);
      return around && (sections.test(around.tag) || around.tag === "table") ? rowsOf(r, around).indexOf(e) : -1;
    }
  }
  return undefined;
}
