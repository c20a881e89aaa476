/** Where in the app a problem of the document can be put right, by its path. */
import { ALWAYS, type Component, type Part, partNames, stateNames } from "../../core/model";

export type Place =
  | { in: "sheet"; section: "event"; row: number; column: string }
  | { in: "sheet"; section: "look"; row: string; column: string }
  | { in: "parts"; part: string }
  | null;

/** The longest of the names that the text begins with: names may have dots in them. */
const named = (text: string, names: readonly string[]): string | undefined =>
  names
    .filter((n) => text === n || text.startsWith(`${n}.`) || text.startsWith(`${n}[`))
    .toSorted((a, b) => b.length - a.length)[0];

/** By its place in the tree: `parts[0].content[2]`. */
function partAt(doc: Component, path: string): string | undefined {
  const [, top, inner] = /^parts\[(\d+)\]((?:\.content\[\d+\])*)/.exec(path) ?? [];
  let part: Part | string | undefined = top === undefined ? undefined : doc.parts[Number(top)];
  for (const [, at] of (inner ?? "").matchAll(/\[(\d+)\]/g)) {
    if (typeof part !== "object") return undefined;
    const next: Part | string | undefined = part.content?.[Number(at)];
    if (typeof next === "object") part = next;
  }
  return typeof part === "object" ? part.name : undefined;
}

/** @param path such as `reactions[2].in.open.branches[0].when`, `looks.panel.in.open.css`, `parts.panel` */
export function placeOf(doc: Component, path: string): Place {
  const states = [ALWAYS, ...stateNames(doc)];
  const [, row, cell] = /^reactions\[(\d+)\](?:\.in\.(.+))?/s.exec(path) ?? [];
  if (row !== undefined)
    return { in: "sheet", section: "event", row: Number(row), column: named(cell ?? "", states) ?? ALWAYS };
  const [, index, rest] = /^looks\[(\d+)\](.*)/s.exec(path) ?? [];
  const of = /^looks\.(.+)/s.exec(path)?.[1] ?? "";
  const looked = index === undefined ? named(of, partNames(doc)) : doc.looks[Number(index)]?.part;
  if (looked) {
    const state = named((rest ?? of.slice(looked.length)).replace(/^\.in\./, ""), states) ?? ALWAYS;
    return { in: "sheet", section: "look", row: looked, column: state };
  }
  const part = partAt(doc, path) ?? named(/^parts\.(.+)/s.exec(path)?.[1] ?? "", partNames(doc));
  return part === undefined ? null : { in: "parts", part };
}
