/** Spaces that do not collapse: a text has them in the component that it is read into, and in every form of code. */
import { describe, expect, it } from "vitest";
import { readHtml } from "../exchange";
import { allParts, type Component } from "../model";
import { deliverTo, formatted, laidOut, type TargetKey } from ".";

const spaces = {
  "no-break space": "\u00a0",
  "narrow no-break space": "\u202f",
  "line separator": "\u2028",
  "paragraph separator": "\u2029",
};
const forms = [
  "page",
  "module",
  "element",
  "react",
  "vue",
  "angular",
  "svelte",
  "component",
] as const satisfies TargetKey[];

const read = (html: string): Component => {
  const made = readHtml(html, "Fare");
  if (!made.ok) throw new Error(made.message);
  return made.doc;
};
const textsOf = (doc: Component): string[] =>
  allParts(doc).flatMap(({ part }) => (part.content ?? []).filter((c): c is string => typeof c === "string"));

/** A text as a browser has it, however the code writes it. */
const unescaped = (code: string): string =>
  code
    .replace(/\\u([\da-f]{4})/gi, (_, hex: string) => String.fromCharCode(Number.parseInt(hex, 16)))
    .replace(/\{\{ '(.)' \}\}/gu, "$1");

describe.each(Object.entries(spaces))("a %s", (_name, space) => {
  const price = `12${space}000${space}fl`;
  const doc = read(`<p>  ${price}
    a year</p><b>${space}</b><i>${space}in</i>`);

  it("stays in a text that is read, where other white space collapses", () => {
    expect(textsOf(doc)).toEqual([`${price} a year`, space, `${space}in`]);
  });
  it.each(forms)("is delivered as %s", async (form) => {
    const made = deliverTo(form, doc, null);
    if (!made.ok) throw new Error(made.problems[0].message);
    const files = await formatted(made.files, laidOut);
    const code = files.map((f) => unescaped(f.text)).join("\n");
    expect(code).toContain(price);
    expect(code).toContain(`${space}in`);
    expect(code.split(space).length, "one of them alone").toBeGreaterThanOrEqual(5);
  });
});
