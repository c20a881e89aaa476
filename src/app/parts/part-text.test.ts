import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { attributesText, contentText, parseAttributes, parseContent, parseDeclarations, styleText } from "./part-text";

describe("a part's attributes and style as text", () => {
  it("go round", () => {
    const names = fc.constantFrom("id", "aria-label", "data-x", "title");
    fc.assert(
      fc.property(
        fc.dictionary(
          names,
          fc.string().filter((s) => !s.includes("&quot;")),
        ),
        (attributes) => {
          expect(parseAttributes(attributesText({ name: "p", tag: "div", attributes }), "div")).toEqual({
            ok: true,
            value: { ...attributes },
          });
        },
      ),
    );
    const css = { color: "red", "--gap": "calc(1px + 2px)", background: "url(data:image/svg+xml;x)" };
    expect(parseDeclarations(styleText({ name: "p", tag: "div", css }))).toEqual({ ok: true, value: css });
  });
  it("texts and parts inside go round in their order, and no part is lost", () => {
    const inner = fc.constantFrom("spinner", "mark", "hint").map((name) => ({ name, tag: "i" }));
    const content = fc
      .array(fc.oneof(fc.string({ minLength: 1 }), inner), { maxLength: 6 })
      .map((list) =>
        list.filter(
          (c, i) =>
            (typeof c === "string" ? !/[<>]/.test(c) && typeof list[i - 1] !== "string" : true) &&
            list.findIndex((o) => typeof o !== "string" && typeof c !== "string" && o.name === c.name) ===
              (typeof c === "string" ? -1 : i),
        ),
      )
      .filter((list) => list.every((c, i) => typeof c !== "string" || typeof list[i - 1] !== "string"));
    fc.assert(
      fc.property(content, (content) => {
        const part = { name: "b", tag: "button", content };
        const back = parseContent(contentText(part), part);
        expect(back).toEqual({ ok: true, value: content.length ? content : undefined });
      }),
    );
    const part = { name: "b", tag: "button", content: ["Save ", { name: "mark", tag: "i" }] };
    expect(parseContent("<mark> Saved", part)).toEqual({ ok: true, value: [{ name: "mark", tag: "i" }, " Saved"] });
    expect(parseContent("Save < 3", part)).toMatchObject({
      ok: false,
      message: expect.stringContaining("<mark> is missing"),
    });
    expect(parseContent("<mark><mark>", part)).toMatchObject({ ok: false, message: expect.stringContaining("twice") });
  });
  it("refuse scripts and nonsense with a way out", () => {
    expect(parseAttributes('onclick="x()"', "div")).toMatchObject({
      ok: false,
      message: expect.stringContaining("reaction row"),
    });
    expect(parseAttributes('style="top: 0"', "div")).toMatchObject({
      ok: false,
      message: expect.stringContaining("Style"),
    });
    expect(parseAttributes('id="a" "b"', "div")).toMatchObject({ ok: false });
    expect(parseDeclarations("color red")).toMatchObject({
      ok: false,
      message: expect.stringContaining("property: value"),
    });
  });
});
