/** Sheets as they are read: what weighs what, what a browser drops, what stands in what. */

import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { sheet as sheets, type Tree, tree as trees } from "../testing/sheets";
import { cascade, mediaNow, readSheet, type StyledElement, withMarks } from ".";

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

  it("says the same of marks as of what a person does", () => {
    const names = ["hover", "active", "focus", "focus-within"];
    const grown = (t: Tree, parent: StyledElement, marks: readonly string[]): StyledElement => {
      const attributes = { ...t.attributes, ...(t.id ? { id: t.id } : {}), class: t.classes.join(" ") };
      const e = element(t.tag, marks.length ? { ...attributes, "data-doing": marks.join(" ") } : attributes, parent);
      for (const [i, c] of t.children.entries()) grown(c, e, i ? [] : marks);
      return e;
    };
    const all = (e: StyledElement): StyledElement[] => [
      e,
      ...e.children.flatMap((c) => (typeof c === "string" ? [] : all(c))),
    ];
    let marked = 0;
    fc.assert(
      fc.property(fc.array(trees, { minLength: 1 }), sheets, fc.subarray(names), (grove, text, done) => {
        const page = (marks: readonly string[]): StyledElement => {
          const body = element("body", {}, element("html"));
          for (const t of grove) grown(t, body, marks);
          return body.parent!;
        };
        const [plain, withMark] = [all(page([])), all(page(done))];
        const doing = new Map(
          done.map((name) => [name, new Set(plain.filter((_e, i) => "data-doing" in withMark[i].attributes))]),
        );
        const text2 = withMarks(text, new Set(names), "data-doing");
        if (text2 !== text) marked++;
        const [one, other] = [readSheet(text), readSheet(text2)];
        const media = mediaNow(one, { width: 640, height: 480, reducedMotion: false });
        for (const [i, e] of plain.entries()) {
          const say = (c: ReturnType<typeof cascade>) => [...c].map(([p, w]) => [p, w.value]).sort();
          expect(say(cascade(other, withMark[i], media))).toEqual(say(cascade(one, e, media, doing)));
        }
      }),
    );
    expect(marked).toBeGreaterThan(10);
  });

  it("marks pseudo-classes and nothing else", () => {
    const marked = (text: string) => withMarks(text, new Set(["hover", "target"]), "m");
    expect(marked("a:hover, b:not(:HOVER) > c{color:red}")).toBe('a[m~="hover"], b:not([m~="hover"]) > c{color:red}');
    expect(marked(".x{&:hover{top:0} a:target b{left:0;color:hover}}")).toBe(
      '.x{&[m~="hover"]{top:0} a[m~="target"] b{left:0;color:hover}}',
    );
    for (const text of ["@media (hover:hover){a{top:0}}", "a::target{top:0}", "a{--x:hover;top:0}", "a:hover-more{}"])
      expect(marked(text)).toBe(text);
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
