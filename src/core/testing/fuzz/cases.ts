/** Cases for the doors: what is known to be good, damaged a little. */
import fc from "fast-check";
import { writeScxml } from "../../exchange";
import type { Component } from "../../model";
import { everyday } from "../everyday";
import { hostileMarkup, payloads, places, plainComponent } from "../hostile";
import { sheet } from "../sheets";
import { specifications } from "../specifications";
import { type Change, changedText, changedValue } from "./changes";
import type { Kind } from "./doors";

export interface FuzzCase {
  kind: Kind;
  text: string;
  /** Decides what is done with it, where not everything is. */
  luck: number;
}

const luck = fc.nat(1_000_000);
const changes = (most: number): fc.Arbitrary<Change[]> =>
  fc.array(fc.record({ kind: fc.nat(1000), at: fc.nat(100_000), what: fc.nat(100_000) }), { maxLength: most });

const cells: readonly string[] = [
  "→ two",
  "[n > 2] → two; → one / n = n + 1, focus a",
  "200ms → two",
  "shown; opacity 0.5; .open; no .shut; color: red",
  "not displayed; [on] shown; text `x ${n}`",
  "→ a; held in panel; back",
  "click a",
  "press Shift+Enter / prevent",
  "in view b",
  "scroll past 200px",
  "b is visible within 200ms",
  "always a is focusable while in open",
  "eventually [n == 3]",
  "click a outside panel",
  'set t to "x"',
  "wait 20ms",
  "request save ok",
];

/** @param components what stands for real files, @param pages for pages with scripts: they are damaged too */
export function fuzzCases(components: readonly Component[], pages: readonly string[]): fc.Arbitrary<FuzzCase> {
  const documents = fc.oneof(fc.constantFrom(...components), specifications);
  const file = (doc: unknown): string => JSON.stringify(doc) ?? "null";
  const damaged = (texts: readonly string[], most: number): fc.Arbitrary<string> =>
    fc.tuple(fc.constantFrom(...texts), changes(most)).map(([text, c]) => changedText(text, c));
  const of = (weight: number, kind: Kind, text: fc.Arbitrary<string>) => ({
    weight,
    arbitrary: fc.record({ kind: fc.constant(kind), text, luck }),
  });
  const anyPlace = fc.constantFrom(...Object.values(places));
  const payload = fc.constantFrom(...payloads);
  return fc.oneof(
    of(
      8,
      "component",
      fc.tuple(documents, changes(4)).map(([doc, c]) => file(changedValue(doc, c))),
    ),
    of(
      1,
      "component",
      fc.tuple(documents, changes(2)).map(([doc, c]) => changedText(file(doc), c)),
    ),
    of(
      1,
      "component",
      fc.tuple(anyPlace, payload, payload).map(([put, a, b]) => file(put(plainComponent(), a + b))),
    ),
    of(3, "page", damaged([...Object.values(everyday), ...hostileMarkup], 6)),
    of(3, "page", damaged(pages, 6)),
    of(
      3,
      "chart",
      fc.tuple(documents, changes(4)).map(([doc, c]) => changedText(writeScxml(doc), c)),
    ),
    of(2, "words", damaged(cells, 4)),
    of(
      2,
      "style",
      fc.tuple(sheet, changes(5)).map(([text, c]) => changedText(text, c)),
    ),
  );
}
