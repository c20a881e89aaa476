/** Cells and rows. */
import { type Component, type EventSpec, type FocusRule, isTimed, type Look, type Reaction } from "../schema";
import { withCell } from "./shared";

export function setLook(doc: Component, part: string, state: string, look: Look | undefined): Component {
  return {
    ...doc,
    looks: doc.looks.map((row) => (row.part === part ? { ...row, in: withCell(row.in, state, look) } : row)),
  };
}

export function setReaction(doc: Component, row: number, state: string, cell: Reaction | undefined): Component {
  return {
    ...doc,
    reactions: doc.reactions.map((r, i) => (i === row ? { ...r, in: withCell(r.in, state, cell) } : r)),
  };
}

export const setFocusRule = (doc: Component, state: string, rule: FocusRule | undefined): Component => ({
  ...doc,
  focus: withCell(doc.focus, state, rule),
});

export function addLookRow(doc: Component, part: string, at = doc.looks.length): Component {
  if (doc.looks.some((row) => row.part === part)) return doc;
  return { ...doc, looks: doc.looks.toSpliced(at, 0, { part, in: {} }) };
}
export const removeLookRow = (doc: Component, part: string): Component => ({
  ...doc,
  looks: doc.looks.filter((row) => row.part !== part),
});
export const addEventRow = (doc: Component, event: EventSpec, at = doc.reactions.length): Component => ({
  ...doc,
  reactions: doc.reactions.toSpliced(at, 0, { event, in: {} }),
});
/** Changing an event between a timed kind and another drops its cells: their meaning went with it. */
export const setEvent = (doc: Component, row: number, event: EventSpec): Component => ({
  ...doc,
  reactions: doc.reactions.map((r, i) =>
    i === row ? { event, in: isTimed(r.event) === isTimed(event) ? r.in : {} } : r,
  ),
});
export const removeEventRow = (doc: Component, row: number): Component => ({
  ...doc,
  reactions: doc.reactions.toSpliced(row, 1),
});
