/** The part tree flattened, in the order in which parts stand on the page. */
import { allParts, type Component, type Part } from "../model";
import type { CompileText, PartInfo } from "./program";

/** Blocks come one after the other, each with what lies in it; what lies in none stands behind them all. */
export function onPage({ parts, page: { blocks = [] } }: Pick<Component, "parts" | "page">): Part[] {
  if (!blocks.length) return parts;
  const at = ({ area }: Part): number => {
    const block = area ? blocks.findIndex((b) => b.name === area.block) : -1;
    return block < 0 ? blocks.length : block;
  };
  return parts.toSorted((a, b) => at(a) - at(b));
}

export function flattenParts(doc: Component, texts: CompileText): PartInfo[] {
  const places = allParts({ parts: onPage(doc) });
  const indexOf = new Map(places.map((p, i) => [p.part, i]));
  const infos: PartInfo[] = [];
  places.forEach(({ part, parent }, index) => {
    const up = parent ? infos[indexOf.get(parent)!] : null;
    infos.push({
      index,
      name: part.name,
      part,
      parent: up ? up.index : -1,
      path: up ? [index, ...up.path] : [index],
      end: index + 1,
      attributes: Object.entries(part.attributes ?? {}).map(
        ([name, value]) => [name, texts(value, `parts.${part.name}.attributes.${name}`)] as const,
      ),
      content: (part.content ?? []).map((c) =>
        typeof c === "string" ? texts(c, `parts.${part.name}.content`) : indexOf.get(c)!,
      ),
      layer: part.layer ?? up?.layer ?? 0,
      covers: null,
    });
  });
  for (const info of [...infos].reverse()) {
    if (info.parent >= 0) infos[info.parent].end = Math.max(infos[info.parent].end, info.end);
  }
  const byName = new Map(infos.map((p) => [p.name, p]));
  for (const info of infos) {
    const { covers } = info.part;
    if (!covers) continue;
    const inside = (p: number, outer: PartInfo): boolean => p >= outer.index && p < outer.end;
    const outers = Array.isArray(covers)
      ? covers.map((name) => byName.get(name)!)
      : covers === "parent" && info.parent >= 0
        ? [infos[info.parent]]
        : null;
    info.covers = infos.map((_p, p) => !inside(p, info) && (outers === null || outers.some((o) => inside(p, o))));
  }
  return infos;
}
