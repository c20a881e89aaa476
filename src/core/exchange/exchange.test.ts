import { readFileSync } from "node:fs";
import { Parser } from "acorn";
import { describe, expect, it } from "vitest";
import { allParts, checkNames, readComponent, writeComponent } from "../model";
import { compile } from "../program";
import { proveNow } from "../proof";
import { restingLooks } from "../surface";
import { box, bubblingDialog, button, component } from "../testing";
import { deliveredPage } from "../testing/delivered";
import { allHolds, readHtml, reportText } from ".";

const read = (html: string) => {
  const result = readHtml(html, "Pasted");
  if (!result.ok) throw new Error(result.message);
  return result;
};
const inForce = (html: string, name: string) => {
  const program = compile(read(html).doc);
  return restingLooks(program, 1)[program.partIndex.get(name)!].css;
};
const part = (html: string, name: string) => allParts(read(html).doc).find((p) => p.part.name === name)!.part;

describe("HTML in", () => {
  it("becomes a tree of parts with their names, attributes and texts", () => {
    const { doc, remarks } = read(
      '<button id="open" type="button">Open  it</button><div class="panel box" role="dialog" aria-labelledby="t"><h2 id="t">Hi</h2> and <b>more</b></div>',
    );
    expect(allParts(doc).map((p) => `${p.depth} ${p.part.name} ${p.part.tag}`)).toEqual([
      "0 open button",
      "0 panel div",
      "1 t h2",
      "1 b b",
    ]);
    expect(doc.parts[0]).toMatchObject({ attributes: { id: "open", type: "button" }, content: ["Open it"] });
    expect(doc.parts[1].content).toEqual([
      expect.objectContaining({ name: "t" }),
      " and ",
      expect.objectContaining({ name: "b" }),
    ]);
    expect(doc.looks.map((l) => l.part)).toEqual(["open", "panel", "t"]);
    expect(remarks).toEqual([]);
    expect(checkNames(doc)).toEqual([]);
  });

  it("never takes a script along, and says what it left out", () => {
    const { doc, remarks, behaviour } = read(
      '<p onclick="steal()">x</p>\n<script>alert(1)</script>\n<a href="javascript:x()">y</a>\n<iframe src="/"></iframe>\n<link rel="stylesheet" href="a.css">\n<img src="https://elsewhere.example/a.png">',
    );
    const written = JSON.stringify(doc);
    for (const gone of ["onclick", "steal", "alert", "javascript", "iframe"]) expect(written).not.toContain(gone);
    expect(behaviour?.notUnderstood.map((n) => n.text)).toEqual(["steal", "alert", "x"]);
    expect(JSON.stringify(behaviour?.doc)).not.toMatch(/steal|alert/);
    expect(remarks.map((r) => r.line)).toEqual([4, 5, 6]);
    expect(remarks.map((r) => r.text).join("; ")).toMatch(/<iframe>.*not loaded.*nothing is loaded here/);
  });

  it("is read as a browser reads it, with what was odd", () => {
    const { doc, remarks } = read('<div><p>one<p id="two">two</div></span><button disabled disabled>b</button>');
    expect(allParts(doc).map((p) => p.part.tag)).toEqual(["div", "p", "p", "button"]);
    expect(remarks.map((r) => r.text).join("; ")).toContain("read as a browser reads it");
    expect(readHtml("   ", "x")).toMatchObject({ ok: false });
    expect(readHtml("<p>".repeat(1) + "x".repeat(2_100_000), "x")).toMatchObject({
      ok: false,
      message: expect.stringContaining("MB"),
    });
    expect(readHtml("<div>".repeat(400), "x")).toMatchObject({ ok: false, message: expect.stringContaining("deep") });
  });

  it("keeps the rules as they were written, and knows what they give each part", () => {
    const html = `<!doctype html><html lang="de"><head><style>
      body { margin: 0 } .a { color: red; opacity: .5 } p.a { color: green } #p { color: blue } .a { color: black }
      .a:hover { color: pink } @media print { .a { color: gray } } .never { top: 0 }
      .strong { color: lime !important }
    </style></head><body><p id="p" class="a" style="opacity: 1">x</p><p class="a" >y</p><i class="strong" style="color: red">z</i></body></html>`;
    const { doc } = read(html);
    expect(part(html, "p").css).toEqual({ opacity: "1" });
    expect(part(html, "a").css).toBeUndefined();
    expect(inForce(html, "p")).toMatchObject({ color: "blue", opacity: "1" });
    expect(inForce(html, "a")).toMatchObject({ color: "green", opacity: ".5" });
    expect(inForce(html, "strong")).toMatchObject({ color: "lime" });
    expect(doc.page.lang).toBe("de");
    expect(doc.page.css!.replace(/\s+/g, " ")).toBe(
      /<style>([\s\S]*)<\/style>/.exec(html)![1].replace(/\s+/g, " ").trim(),
    );
  });

  it("goes out as it came in, but for white space", () => {
    const body = '<div class="bar wide" style="margin: 0; color: red"><button id="go" class="btn">Go</button></div>';
    const style =
      "/* bars */ .bar { color: red } .btn { padding: 4px } .bar .btn:hover::after { content: '→' } @media (min-width: 40em) { .bar { margin: 2px } }";
    const out = deliveredPage(read(`<style>${style}</style>${body}`).doc, null);
    const flat = (text: string): string => text.replace(/\s+/g, " ");
    expect(flat(out)).toContain(style);
    expect(flat(out).replace(/> </g, "><")).toContain(body);
  });

  it("takes custom properties of the root for tokens, and the rest of the rule stays", () => {
    const { doc } = read(
      "<p>x</p><style>:root { --fade: 200ms; color-scheme: light; --gap: 4px } p { opacity: .5; transition: opacity var(--fade) }</style>",
    );
    expect(doc.tokens).toEqual([
      { name: "--fade", value: "200ms" },
      { name: "--gap", value: "4px" },
    ]);
    expect(doc.page.css).toMatch(/:root \{\s*color-scheme: light;?\s*\}\s*p \{/);
    const program = compile(doc);
    expect(restingLooks(program, 1)[0].motion).toEqual({ opacity: { duration: 200, delay: 0, easing: "ease" } });
  });

  it("knows what lies over what, layers, and transitions", () => {
    const html = `<div class="back"></div><div class="in"></div><style>.back { position: fixed; inset: 0; z-index: 3; transition: opacity .2s ease-in } .in { position: absolute; top: 0; left: 0; right: 0; bottom: 0; transition: all 1s }</style>`;
    const { doc, remarks } = read(html);
    expect(part(html, "back").covers).toBe("viewport");
    expect(part(html, "in").covers).toBe("parent");
    const program = compile(doc);
    const looks = restingLooks(program, 1);
    expect(looks[0]).toMatchObject({ layer: 3, motion: { opacity: { duration: 200, easing: "ease-in" } } });
    expect(looks[1].motion).toEqual({ all: { duration: 1000, delay: 0, easing: "ease" } });
    expect(remarks).toEqual([]);
  });

  it("keeps ${ in pasted text as text", () => {
    const { doc } = read("<p>costs ${price}</p>");
    expect(proveNow(doc).problems).toEqual([]);
    expect(deliveredPage(doc, null)).toContain("costs ${price}");
  });
});

describe("HTML out", () => {
  const demo = readComponent(readFileSync("src/demo/change-crossing.lively.json", "utf8"));
  if (!demo.ok) throw new Error("the demo does not load");
  const html = deliveredPage(demo.doc, proveNow(demo.doc));
  const script = /<script>([\s\S]*)<\/script>/.exec(html)![1];

  it("is one page that loads and evaluates nothing", () => {
    expect(() => Parser.parse(script, { ecmaVersion: 2023 })).not.toThrow();
    expect(html).not.toMatch(/\beval\b|new Function|https?:|<link|<script src|\bon\w+="/);
    expect(html).toContain(`${demo.doc.scenarios.length} of ${demo.doc.scenarios.length} scenarios hold.`);
  });

  it("starts as the first state is, without a flash", () => {
    expect(html).toContain('<body data-states="closed">');
    expect(html).toMatch(/<div class="backdrop" data-part="backdrop" hidden>/);
    expect(html).toContain("Thu 14 May · 09:40 Holm → Vardey");
  });

  it("writes only what the component needs", () => {
    const small = deliveredPage(
      component({ parts: [button("b")], states: ["a", "b1"], reactions: { "click b": { a: "b1", b1: "a" } } }),
      null,
    );
    for (const unused of ["keyOf", "settleFocus", "getAnimations", "IntersectionObserver", "fetch("])
      expect(small).not.toContain(unused);
    expect(small).toContain("Not verified.");
  });

  it("carries nested states, guards, ranges, raised events and texts as code", () => {
    const doc = component({
      parts: [button("b", { content: ["${n} of `5`"] }), box("panel", [], { attributes: { title: "</script>" } })],
      states: [{ name: "on", states: [{ name: "low" }, { name: "high" }] }, { name: "off" }],
      data: [{ name: "n", type: "integer", initial: 0, min: 0, max: 5 }],
      looks: { panel: { low: 'hidden; "a"', high: 'aria-label="${n}"', off: "absent" } },
      reactions: {
        "click b": {
          low: '[n > 2 && in("on")] high / n = n + 1, raise full; / n = n + 1',
          on: "off / focus panel, stop",
        },
        "on full": { high: "off" },
        after: { off: "1s → low" },
      },
    });
    const out = deliveredPage(doc, null);
    const code = /<script>([\s\S]*)<\/script>/.exec(out)![1];
    expect(() => Parser.parse(code, { ecmaVersion: 2023 })).not.toThrow();
    for (const piece of [
      'when: ({ data, isIn }) => data.n > 2 && isIn("on")',
      '{ do: "assign", data: "n", value: ({ data }) => data.n + 1 }',
      '{ do: "raise", event: "full" }',
      "({ data }) => `${data.n} of \\`5\\``",
      'n: { type: "integer", min: 0, max: 5 }',
      '["high", { attributes: { "aria-label": ({ data }) => `${data.n}` } }]',
    ]) {
      expect(code).toContain(piece);
    }
  });

  it("styles every state as the specification does", () => {
    expect(html).toMatch(
      /:where\(\[data-states~="opening"\]\) \[data-part="backdrop"\] \{\n\s+opacity: 1;\n\s+transition: opacity var\(--in\) ease-out;/,
    );
  });
});

describe("the report", () => {
  it("says what holds, what does not, and the run that shows it", () => {
    const doc = bubblingDialog({
      scenarios: [
        {
          name: "inside stays open",
          steps: [{ do: { click: "trigger" } }, { do: { click: "body" }, expect: [{ fact: "state", is: "open" }] }],
        },
      ],
    });
    const proof = proveNow(doc);
    const text = reportText(doc, proof);
    expect(text).toContain("FAILS      inside stays open");
    expect(text).toContain("after step 2, click body (0 ms): expected state is open; found “closed”");
    expect(text).toMatch(
      /fault {6}F3 an inside click dismisses: A click inside dialog reaches backdrop and dismisses it\n {13}click trigger → click (dialog|title|body)\n {13}mend: Listen for clicks exactly on backdrop/,
    );
    expect(allHolds(proof)).toBe(false);
    expect(writeComponent(doc)).toContain("inside stays open");
  });
});
