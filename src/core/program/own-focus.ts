/** What takes the focus by itself, and what is operated by keys (HTML §6.6.2, §4.11.1). */
import type { PartIndex, PartInfo } from "./program";

const stops = new Set(["button", "input", "select", "textarea", "iframe"]);

const summaryOf = (parts: readonly PartInfo[], details: PartIndex): PartIndex | undefined =>
  parts.find((p) => p.parent === details && p.part.tag === "summary")?.index;

/** The summary of details, or details without one: they have one of the browser's own. */
export function isDisclosing(parts: readonly PartInfo[], part: PartIndex): boolean {
  const { part: p, parent } = parts[part];
  if (p.tag === "details") return summaryOf(parts, part) === undefined;
  return p.tag === "summary" && parts[parent]?.part.tag === "details" && summaryOf(parts, parent) === part;
}

/** The tabindex that each part has without saying one; null for what cannot be focused as it is. */
export const ownTabIndexes = (parts: readonly PartInfo[]): readonly (number | null)[] =>
  parts.map(({ index, part: { tag, attributes } }) => {
    if (tag === "input" && attributes?.type?.toLowerCase() === "hidden") return null;
    if (stops.has(tag) || isDisclosing(parts, index)) return 0;
    // A click leads there, a Tab does not; Firefox stops there, which HTML leaves to the browser.
    return tag === "dialog" ? -1 : null;
  });
