/** What delivered files are made of, piece by piece. That they behave is shown in a browser, in e2e/. */
import { readFileSync } from "node:fs";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { freeNames } from "../../../../scripts/pieces";
import { demoComponents } from "../../../demo";
import type { Part } from "../../model";
import { compile } from "../../program";
import { box, button, component, type Sketch } from "../../testing";
import { deliveredPage } from "../../testing/delivered";
import { nested } from "../../testing/nested";
import { small, specifications } from "../../testing/specifications";
import { stageSource } from "../suite/stage-source";
import { askedBy, wordsFor } from "./asked";
import { expressionCode, key, templateCode } from "./code";
import type { KernelWord } from "./kernel";
import { kernelWords } from "./kernel/kernel-source";
import { managed } from "./looks-table";
import { initialParts, markedParts, markup } from "./markup";
import { script } from "./script";
import { conditionsOnStyle, styleSheet } from "./style";

/** What the script of a page has from its surroundings: the language and the browser. */
const isGiven = (name: string): boolean =>
  name in globalThis ||
  /^(HTML|SVG)?[A-Z]\w*Element$|^(Node|ResizeObserver|IntersectionObserver|document|window|location|getComputedStyle|matchMedia|(inner|outer)(Width|Height)|scroll(To|By|Y)|[a-z]+AnimationFrame)$/.test(
    name,
  );

const doc = (over: Partial<Sketch> & { parts?: Part[] } = {}) =>
  component({ parts: [button("a"), box("p", ["words"])], states: ["one", "two"], ...over });

describe("code", () => {
  it("names get quotes only where they need them", () => {
    expect([key("open"), key("half-open"), key("1st")]).toEqual(["open", '"half-open"', '"1st"']);
  });
  it.each([
    ["n + 1", "({ data }) => data.n + 1"],
    ["`${n} n`", "({ data }) => `${data.n} n`"],
    ['in("open") && n > 0', '({ data, isIn }) => isIn("open") && data.n > 0'],
    ["'n in (n)'", "() => 'n in (n)'"],
    ["page.width < 600 && !page.reducedMotion", "({ page }) => page.width < 600 && !page.reducedMotion"],
    ["_event.name == 'x'", "({ event }) => event == 'x'"],
  ])("expression %s", (text, code) => {
    expect(expressionCode(text)).toBe(code);
  });
  it.each([
    ["plain", '() => "plain"'],
    ['with "quotes"', '() => "with \\"quotes\\""'],
    ["${n} left", "({ data }) => `${data.n} left`"],
    ["`${n}` \\${x}", "({ data }) => `\\`${data.n}\\` \\${x}`"],
    ["back\\slash ${n}", "({ data }) => `back\\\\slash ${data.n}`"],
    ["two\nlines ${n}", "({ data }) => `two\\nlines ${data.n}`"],
  ])("template %s", (template, code) => {
    expect(templateCode(template)).toBe(code);
    // And it means the same: evaluated, with the data in reach.
    const value = new Function(`return (${code})({ data: { n: 4 } })`)();
    expect(value).toBe(template.replace(/\$\{n\}/g, "4").replace("\\${", "${"));
  });
});

