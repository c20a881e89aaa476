/** What can be mixed and what jumps; the values themselves are compared with the browser's in e2e/motion.test.ts. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { compile } from "../../program";
import { button, component } from "../../testing";
import { absoluteCss, mix } from "..";

const at = (property: string, from: string, to: string, p: number): string | undefined => mix(property, from, to)?.(p);

describe("values of one shape", () => {
  it("mix number by number, whatever stands between", () => {
    expect(at("margin", "0 4px", "8px 12px", 0.5)).toBe("4px 8px");
    expect(at("filter", "blur(0px) saturate(1)", "blur(8px) saturate(0.5)", 0.25)).toBe("blur(2px) saturate(0.875)");
    expect(at("box-shadow", "0 2px 4px #000", "0 6px 12px #000", 0.5)).toBe("0 4px 8px #000");
    expect(at("background", "#000000", "#ffffff", 0.5)).toBe("rgb(128, 128, 128)");
    expect(at("box-shadow", "0 2px 4px rgb(0 0 0 / 0)", "0 2px 4px rgb(0 0 0 / 1)", 0.5)).toBe(
      "0 2px 4px rgba(0, 0, 0, 0.5)",
    );
  });
  it("jump where they are not: other words, other units, other lengths of list, nothing that moves", () => {
    for (const [from, to] of [
      ["4px", "1em"],
      ["4px", "auto"],
      ["4px", "4px 8px"],
      ["blur(2px)", "saturate(2)"],
      ["solid", "solid"],
      ["", "4px"],
    ])
      expect(mix("filter", from, to), `${from} → ${to}`).toBeNull();
  });
  it("stay in the range of the property, however the easing overshoots", () => {
    expect(at("width", "10px", "0px", 1.4)).toBe("0px");
    expect(at("margin-left", "10px", "0px", 1.4)).toBe("-4px");
    expect(at("opacity", "0", "1", 1.4)).toBe("1");
    expect(at("z-index", "1", "4", 0.5)).toBe("3");
  });
  it("begin and end as they are written", () => {
    const length = fc
      .tuple(fc.integer({ min: -400, max: 400 }), fc.constantFrom("px", "%", "deg"))
      .map(([n, u]) => `${n}${u}`);
    fc.assert(
      fc.property(fc.array(length, { minLength: 1, maxLength: 4 }), fc.nat(400), (list, by) => {
        const from = list.join(" ");
        const to = list.map((l) => `${Number.parseFloat(l) + by + 1}${l.replace(/[-\d]+/, "")}`).join(" ");
        const m = mix("translate", from, to)!;
        expect([m(0), m(1)]).toEqual([from, to]);
      }),
    );
  });
});

describe("lengths that need only the page", () => {
  const program = compile(component({ parts: [button("b")], states: ["a"] }));
  const page = { width: 400, height: 800 };
  it("are px, wherever they stand; others are left", () => {
    expect(absoluteCss(program, "2rem", page)).toBe("32px");
    expect(absoluteCss(program, "50vh 10vw", page)).toBe("400px 40px");
    expect(absoluteCss(program, "inset(0 25vw)", page)).toBe("inset(0 100px)");
    expect(absoluteCss(program, "1.5em 40% #1e2 h1rem", page)).toBe("1.5em 40% #1e2 h1rem");
    expect(at("height", absoluteCss(program, "1rem", page), absoluteCss(program, "10vh", page), 0.5)).toBe("48px");
  });
});
