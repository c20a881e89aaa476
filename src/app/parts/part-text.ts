/** A part's attributes and style as text to edit, and back. Pure. */
import type { Part } from "../../core/model";

export type ParsedText = { ok: true; value: Record<string, string> } | { ok: false; message: string };

export const attributesText = (part: Part): string =>
  Object.entries(part.attributes ?? {})
    .map(([name, value]) => `${name}="${value.replaceAll('"', "&quot;")}"`)
    .join("\n");

export function parseAttributes(text: string): ParsedText {
  const value: Record<string, string> = {};
  const rest = text.replace(
    /([^\s"'=<>/]+)(?:\s*=\s*(?:"([^"]*)"|'([^']*)'))?/g,
    (_all, name: string, a?: string, b?: string) => {
      value[name.toLowerCase()] = (a ?? b ?? "").replaceAll("&quot;", '"');
      return "";
    },
  );
  const left = rest.trim();
  if (left) return { ok: false, message: `“${left.slice(0, 20)}” is not an attribute; write name="value"` };
  const handler = Object.keys(value).find((n) => n.startsWith("on"));
  if (handler) return { ok: false, message: `${handler} would be a script; say it as a reaction row in the sheet` };
  if ("style" in value) return { ok: false, message: "write its declarations under Style" };
  return { ok: true, value };
}

export const styleText = (part: Part): string =>
  Object.entries(part.css ?? {})
    .map(([property, value]) => `${property}: ${value};`)
    .join("\n");

export function parseDeclarations(text: string): ParsedText {
  const value: Record<string, string> = {};
  for (const piece of text.split(/;(?![^(]*\))/)) {
    if (!piece.trim()) continue;
    const colon = piece.indexOf(":");
    const property = piece.slice(0, colon).trim();
    const said = piece.slice(colon + 1).trim();
    if (colon < 1 || !said || /[{}\s]/.test(property)) {
      return { ok: false, message: `“${piece.trim().slice(0, 30)}” is not a declaration; write property: value;` };
    }
    value[property.startsWith("--") ? property : property.toLowerCase()] = said;
  }
  return { ok: true, value };
}
