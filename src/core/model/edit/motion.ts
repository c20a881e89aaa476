/** Motions and the times that go with them. */

import { own } from "../own";
import type { Component, Look, Motion } from "../schema";
import { setLook, setReaction } from "./cells";

/** Where a motion is said: a look cell, or one of its conditional looks. */
export interface MotionPlace {
  part: string;
  state: string;
  /** Index in the cell's conditional looks; null for the cell itself. */
  condition: number | null;
}

/** Gives a property a motion in a cell, or takes it away. The cell is made where there is none. */
export function setMotion(doc: Component, place: MotionPlace, property: string, motion: Motion | undefined): Component {
  const cell: Look = own(doc.looks.find((r) => r.part === place.part)?.in, place.state) ?? {};
  const changed = <T extends Look | NonNullable<Look["and"]>[number]>(look: T): T => {
    const { [property]: _old, ...rest } = look.motion ?? {};
    const next = motion ? { ...rest, [property]: motion } : rest;
    const { motion: _all, ...without } = look;
    return (Object.keys(next).length ? { ...look, motion: next } : without) as T;
  };
  const next =
    place.condition === null
      ? changed(cell)
      : { ...cell, and: cell.and?.map((c, i) => (i === place.condition ? changed(c) : c)) };
  return setLook(doc, place.part, place.state, next);
}

/** The delay or interval of a timed cell. */
export function setAfter(doc: Component, row: number, state: string, after: string): Component {
  const cell = own(doc.reactions[row]?.in, state);
  if (!cell || cell === "ignored") return doc;
  return setReaction(doc, row, state, { ...cell, after });
}

export const setTokenValue = (doc: Component, name: string, value: string): Component => ({
  ...doc,
  tokens: doc.tokens?.map((t) => (t.name === name ? { ...t, value } : t)),
});

/** The token a time is tied to, where it is nothing but that token. */
export const tokenOf = (text: string): string | null => /^\s*var\(\s*(--[\w-]+)\s*\)\s*$/.exec(text)?.[1] ?? null;
