/** What delivered files are made of, piece by piece. That they behave is shown in a browser, in e2e/. */
import { describe, expect, it } from "vitest";
import type { Part } from "../../model";
import { compile } from "../../program";
import { box, button, component, type Sketch } from "../../testing";
import { deliveredPage } from "../../testing/delivered";
import { expressionCode, key, templateCode } from "./code";
import { managed } from "./looks-table";
import { initialParts, markedParts, markup } from "./markup";
import { script } from "./script";
import { styleSheet } from "./style";

const doc = (over: Partial<Sketch> & { parts?: Part[] } = {}) =>
  component({ parts: [button("a"), box("p", ["words"])], states: ["one", "two"], ...over });

describe("code", () => {
  it("names get quotes only where they need them", () => {
    expect([key("open"), key("half-open"), key("1st")]).toEqual(["open", '"half-open"', '"1st"']);
  });
  it.each([
    ["n + 1", "data.n + 1"],
    ["`${n} n`", "`${data.n} n`"],
    ['in("open") && n > 0', 'isIn("open") && data.n > 0'],
    ["Math.max(n, label.length)", null],
    ["'n in (n)'", "'n in (n)'"],
  ])("expression %s", (text, code) => {
    if (code) expect(expressionCode(text)).toBe(code);
  });
  it.each([
    ["plain", '"plain"'],
    ['with "quotes"', '"with \\"quotes\\""'],
    ["${n} left", "`${data.n} left`"],
    ["`${n}` \\${x}", "`\\`${data.n}\\` \\${x}`"],
    ["back\\slash ${n}", "`back\\\\slash ${data.n}`"],
  ])("template %s", (template, code) => {
    expect(templateCode(template)).toBe(code);
    // And it means the same: evaluated, with the data in reach.
    const value = new Function("data", `return ${code}`)({ n: 4 });
    expect(value).toBe(template.replace(/\$\{n\}/g, "4").replace("\\${", "${"));
  });
});

describe("markup", () => {
  const lines = (parts: Part[], looks: Sketch["looks"] = {}) => {
    const d = component({ parts, states: ["one"], looks });
    return markup(initialParts(d, markedParts(d)), "");
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
  it("marks only what style or script have to find", () => {
    const d = doc({
      parts: [button("a"), box("p", [], { css: { color: "red" } }), box("q"), box("r", ["${1 + 1}"]), box("s")],
      focus: { two: "held in s" },
      reactions: { "click a": { one: "two" } },
    });
    expect([...markedParts(d)].sort()).toEqual(["a", "p", "r", "s"]);
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
      '[data-state] [data-part="p"]',
      '[data-state~="outer"]',
      "transition: color 1s linear 5ms",
      '[data-state~="in-1"]',
    ].map((s) => css.indexOf(s));
    expect(order.every((at, i) => at > (order[i - 1] ?? -1))).toBe(true);
  });
  it("says how parts are there from what is resolved, states that agree together", () => {
    const css = styleSheet(
      doc({
        states: ["one", "two", "three"],
        looks: { p: { one: "hidden", two: "hidden", three: "transparent; no pointer" } },
      }),
    );
    expect(css).toContain(
      '[data-state~="one"] [data-part="p"],\n[data-state~="two"] [data-part="p"] {\n  visibility: hidden;\n}',
    );
    expect(css).toContain('[data-state~="three"] [data-part="p"] {\n  opacity: 0;\n  pointer-events: none;\n}');
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
    expect(css).toContain("color: red");
  });
});

describe("the script", () => {
  it("manages only what the style sheet cannot say", () => {
    const d = doc({ looks: { a: { one: "opacity: 0.5", two: "no pointer" }, p: { two: 'inert; title="x"' } } });
    expect(managed(d, compile(d)).map((m) => [m.part.name, m.fields, m.attributes])).toEqual([
      ["p", ["inert"], ["title"]],
    ]);
  });
  it("gives the element back the attribute it had where a look says nothing", () => {
    const code = script(
      doc({ parts: [button("a", { attributes: { title: "base" } })], looks: { a: { two: "no title" } } }),
    );
    expect(code).toContain('one: () => ({\n      a: { attributes: { title: "base" } },');
    expect(code).toContain("a: { attributes: { title: null } },");
  });
  it("listens once at a part for all its rows, and tells inside from exactly", () => {
    const code = script(
      doc({
        reactions: {
          "click a": { one: "two" },
          "click exactly a": { two: "one" },
          "click outside p": { two: "one" },
          "press x": { one: "two" },
          "press y in p": { two: "one" },
        },
      }),
    );
    expect(code).toContain(
      'if (event.target === parts.a) react(event, "click a", "click exactly a");\n    else react(event, "click a");',
    );
    expect(code).toContain('if (!parts.p.contains(event.target)) react(event, "click outside p");');
    expect(code).toContain('parts.p.addEventListener("keydown"');
    expect(code.match(/document\.addEventListener\("keydown"/g)).toHaveLength(1);
  });
  it("leaves rows that say nothing out", () => {
    expect(script(doc({ reactions: { "click a": {} } }))).not.toContain("click a");
  });
  it("is cleared away by what it returns: listeners and timers", () => {
    const code = script(doc({ reactions: { after: { one: "1s → two" } } }));
    expect(code).toContain("listening.abort();\n    for (const timer of timers) clearTimeout(timer.id);");
  });
  it("cannot end its own element early", () => {
    const html = deliveredPage(doc({ looks: { p: { two: '"</script><b>"' } } }), null);
    expect(html.match(/<\/script>/g)).toHaveLength(1);
  });
});
