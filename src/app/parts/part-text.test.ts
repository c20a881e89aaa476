import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { attributesText, parseAttributes, parseDeclarations, styleText } from "./part-text";

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
