/** F19: two regions that are active together say different things about one property of a part. Read from the document. */
import { type Component, inDifferentRegions, type Look } from "../../../model";
import type { Collector } from "../../findings/collector";

/** What a look decides, each thing with what it decides for it. */
function said(look: Look): Map<string, string> {
  const out = new Map<string, string>();
  const { css, attributes, classes, motion: _motion, and, ...plain } = look;
  for (const [key, value] of Object.entries(plain)) out.set(key === "as" ? "how it is there" : key, String(value));
  for (const [name, value] of Object.entries(attributes ?? {})) out.set(name, String(value));
  for (const [name, on] of Object.entries(classes ?? {})) out.set(`.${name}`, String(on));
  for (const [property, value] of Object.entries(css ?? {})) out.set(property, value);
  for (const more of and ?? [])
    for (const [key, value] of said(more)) if (key !== "when") out.set(key, `${value} under a condition`);
  return out;
}

export function regionRules(doc: Component, collector: Collector): void {
  const together = inDifferentRegions(doc);
  for (const row of doc.looks) {
    const cells = Object.entries(row.in).map(([state, look]) => ({ state, says: said(look) }));
    for (const [i, one] of cells.entries()) {
      for (const other of cells.slice(i + 1)) {
        if (!together(one.state, other.state)) continue;
        for (const [what, value] of one.says) {
          const rival = other.says.get(what);
          if (rival === undefined || rival === value) continue;
          const text = `${one.state} and ${other.state} are active together, and both decide ${what} of ${row.part}: the later one wins`;
          collector.add({ rule: "F19", severity: "warning", text, part: row.part, state: other.state });
        }
      }
    }
  }
}
