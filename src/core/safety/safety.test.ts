import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { demoComponents } from "../../demo";
import { deliverHtml } from "../deliver";
import { readScxml, writeScxml } from "../exchange";
import { readHtml } from "../exchange/html-in/read";
import { rename } from "../expression";
import { allStates, boundsProblem, type Component, readComponent, writeComponent } from "../model";
import { compile } from "../program";
import { proveNow } from "../proof";
import { oneIn } from "../testing/depth";
import { hostileMarkup, languageNames, payloads, places, plainComponent } from "../testing/hostile";
import { tried } from "../testing/tried";
import { attributeProblem, cssInHtml, isAllowedTag, sheetProblem, valueProblem } from ".";

describe("names from the language", () => {
  const inLanguage = (doc: Component): Component => {
    const renamed = allStates(doc).reduce((d, { state }, i) => {
      const name = languageNames[i];
      return name ? rename(d, "state", state.name, name) : d;
    }, doc);
    const data = doc.data.reduce(
      (d, datum, i) => (languageNames[i] ? rename(d, "data", datum.name, languageNames[i]) : d),
      renamed,
    );
    return doc.parts.reduce(
      (d, part, i) =>
        typeof part !== "string" && languageNames[i] ? rename(d, "part", part.name, languageNames[i]) : d,
      data,
    );
  };
  it.each(oneIn(4, demoComponents).map((c) => [c.name, c.load()] as const))(
    "%s means the same under them",
    (_name, doc) => {
      const other = inLanguage(doc);
      const facts = (d: Component) => {
        const proof = proveNow(d);
        return [proof.situations, proof.complete, proof.findings.map((f) => f.rule), proof.scenarios.map((s) => s.ok)];
      };
      expect(compile(other).problems).toEqual(compile(doc).problems);
      expect(facts(other)).toEqual(facts(doc));
      const text = writeComponent(other);
      expect(readComponent(text)).toMatchObject({ ok: true });
      const chart = readScxml(writeScxml(other));
      expect(chart.ok && chart.doc).toEqual(other);
      expect(deliverHtml(other, null).ok).toBe(true);
    },
  );
  it("does not take __proto__, and says where", () => {
    const text = writeComponent(plainComponent()).replaceAll('"two"', '"__proto__"');
    expect(readComponent(text)).toMatchObject({
      ok: false,
      problems: [{ path: expect.stringMatching(/states|looks|reactions/) }],
    });
    const chart = readScxml('<scxml xmlns="http://www.w3.org/2005/07/scxml"><state id="__proto__"/></scxml>');
    expect(chart).toMatchObject({ ok: false, problems: [{ path: expect.stringContaining("line 1") }] });
  });
});

describe("what a component says", () => {
  const all = Object.entries(places).flatMap(([place, put]) => payloads.map((p) => ({ place, put, payload: p })));
  // Each place and each payload comes up several times: there are as many payloads as share no factor with this.
  const cases = oneIn(13, all);
  /** What the page runs and loads, as its parser sees it. */
  it("is refused with its place, or stays there", ({ task }) => {
    let delivered = 0;
    for (const { place, put, payload } of cases) {
      const doc = put(plainComponent(), payload);
      let text: string;
      try {
        text = writeComponent(doc);
      } catch {
        continue; // The schema has no such document.
      }
      const read = readComponent(text);
      if (!read.ok) {
        expect(read.problems[0].message, place).not.toBe("");
        continue;
      }
      // What does not compile is refused by its notation on the way back.
      const chart = readScxml(writeScxml(read.doc));
      if (!compile(read.doc).problems.length)
        expect(chart.ok ? chart.doc : chart.problems, `${place}: ${payload}`).toEqual(read.doc);
      const out = deliverHtml(read.doc, null);
      if (out.ok) delivered++;
      else expect(out.problems[0].path, place).not.toBe("");
    }
    // Texts are free to say anything: most of them are delivered.
    expect(delivered / cases.length).toBeGreaterThan(0.3);
    tried(task, cases.length);
  });
  it("comes in from markup as something that can be kept and delivered", ({ task }) => {
    let delivered = 0;
    for (const markup of hostileMarkup) {
      const read = readHtml(markup, "x");
      if (!read.ok) continue;
      expect(readComponent(writeComponent(read.doc)), markup).toMatchObject({ ok: true });
      const { problems } = compile(read.doc);
      expect(problems, markup).toEqual([]);
      const out = deliverHtml(read.doc, null);
      if (out.ok) delivered++;
      else expect(out.problems[0].path, markup).toMatch(/^parts/);
    }
    // What changes when it is written and read again is not delivered, and the part is named.
    expect(delivered).toBeGreaterThan(hostileMarkup.length - 8);
    tried(task, hostileMarkup.length);
  });
});

