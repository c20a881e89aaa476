/** A state as a page of its own that does nothing: what a picture in a document shows. */
import type { Program } from "../../program";
import { atRest } from "../../run";
import { cssInHtml } from "../../safety";
import { baseSheet, type RenderedPart, render } from "../../surface";
import { escapeAttribute, escapeHtml, voidTags } from "../page/markup";

function part({ name, tag, attributes, style, content }: RenderedPart): string {
  const { style: _own, ...rest } = attributes;
  const css = Object.entries(style).map(([p, v]) => `${p}: ${v}`);
  const all = { ...rest, "data-part": name, ...(css.length ? { style: css.join("; ") } : {}) };
  const said = Object.entries(all)
    .map(([a, value]) => ` ${a}="${escapeAttribute(value)}"`)
    .join("");
  if (voidTags.has(tag.toLowerCase())) return `<${tag}${said}>`;
  return `<${tag}${said}>${content.map((c) => (typeof c === "string" ? escapeHtml(c) : part(c))).join("")}</${tag}>`;
}

/** @param program a compiled document that can be delivered: tags and attributes are checked there */
export function picture(program: Program, state: string): string {
  const { doc } = program;
  const parts = render(program, atRest(program, state));
  return `<!doctype html><html lang="${escapeAttribute(doc.page.lang ?? "en")}"><meta charset="utf-8"><title>${escapeHtml(state)}</title><style>${cssInHtml(baseSheet(doc))} html { overflow: hidden }</style><body>${parts.map(part).join("")}</body></html>`;
}
