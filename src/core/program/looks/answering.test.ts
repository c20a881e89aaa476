/** Whoever the pointer and the focus are on: what no rule asks of them changes nothing that can be told. */
import fc from "fast-check";
import { expect, it } from "vitest";
import type { Cascaded } from "../../cascade";
import { specifications } from "../../testing/specifications";
import { compile } from "../compile";
import { DOCUMENT, type Program } from "../program";
import { askedOf } from "./answering";
import { type Standing, sheetOf, styleOf } from "./styled";
import type { Who } from "./who";

const telling = /^(display|visibility|opacity|pointer-events|height|width|max-height|max-width|transform|animation)/;
const told = (found: Cascaded | null): string =>
  [...(found ?? [])]
    .flatMap(([property, { value }]) => (telling.test(property) ? `${property}: ${value}` : []))
    .join("; ");

const standing = ({ parts }: Program): Standing[] =>
  parts.map(({ part }) => ({ absent: false, attributes: part.attributes ?? {}, holds: true }));

/** A part by a number, or none. */
const someone = (program: Program, n: number): number => (n % 5 === 0 ? DOCUMENT : n % program.parts.length);

it("a rule finds the same where those are left out that it does not ask about", () => {
  let asking = 0;
  fc.assert(
    fc.property(specifications, fc.array(fc.nat(), { minLength: 24, maxLength: 24 }), (doc, luck) => {
      const program = compile(doc);
      const sheet = sheetOf(program);
      if (program.problems.length || !sheet?.doing.size) return;
      for (let i = 0; i + 4 < luck.length; i += 4) {
        const [over, focus, pressed, flags] = luck.slice(i, i + 4);
        const who: Who = {
          over: someone(program, over),
          focus: someone(program, focus),
          pressed: flags % 2 ? someone(program, pressed) : null,
          letGo: flags % 3 === 0,
          spaceAt: flags % 5 === 0 ? someone(program, focus) : null,
          byPointer: flags % 7 < 3,
          keyed: flags % 11 < 5,
          target: someone(program, pressed + flags),
        };
        const asked = askedOf(program, sheet, who);
        if (asked.focus !== who.focus || asked.over !== who.over) asking++;
        const [exact, less] = [who, asked].map((w) =>
          styleOf(program, sheet, standing(program), "", w).parts.map(told),
        );
        expect(less, JSON.stringify(who)).toEqual(exact);
      }
    }),
    { numRuns: 120, seed: 41 },
  );
  expect(asking).toBeGreaterThan(20);
});