describe("style", () => {
  it("stays in its element, whatever the sheet says", ({ task }) => {
    const piece = fc.constantFrom(
      "</style>",
      "<!--",
      '"',
      "'",
      "\\",
      "url(",
      ")",
      "{",
      "}",
      "a",
      " ",
      "/*",
      "*/",
      "<",
      "/",
      ";",
      "\n",
      "@media (1px<width)",
    );
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 12 }), (pieces) => {
        expect(cssInHtml(pieces.join(""))).not.toMatch(/<\/style/i);
      }),
      { numRuns: 2000 },
    );
    tried(task, 2000);
  });
  it.each([
    "red",
    "calc(1px + (2px * 3))",
    '"a;b}" counter(x)',
    "url(data:image/png;base64,AA==)",
    "var(--x, 1px)",
    "rgb(0 0 0 / 50%)",
  ])("takes the value %s", (value) => expect(valueProblem(value)).toBeNull());
  it.each(["a;b", "}", "{}", '"', "'\\'", "(", ")", "[)", "url(a b", "url(", "red\\", "/*", "a/*"])(
    "refuses the value %s",
    (value) => {
      expect(valueProblem(value)).not.toBeNull();
    },
  );
  it.each(["a { b: c", "}", '@import "x";', '@IMPORT "x";', '@\\69 mport "x";', "a { b: 'c }", "/*"])(
    "refuses the sheet %s",
    (sheet) => {
      expect(sheetProblem(sheet)).not.toBeNull();
    },
  );
});

describe("elements and addresses", () => {
  it.each(["div", "DIV", "linearGradient", "x-card", "marquee"])("<%s> may be a part", (tag) =>
    expect(isAllowedTag(tag)).toBe(true),
  );
  it.each([
    "script",
    "SCRIPT",
    "style",
    "iframe",
    "base",
    "meta",
    "link",
    "object",
    "o:p",
    "annotation-xml",
    "constructor",
  ])("<%s> may not", (tag) => expect(isAllowedTag(tag)).toBe(false));
  it.each(["/x", "#a", "x/y?z", "https://a.example/", "mailto:a@b.example", "/p/${id}", "#${id}"])(
    "a link may lead to %s",
    (to) => {
      expect(attributeProblem("a", "href", to)).toBeNull();
    },
  );
  it.each([
    "javascript:x",
    " JAVASCRIPT:x",
    "java\nscript:x",
    "data:text/html,x",
    "${to}",
    "java${x}",
    "blob:x",
    "\\${x}:y:javascript:".slice(8),
  ])("a link may not lead to %s", (to) => expect(attributeProblem("a", "href", to)).not.toBeNull());
});

describe("values of any kind", () => {
  it.each([
    [{ a: [{ b: "x\u0001" }] }, "a[0].b"],
    [{ a: "\ud800" }, "a"],
    [JSON.parse('{"a": {"__proto__": 1}}'), "a"],
  ])("%j is refused at %s", (value, path) => expect(boundsProblem(value)?.path).toBe(path));
  it("of any depth are looked at without running out of stack", () => {
    let deep: unknown = 1;
    for (let i = 0; i < 100_000; i++) deep = [deep];
    expect(boundsProblem({ deep })?.message).toMatch(/deep/);
  });
});
