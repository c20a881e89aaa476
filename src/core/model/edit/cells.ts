/** Cells and rows. */
import { own } from "../own";
import { type Component, type EventSpec, type FocusRule, isTimed, type Look, type Reaction } from "../schema";
import { withCell, withoutIdle } from "./shared";

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
/** What tells one event from another. */
export const eventKey = (event: object): string =>
  JSON.stringify(Object.entries(event).sort(([a], [b]) => (a < b ? -1 : 1)));

/** The first row with the same event; -1 where there is none. Delays count for themselves: several may run. */
export const twinOf = (doc: Component, event: EventSpec, but = -1): number =>
  isTimed(event) ? -1 : doc.reactions.findIndex((r, i) => i !== but && eventKey(r.event) === eventKey(event));

/** Puts what a row says into the one above with the same event. The first one's branches are asked first, as before. */
export function joinRows(doc: Component, first: number, second: number): Component {
  const [above, below] = [doc.reactions[first], doc.reactions[second]];
  const joined = { ...above.in };
  for (const [state, cell] of Object.entries(below.in)) {
    const upper = own(joined, state);
    if (upper === undefined) joined[state] = cell;
    else if (upper !== "ignored") {
      const more = cell === "ignored" ? [{}] : cell.branches;
      joined[state] = { ...upper, branches: [...upper.branches, ...more] };
    }
  }
  const reactions = doc.reactions.with(first, { ...above, in: joined }).toSpliced(second, 1);
  return { ...doc, reactions };
}

/** Changing an event between a timed kind and another drops its cells: their meaning went with it. */
export const setEvent = (doc: Component, row: number, event: EventSpec): Component => ({
  ...doc,
  reactions: doc.reactions.map((r, i) =>
    i === row ? withoutIdle({ event, in: isTimed(r.event) === isTimed(event) ? r.in : {} }) : r,
  ),
});
export const removeEventRow = (doc: Component, row: number): Component => ({
  ...doc,
  reactions: doc.reactions.toSpliced(row, 1),
});
