/** A state as a page of its own that does nothing: what a picture in a document shows. */
import type { Program } from "../../program";
import { atRest } from "../../run";
import { cssInHtml } from "../../safety";
import { baseSheet, type RenderedPart, render } from "../../surface";
import { escapeAttribute, escapeHtml, markup } from "../page/markup";

/** With everything in the markup: no script comes after it. */
function still({ name, attributes, style, content, ...rest }: RenderedPart): RenderedPart {
  const { style: _own, ...others } = attributes;
  const css = Object.entries(style).map(([p, v]) => `${p}: ${v}`);
  return {
    ...rest,
    name,
    style,
    attributes: { ...others, "data-part": name, ...(css.length ? { style: css.join("; ") } : {}) },
    content: content.map((c) => (typeof c === "string" ? c : still(c))),
  };
}

/** @param program a compiled document that can be delivered: tags and attributes are checked there */
export function picture(program: Program, state: string): string {
  const { doc } = program;
  const parts = render(program, atRest(program, state));
  return `<!doctype html><html lang="${escapeAttribute(doc.page.lang ?? "en")}"><meta charset="utf-8"><title>${escapeHtml(state)}</title><style>${cssInHtml(baseSheet(doc))} html { overflow: hidden }</style><body>${markup(parts.map(still), "")}</body></html>`;
}
