import { type DefaultTreeAdapterMap, parse, html as spec, defaultTreeAdapter as tree } from "parse5";
import { describe, expect, it } from "vitest";
import { demoComponents } from "../../../demo";
import type { Component } from "../../model";
import { proveNow } from "../../proof";
import { atMost } from "../../testing/depth";
import { payloads, places, plainComponent } from "../../testing/hostile";
import { deliverTo } from "..";

type Element = DefaultTreeAdapterMap["element"];
const elements = (html: string): Element[] => {
  const out: Element[] = [];
  const visit = (node: DefaultTreeAdapterMap["node"]): void => {
    if (tree.isElementNode(node)) out.push(node);
    if ("childNodes" in node) for (const n of node.childNodes) visit(n);
  };
  visit(parse(html));
  return out;
};
const attribute = (e: Element, name: string): string | undefined => e.attrs.find((a) => a.name === name)?.value;
const made = (
  doc: Component,
  proof = null as Parameters<typeof deliverTo>[2],
): { html: string; markdown: string } | null => {
  const files = deliverTo("document", doc, proof);
  return files.ok ? { html: files.files[0].text, markdown: files.files[1].text } : null;
};
/** The names and number of the tags that run something or lead away. */
const active = (html: string): string =>
  elements(html)
    .filter((e) => /^(script|iframe|object|embed|link|base|meta|form|a)$/.test(e.tagName))
    .map((e) => `${e.tagName} ${attribute(e, "sandbox") ?? ""}`)
    .join();

/** Of the payloads each place is given one in so many; the page inside is held against all. */
const EVERY = atMost(15, 3);

describe("the document", () => {
  const demos = demoComponents.map((d) => d.load());
  it.each(demos.map((d) => [d.name, d] as const))("tells all of %s", (_n, doc) => {
    const { html, markdown } = made(doc)!;
    const pictures = elements(html).filter((e) => e.tagName === "iframe");
    expect(pictures.length).toBeGreaterThan(1);
    // What can be tried runs scripts without an origin; pictures run nothing.
    expect(pictures.map((e) => attribute(e, "sandbox"))).toEqual(["allow-scripts", ...pictures.slice(1).map(() => "")]);
    for (const s of doc.scenarios) expect(markdown.replaceAll("\\", "")).toContain(s.name.replace(/\s+/g, " "));
    for (const row of doc.looks) expect(markdown).toContain(`\`${row.part}\``);
  });
  it("says what was proved, and what was not", () => {
    const [doc] = demos;
    expect(made(doc)!.html).toContain("Not verified.");
    const { html, markdown } = made(doc, proveNow(doc))!;
    for (const text of [html, markdown]) expect(text).toMatch(/scenarios hold/);
    expect(html).toContain("(holds)");
  });
  it("has in every row of a Markdown table as many cells as in its head", () => {
    for (const doc of demos) {
      let columns = 0;
      for (const line of made(doc)!.markdown.split("\n")) {
        const cells = line.startsWith("|") ? line.replace(/\\[|]/g, "").split("|").length : 0;
        if (cells && columns) expect(cells, line).toBe(columns);
        columns = cells;
      }
    }
  });
  it.each(Object.keys(places).map((p, i) => [p, i] as const))("keeps a hostile %s in its place", (place, i) => {
    const usual = active(made(plainComponent())!.html);
    for (const payload of payloads.filter((_p, n) => n % EVERY === i % EVERY)) {
      const put = places[place](plainComponent(), payload);
      let document: ReturnType<typeof made>;
      try {
        document = made(put);
      } catch (error) {
        throw new Error(`${payload}: ${error}`);
      }
      // What cannot be delivered is told instead; nothing of it is written.
      if (!document) continue;
      const found = active(document.html);
      // A state more is a picture more.
      expect(found.replaceAll("iframe ,", ""), payload).toBe(usual.replaceAll("iframe ,", ""));
      const text = elements(document.html).filter((e) => e.tagName === "script" && e.namespaceURI === spec.NS.HTML);
      expect(text.length, payload).toBe(1);
    }
  });
});
