/** What the drawn page tells of its length is kept with the component: so it scrolls, and can be proved, as it is. Pure. */
import { type Component, type Measured, same } from "../../../core/model";
import type { Drawn } from "../protocol";

/** Widths that are remembered. */
const MOST = 12;

/** @param drawn at the start, before anything was done; a page that fits its window needs none of it */
export function withDrawn(doc: Component, drawn: Drawn): Component {
  const { measured: before = [], ...page } = doc.page;
  if (page.blocks?.length) return before.length ? { ...doc, page } : doc;
  if (drawn.width < 200 || drawn.width > 4000) return doc;
  const others = before.filter((m) => m.width !== drawn.width);
  const measured: Measured[] = [...others, drawn].sort((a, b) => a.width - b.width).slice(-MOST);
  // Where no width makes it longer than its window, there is nothing to remember.
  const next = measured.some((m) => m.length > page.height + 1) ? { ...page, measured } : page;
  return same(next, doc.page) ? doc : { ...doc, page: next };
}
