/** The markup as an indented outline, whatever language writes its tags and texts. */
import type { RenderedPart } from "../../surface";
import { inlineTags, keepsSpace, type WrittenPart } from "../page/markup";

export interface Writer {
  /** With what follows the name: attributes. */
  attributes(part: RenderedPart): string;
  text(text: string): string;
  /** What stands in a slot in place of its usual text; null where the part is none. */
  slot(part: RenderedPart): string | null;
  /** How an element without content is written. */
  empty(tag: string, attributes: string): string;
}

export function outline(parts: readonly WrittenPart[], writer: Writer, pad: string): string {
  return parts.map((p) => pad + one(p, writer, pad)).join("\n");
}

function one(part: WrittenPart, writer: Writer, pad: string): string {
  const attributes = writer.attributes(part);
  const slot = writer.slot(part);
  const content = joined(part.content);
  if (slot === null && !content.length) return writer.empty(part.tag, attributes);
  const open = `<${part.tag}${attributes}>`;
  const close = `</${part.tag}>`;
  if (slot !== null) return `${open}${slot}${close}`;
  // Words, and neighbours with words between, stay on one line: a break would show as a space.
  const inLine = part.exact || keepsSpace.has(part.tag) || content.some((c) => typeof c === "string");
  if (inLine || content.some((c) => typeof c !== "string" && inlineTags.has(c.tag)))
    return open + content.map((c) => (typeof c === "string" ? writer.text(c) : one(c, writer, pad))).join("") + close;
  const inner = `${pad}  `;
  const lines = content.map((c) => inner + one(c as RenderedPart, writer, inner));
  return [open, ...lines, pad + close].join("\n");
}

/** Neighbouring texts are one, as they are in the document. */
function joined(content: RenderedPart["content"]): RenderedPart["content"] {
  const out: RenderedPart["content"] = [];
  for (const c of content) {
    const last = out.at(-1);
    if (typeof c === "string" && typeof last === "string") out[out.length - 1] = last + c;
    else if (c !== "") out.push(c);
  }
  return out;
}
