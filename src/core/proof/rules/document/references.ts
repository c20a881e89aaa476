/** F9: references that name nobody, and ids that two parts share. Read from the document alone. */
import { allParts, type Component, references } from "../../../model";
import type { Collector } from "../../findings/collector";

export function referenceRules(doc: Component, collector: Collector): void {
  for (const r of references(doc)) {
    if (r.to) continue;
    const text = `${r.from.name}: ${r.attribute} names "${r.id}", and no part has that id`;
    collector.add({ rule: "F9", text, part: r.from.name });
  }
  const seen = new Map<string, string>();
  for (const { part } of allParts(doc)) {
    const id = part.attributes?.id;
    if (!id) continue;
    const other = seen.get(id);
    if (other) collector.add({ rule: "F9", text: `${other} and ${part.name} share the id "${id}"`, part: part.name });
    else seen.set(id, part.name);
  }
}
