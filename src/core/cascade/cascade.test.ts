/** Sheets as they are read: what weighs what, what a browser drops, what stands in what. */
import { describe, expect, it } from "vitest";
import { cascade, mediaNow, readSheet, type StyledElement } from ".";

const element = (
  tag: string,
  attributes: Record<string, string> = {},
  parent: StyledElement | null = null,
): StyledElement => {
  const e: StyledElement = { tag, attributes, parent, children: [] };
  parent?.children.push(e);
  return e;
};
const page = { width: 640, height: 480, reducedMotion: false };
const won = (css: string, e: StyledElement, property: string, medium = page) => {
  const sheet = readSheet(css);
  return cascade(sheet, e, mediaNow(sheet, medium)).get(property);
};

describe("a sheet", () => {
  it("keeps the words of its author, and names what a browser drops", () => {
    const sheet = readSheet(
      ".a { color: rgb( 1,  2, 3 ) }\n.a { display: flxe }\n.b:wrong { opacity: 0 }\n.c { opacity: 5px }\n@container (width > 3px) { .a { opacity: 1 } }",
    );
    expect(sheet.rules.map((r) => [r.line, r.text])).toEqual([[1, ".a"]]);
    expect(sheet.rules[0].declarations[0].value).toBe("rgb( 1, 2, 3 )");
    expect(sheet.remarks.map((r) => r.line)).toEqual([2, 3, 4, 5]);
  });

  it("tells who won and who was beaten", () => {
    const e = element("p", { class: "a", id: "x" });
    const winner = won("p { opacity: .1 } #x { opacity: .2 } .a { opacity: .3 }", e, "opacity")!;
    expect([winner.value, winner.rule.text]).toEqual([".2", "#x"]);
    expect(winner.beat.map((r) => r.text)).toEqual([".a", "p"]);
  });

  it("knows layers, nesting, media and what is important", () => {
    const e = element("p", { class: "a" }, element("div", { class: "box" }));
    expect(
      won("@layer two, one; @layer one { p { opacity: 1 } } @layer two { p { opacity: .2 } }", e, "opacity")!.value,
    ).toBe("1");
    expect(won("@layer one { p { opacity: .1 !important } } p { opacity: .2 !important }", e, "opacity")!.value).toBe(
      ".1",
    );
    expect(won(".box { & .a { opacity: .4 } color: red; > p.a { opacity: .5 } }", e, "opacity")!.value).toBe(".5");
    const calm = "@media (prefers-reduced-motion: reduce) { p { transition: none } } p { opacity: 1 }";
    expect(won(calm, e, "transition")).toBeUndefined();
    expect(won(calm, e, "transition", { ...page, reducedMotion: true })!.value).toBe("none");
  });

  it("reads its keyframes", () => {
    const { keyframes } = readSheet(
      "@keyframes rise { from { opacity: 0 } 40%, 60% { opacity: .5 } to { opacity: 1 } }",
    );
    expect(keyframes.get("rise")!.map((k) => [k.at, k.declarations[0].value])).toEqual([
      [0, "0"],
      [0.4, ".5"],
      [0.6, ".5"],
      [1, "1"],
    ]);
  });
});
