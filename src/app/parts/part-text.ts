/** A part's attributes and style as text to edit, and back. Pure. */
import type { Part } from "../../core/model";
import { attributeProblem, isPropertyName, valueProblem } from "../../core/safety";

export type ParsedText = { ok: true; value: Record<string, string> } | { ok: false; message: string };

export const attributesText = (part: Part): string =>
  Object.entries(part.attributes ?? {})
    .map(([name, value]) => `${name}="${value.replaceAll('"', "&quot;")}"`)
    .join("\n");

export function parseAttributes(text: string, tag: string): ParsedText {
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
  if (Object.hasOwn(value, "style")) return { ok: false, message: "write its declarations under Style" };
  for (const [name, said] of Object.entries(value)) {
    const problem = attributeProblem(tag, name, said);
    if (problem) return { ok: false, message: problem };
  }
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
    const problem = isPropertyName(property) ? valueProblem(said) : "this is not the name of a property";
    if (problem) return { ok: false, message: `${property}: ${problem}` };
    value[property.startsWith("--") ? property : property.toLowerCase()] = said;
  }
  return { ok: true, value };
}