describe("markup", () => {
  const lines = (parts: Part[], looks: Sketch["looks"] = {}) => {
    const d = component({ parts, states: ["one"], looks });
    return markup(initialParts(compile(d), markedParts(d)), "");
  };
  it("escapes what it must and closes what it must", () => {
    expect(lines([{ name: "p", tag: "p", content: ["a < b & c"], attributes: { title: 'say "x" & y' } }])).toBe(
      '<p title="say &quot;x&quot; &amp; y">a &lt; b &amp; c</p>',
    );
    expect(
      lines([
        { name: "i", tag: "img", attributes: { alt: "" } },
        { name: "b", tag: "br" },
      ]),
    ).toBe('<img alt="">\n<br>');
  });
  it("keeps words and inline elements on one line, and inline neighbours together", () => {
    expect(lines([{ name: "p", tag: "p", content: ["see ", { name: "b", tag: "b", content: ["this"] }, "!"] }])).toBe(
      "<p>see <b>this</b>!</p>",
    );
    expect(lines([box("d", [button("x"), button("y")])])).toBe("<div>\n  <button>x</button><button>y</button>\n</div>");
    expect(lines([box("d", [button("x"), " ", button("y")])])).toBe(
      "<div>\n  <button>x</button>\n  <button>y</button>\n</div>",
    );
  });
  it("starts as the first state says: hidden, inert, disabled, with its own text", () => {
    expect(lines([box("p", ["base"])], { p: { one: "not displayed" } })).toBe('<div data-part="p" hidden>base</div>');
    expect(lines([button("b")], { b: { one: 'disabled; inert; "other"; aria-label="x"; not exposed' } })).toBe(
      '<button aria-label="x" inert disabled aria-hidden="true" data-part="b">other</button>',
    );
    expect(lines([box("p", ["gone"])], { p: { one: "absent" } })).toBe('<div data-part="p" hidden>gone</div>');
  });
  it("puts no white space beside a text that changes, also where it begins empty: it is found by its place", () => {
    const d = component({
      data: [{ name: "t", type: "text", initial: "" }],
      parts: [
        box("p", [button("x"), "${t}", { name: "s", tag: "span", content: ["s"] }]),
        box("q", [box("r"), " ", "${t}"]),
      ],
      states: ["one"],
    });
    expect(markup(initialParts(compile(d), markedParts(d)), "")).toBe(
      '<div data-part="p"><button>x</button><span>s</span></div>\n<div data-part="q"><div></div> </div>',
    );
  });
  it("marks only what style or script have to find", () => {
    const d = doc({
      parts: [button("a"), box("p", [], { css: { color: "red" } }), box("q"), box("r", ["${1 + 1}"]), box("s")],
      focus: { two: "held in s" },
      reactions: { "click a": { one: "two" } },
    });
    expect([...markedParts(d)].sort()).toEqual(["a", "r", "s"]);
    const ruled = { ...d, page: { ...d.page, css: '[data-part="q"] { color: red }' } };
    expect([...markedParts(ruled)].sort()).toEqual(["a", "q", "r", "s"]);
  });
});

