/** Elements and what is around them, across the edges of shadow trees. */
import { onceALook } from "./look";

/** What an element is drawn in, across the edges of shadow trees (CSS Scoping 1 §3.4, the flat tree). */
export const parentOf = (e: Element): Element | null => {
  if (e.assignedSlot) return e.assignedSlot;
  const root = e.getRootNode();
  return e.parentElement ?? (root instanceof ShadowRoot ? root.host : null);
};

/** The element and its ancestors, innermost first. */
export const around = onceALook((element: Element): readonly Element[] => {
  const out: Element[] = [];
  for (let e: Element | null = element; e; e = parentOf(e)) out.push(e);
  return out;
});

export const treeOf = (e: Element): Document | ShadowRoot => {
  const root = e.getRootNode();
  return root instanceof ShadowRoot ? root : document;
};
