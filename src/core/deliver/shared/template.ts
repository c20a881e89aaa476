/** The first state's markup for templates that are HTML with something in it. */

import type { RenderedPart } from "../../surface";
import { escapeAttribute, escapeHtml, voidTags } from "../page/markup";
import { outline } from "./outline";
import { SLOT, slotOf } from "./slots";

export interface Language {
  /** What means something to the language, so that it means itself; the text is HTML already. */
  text(html: string): string;
  /** The same inside an attribute's quotes. */
  attribute(html: string): string;
  /** What an attribute is written as, where that depends on its value. */
  name?(name: string, value: string): string;
  /** What a slot is written as, with its usual content as HTML. */
  slot(name: string, usual: string): string;
}

export function template(parts: readonly RenderedPart[], language: Language, pad: string): string {
  return outline(
    parts,
    {
      attributes: ({ attributes }) =>
        Object.entries(attributes)
          .filter(([name]) => name !== SLOT)
          .map(([name, value]) =>
            value === ""
              ? ` ${name}`
              : ` ${language.name?.(name, value) ?? name}="${language.attribute(escapeAttribute(value).replaceAll("\n", "&#10;"))}"`,
          )
          .join(""),
      text: (text) => language.text(escapeHtml(text)),
      slot: (part) => {
        const name = slotOf(part.attributes);
        if (name === null) return null;
        return language.slot(
          name,
          language.text(escapeHtml(part.content.filter((c) => typeof c === "string").join(""))),
        );
      },
      empty: (tag, attributes) => (voidTags.has(tag) ? `<${tag}${attributes} />` : `<${tag}${attributes}></${tag}>`),
    },
    pad,
  );
}