describe("the style sheet", () => {
  it("has a rule a cell, outer states before inner ones", () => {
    const css = styleSheet(
      doc({
        states: [{ name: "outer", states: [{ name: "in-1" }, { name: "in-2" }] }],
        looks: {
          p: { "in-1": "color: green", outer: "color: red; transition: color 1s linear 5ms", always: "color: blue" },
        },
      }),
    );
    const order = [
      ':where([data-states]) [data-part="p"]',
      '[data-states~="outer"]',
      "transition: color 1s linear 5ms",
      '[data-states~="in-1"]',
    ].map((s) => css.indexOf(s));
    expect(order.every((at, i) => at > (order[i - 1] ?? -1))).toBe(true);
  });
  it("keeps values with data in them in custom properties that nobody else has, in place before any script", () => {
    const page = deliveredPage(
      doc({
        parts: [box("p", ["words"], { css: { "--p-width": "1px" } })],
        data: [{ name: "n", type: "integer", initial: 2, min: 0, max: 9 }],
        looks: { p: { always: "width: ${n * 10}%", two: "width: ${n}px; height: ${n}px" } },
      }),
    );
    for (const line of ["width: var(--p-width-2)", "width: var(--p-width-3)", "height: var(--p-height)"])
      expect(page).toContain(line);
    expect(page).toContain('style="--p-width-2: 20%; --p-width-3: 2px; --p-height: 2px"');
    expect(page).toContain('"--p-height": ({ data }) => `${data.n}px`');
  });
  it("names each condition that its rules ask about", () => {
    const ruled = doc({
      looks: { p: { always: "[on] visibility: visible" } },
      data: [{ name: "on", type: "boolean", initial: true }],
      page: { width: 640, height: 480, css: "p { visibility: hidden }" },
    });
    expect(styleSheet(ruled)).toContain('[data-when~="c0"]');
    expect(conditionsOnStyle(ruled)).toEqual(["on"]);
  });

  it("has a rule for each way of being there that is used, and no other", () => {
    const css = styleSheet(doc({ looks: { p: { one: "hidden", two: "transparent; no pointer" } } }));
    expect(css).toContain('[data-as~="hidden"] {\n  visibility: hidden;\n}');
    expect(css).toContain('[data-as~="transparent"] {\n  opacity: 0;\n}');
    expect(css).toContain('[data-as~="no-pointer"] {\n  pointer-events: none;\n}');
    expect(css).not.toContain("moved-out");
    expect(styleSheet(doc())).not.toContain("data-as");
  });
  it("takes the markup's own hidden style for a look, not for a rule that no state could lift", () => {
    const css = styleSheet(
      doc({
        parts: [box("p", [], { css: { display: "none", visibility: "hidden", color: "red" } })],
        looks: { p: { two: "shown" } },
      }),
    );
    expect(css).not.toContain("display: none;");
    expect(css).not.toMatch(/\[data-part="p"\] \{\n {2}visibility/);
    expect(css).not.toContain("color: red");
    const html = deliveredPage(
      doc({ parts: [box("p", [], { css: { display: "none", color: "red" } })], looks: { p: { two: "shown" } } }),
    );
    expect(html).toContain('<div style="color: red" data-part="p" hidden');
  });
});

describe("classes", () => {
  const made = (looks: Sketch["looks"]) =>
    deliveredPage(doc({ parts: [box("p", [], { attributes: { class: "on" } })], states: ["one", "two"], looks }));
  it("are switched from what the markup has", () => {
    expect(made({ p: { two: ".open; no .on" } })).toContain("classes: { open: false, on: true }");
  });
  it("are as a class attribute says that is written anew", () => {
    const html = made({ p: { always: 'class="open wide"', two: "no .open" } });
    expect(html).toContain("classes: { open: false }");
    expect(html.match(/classes: \{ \w+: (true|false)/g)).toHaveLength(1);
  });
});

describe("the script", () => {
  it("manages only what the style sheet cannot say", () => {
    const d = doc({ looks: { a: { one: "opacity: 0.5" }, p: { two: 'inert; title="x"' } } });
    expect(managed(compile(d)).map((m) => m.part.name)).toEqual(["p"]);
  });
  it("gives the element back the attribute it had where a look says nothing", () => {
    const d = doc({ parts: [button("a", { attributes: { title: "base" } })], looks: { a: { two: "no title" } } });
    const code = script(compile(d));
    expect(code).toContain('attributes: { title: () => "base" }');
    expect(code).toContain('["two", { attributes: { title: null } }]');
  });
  it("finds texts by their node: neighbours are one, and one that begins empty is none", () => {
    const d = doc({
      data: [{ name: "t", type: "text", initial: "" }],
      parts: [box("p", ["a ", "b ${t}", button("a"), "${t}", button("c"), "end"])],
    });
    expect(managed(compile(d))[0].texts).toEqual([
      { at: 0, template: "a b ${t}", empty: false },
      { at: 2, template: "${t}", empty: true },
    ]);
  });
  it("holds the kernel's modules that it needs, and no others", () => {
    const code = script(compile(doc({ reactions: { "click a": { one: "two" } } })));
    expect(code).toContain("function select(");
    for (const unneeded of ["keyOf", "IntersectionObserver", "fetch(", "data-announcements"])
      expect(code).not.toContain(unneeded);
  });
  it("leaves rows that say nothing out", () => {
    expect(script(compile(doc({ reactions: { "click a": {} } })))).not.toContain('"click"');
  });
  it("cannot end its own element early", () => {
    const html = deliveredPage(doc({ looks: { p: { two: '"</script><b>"' } } }), null);
    expect(html.match(/<\/script>/g)).toHaveLength(1);
  });
});

describe("the kernel that pages carry", () => {
  it("has all that a page calls by its name, and nothing that nobody calls", () => {
    const random = fc.sample(specifications, { seed: 12, numRuns: 15 }).map((d) => compile(d));
    for (const program of [...demoComponents.map((d) => compile(d.load())), ...random]) {
      if (program.problems.length) continue;
      const { doc } = program;
      const code = script(program);
      expect([...freeNames(code)].filter((name) => !isGiven(name)).sort(), doc.name).toEqual([]);
      const kernel = code.slice(0, code.indexOf("\n  // The component."));
      for (const [, name] of kernel.matchAll(/^ {2}(?:function|class|const) (\w+)/gm))
        expect(
          code.match(new RegExp(`(?<!\\w|(?<!\\.\\.)\\.)${name}\\b`, "g"))!.length,
          `${doc.name}: ${name}`,
        ).toBeGreaterThan(1);
    }
  });
  it("is taken in each way by random specifications: all that only some have is there in one and not in another", () => {
    const from = fc.oneof(specifications, small, small, nested);
    const programs = fc.sample(from, { seed: 12, numRuns: 200 }).map((d) => compile(d));
    const had = programs.map((program) => wordsFor(askedBy(program, managed(program))));
    const neverThere: KernelWord[] = ["a record", "an end from outside"];
    expect(kernelWords.filter((w) => !had.some((h) => h.has(w)))).toEqual(neverThere);
    expect(kernelWords.filter((w) => had.every((h) => h.has(w)))).toEqual([]);
  });
  it("is the kernel as it is", async () => {
    const { kernelFile } = await import("../../../../scripts/kernel");
    expect(readFileSync("src/core/deliver/page/kernel/kernel-source.ts", "utf8")).toBe(kernelFile());
  });
  it("stands, in a test suite, on the stage as it is", async () => {
    const { stageText } = await import("../../../../scripts/suite");
    // Said so, and not shown: it is 80 kB.
    expect(stageSource === (await stageText())).toBe(true);
  });
});
