/** Files of version 1: they mean what they meant. */
import { describe, expect, it } from "vitest";
import { allParts, readComponentValue } from ".";

const file = (css: unknown, page: Record<string, unknown> = {}) => ({
  format: "lively-state/component",
  version: 1,
  name: "Old",
  page: { width: 640, height: 480, ...page },
  parts: [{ name: "box", tag: "div", css, content: [{ name: "in", tag: "p", css: { color: "red" } }] }],
  data: [],
  states: [{ name: "only" }],
  looks: [],
  focus: {},
  reactions: [],
  scenarios: [],
});

describe("a file of version 1", () => {
  it("has its parts' style as rules before those of the page, and what says how they are there where it was", () => {
    const read = readComponentValue(
      file({ margin: "0", visibility: "hidden", "font-family": '"Two Words", serif' }, { css: "p { margin: 1px }" }),
    );
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    expect(read.doc.version).toBe(2);
    expect(read.doc.page.css).toBe(
      '[data-part="box"] {\n  margin: 0;\n  font-family: "Two Words", serif;\n}\n[data-part="in"] {\n  color: red;\n}\np { margin: 1px }',
    );
    expect(allParts(read.doc).map((p) => p.part.css)).toEqual([{ visibility: "hidden" }, undefined]);
  });

  it("is left to the checks where it says what is no style", () => {
    for (const css of [7, "x", ["a"], { color: 3 }]) expect(readComponentValue(file(css)).ok).toBe(false);
    const read = readComponentValue(file({ color: "red } * { display: none", "--a": "b; c: d" }));
    if (read.ok) expect(read.doc.page.css).not.toMatch(/display|c: d/);
  });
});
