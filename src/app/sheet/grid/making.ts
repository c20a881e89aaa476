/** What a text in a cell mentions and nobody has declared yet: it can be made along with it, in one step. Pure. */
import { isDatumName, type Missing, type Supports } from "../../../core/expression";
import {
  ALWAYS,
  addDatum,
  addPart,
  addRequest,
  addState,
  type Component,
  freshDatum,
  freshRequest,
  isName,
  isStateName,
} from "../../../core/model";
import { type Change, typed } from "./cells";
import type { Column, Row } from "./grid";

export interface Making extends Change {
  /** What is made, such as “the state saved and the request save”. */
  makes: string;
}
/** One way to declare what is missing. */
interface Declaring {
  says: string;
  add(doc: Component): Component;
}

/** A text that mentions more unknown names than this is not one that only lacks a declaration. */
const MOST = 4;

/** @returns the edit that makes what is missing and takes the text; null where more is wrong with it */
export function making(doc: Component, row: Row, column: Column, text: string, supports?: Supports): Making | null {
  const attempt = (from: Component, made: readonly Declaring[]): Making | null => {
    const found = typed(from, row, column, text, supports);
    if (found.ok) {
      if (!made.length || found.has !== undefined) return null;
      const change = (d: Component): Component => found.change(made.reduce((to, m) => m.add(to), d));
      return { ...found, change, makes: made.map((m) => m.says).join(" and ") };
    }
    if (!found.missing || made.length >= MOST) return null;
    for (const way of declarings(found.missing, row, text)) {
      const whole = attempt(way.add(from), [...made, way]);
      if (whole) return whole;
    }
    return null;
  };
  return attempt(doc, []);
}

function declarings({ kind, name }: Missing, row: Row, text: string): Declaring[] {
  if (kind === "state")
    return isStateName(name) && name !== ALWAYS ? [{ says: `the state ${name}`, add: (d) => addState(d, name) }] : [];
  if (!isName(name)) return [];
  if (kind === "request") return [{ says: `the request ${name}`, add: (d) => addRequest(d, freshRequest(name)) }];
  if (kind === "part") {
    // What is clicked or gets the focus is most often a button.
    const isUsed = row.section === "focus" || /\b(click|press|focus|pointer)\b/.test(text);
    const tag = isUsed && !/\bfocusWithin\(/.test(text) ? "button" : "div";
    const part = { name, tag, content: [name] };
    return [{ says: `the part ${name}, a ${tag}`, add: (d) => addPart(d, part, null) }];
  }
  if (!isDatumName(name)) return [];
  return (["integer", "boolean", "text"] as const).map((type) => ({
    says: `the datum ${name}, ${type === "integer" ? "an integer" : `a ${type}`}`,
    add: (d) => addDatum(d, freshDatum[type](name)),
  }));
}
