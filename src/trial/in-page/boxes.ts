/** Where elements lie on the page as it is drawn, so that a person can point at them. */
import type { PageBox } from "../../core/trial/told";
import { allElements, elementsOf, selectorOf } from "./elements";

/** So many elements are told; nobody points at more. */
const MOST = 300;
/** px; smaller ones cannot be hit. */
const LEAST = 4;

export function boxesOf(map: Readonly<Record<string, string>>): PageBox[] {
  const parts = new Map([...elementsOf(map)].map(([part, element]) => [element, part]));
  const out: PageBox[] = [];
  for (const e of allElements(4000)) {
    if (out.length >= MOST) break;
    if (/^(html|head|script|style|link|meta|title|base|template)$/.test(e.localName)) continue;
    const { x, y, width, height } = e.getBoundingClientRect();
    const seen = x < innerWidth && y < innerHeight && x + width > 0 && y + height > 0;
    if (!seen || width < LEAST || height < LEAST || !e.checkVisibility({ visibilityProperty: true })) continue;
    const part = parts.get(e as HTMLElement) ?? null;
    out.push({ selector: part ? map[part] : selectorOf(e), part, x, y, width, height });
  }
  return out;
}
