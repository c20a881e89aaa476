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

/** Texts and the parts between them in one line: `Save plan <spinner> now`. */
export const contentText = (part: Part): string =>
  (part.content ?? []).map((c) => (typeof c === "string" ? c : `<${c.name}>`)).join("");

/** @returns the content in the order that is written; every part that was inside still is */
export function parseContent(
  text: string,
  { content = [] }: Part,
): { ok: true; value: Part["content"] } | { ok: false; message: string } {
  const inside = new Map(content.flatMap((c) => (typeof c === "string" ? [] : [[c.name, c] as const])));
  const said = new Set<string>();
  const value: NonNullable<Part["content"]> = [];
  const put = (piece: string): void => {
    if (!piece) return;
    const last = value.at(-1);
    if (typeof last === "string") value[value.length - 1] = last + piece;
    else value.push(piece);
  };
  for (const piece of text.split(/(<[^<>]*>)/)) {
    const part = piece.startsWith("<") ? inside.get(piece.slice(1, -1)) : undefined;
    if (!part) {
      put(piece);
      continue;
    }
    if (said.has(part.name)) return { ok: false, message: `<${part.name}> stands there twice` };
    said.add(part.name);
    value.push(part);
  }
  const missing = [...inside.keys()].find((name) => !said.has(name));
  if (missing) return { ok: false, message: `<${missing}> is missing; to be rid of the part, remove it in the tree` };
  return { ok: true, value: value.length ? value : undefined };
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
