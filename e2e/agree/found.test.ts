/** Differences of core and page that were found once, each with its name. */
import type { Browser } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { box, button, component, type Sketch } from "../../src/core/testing";
import type { Deed } from "../../src/core/testing/specifications";
import { type EngineName, open } from "./engine";
import { difference } from "./hold";

const found: { name: string; sketch: Sketch; acts?: Deed[] }[] = [
  {
    name: "what was absent and is not displayed from then on is in the document again",
    sketch: {
      parts: [button("b"), box("gone", [button("inside")], { attributes: { hidden: "" } })],
      states: ["first", "then"],
      looks: { gone: { first: "absent" } },
      reactions: { mounted: { first: "then" } },
    },
  },
  {
    name: "a condition that only speaks of visibility beats a rule of the page",
    sketch: {
      parts: [button("b", { attributes: { class: "quiet" } })],
      states: ["s"],
      data: [{ name: "on", type: "boolean", initial: true }],
      looks: { b: { always: "[on] visibility: visible" } },
      page: { width: 800, height: 600, css: ".quiet { visibility: hidden }" },
    },
  },
  {
    name: "an important rule beats what a look says of opacity and pointer",
    sketch: {
      parts: [button("b", { attributes: { class: "loud" } }), button("c")],
      states: ["s"],
      looks: { b: { s: "transparent; no pointer" } },
      page: { width: 800, height: 600, css: ".loud { opacity: 0.7 !important; pointer-events: auto !important }" },
    },
  },
  {
    name: "a focus that a label led out of a hold stays where nobody listens",
    sketch: {
      parts: [
        { name: "label", tag: "label", content: ["Name ", { name: "field", tag: "input" }] },
        box("panel", [button("inside")]),
      ],
      states: ["held"],
      focus: { held: "held in panel" },
    },
    acts: [
      { kind: "click", at: 0 },
      { kind: "resize", at: 1 },
    ],
  },
  {
    name: "what has a label that is hidden has no name, whatever its title says",
    sketch: {
      parts: [
        { name: "label", tag: "label", attributes: { for: "box" }, content: ["Label"] },
        { name: "box", tag: "input", attributes: { type: "checkbox", id: "box", title: "Title" } },
        button("b"),
      ],
      states: ["s"],
      looks: { label: { s: "not displayed" } },
    },
  },
];

const engines: EngineName[] = ["chromium", ...(process.env.LIVELY_FIREFOX === "" ? [] : ["firefox" as const])];
describe.each(engines)("found once, in %s", (engine) => {
  let browser: Browser;
  beforeAll(async () => {
    browser = await open(engine);
  });
  afterAll(() => browser?.close());
  it.each(found)("$name", async ({ sketch, acts = [] }) => {
    const doc = component(sketch);
    const sized = { ...doc, page: { ...doc.page, width: 800, height: 600 } };
    expect(await difference(browser, sized, acts, engine)).toBeNull();
  });
});
