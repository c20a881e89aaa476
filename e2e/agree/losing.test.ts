/** What has the focus cannot have it any more, in every way there is, and the focus goes elsewhere: who is told of it. */
import { afterAll, beforeAll, describe, expect } from "vitest";
import type { Part } from "../../src/core/model";
import { box, button, component } from "../../src/core/testing";
import { oneIn } from "../../src/core/testing/depth";
import { type Held, open } from "./engine";
import { difference } from "./hold";
import { engines, several } from "./several";

const holders: Record<string, Partial<Part>> = {
  "a button": { tag: "button" },
  "a part with a tabindex": { tag: "div", attributes: { tabindex: "0" } },
  "a link": { tag: "a", attributes: { href: "#nowhere" } },
  "what is edited": { tag: "div", attributes: { contenteditable: "" } },
};
const looks: Record<string, Record<string, string>> = {
  "a button": { "is disabled": "disabled" },
  "a part with a tabindex": { "has no tabindex any more": "no tabindex" },
  "a link": { "has no address any more": "no href" },
  "what is edited": { "is edited no more": 'contenteditable="false"' },
};
const gone = {
  "is hidden": "hidden",
  "is absent": "absent",
  "is inert": "inert",
  "is not visible": "visibility: hidden",
  "stays as it is": "opacity: 1",
};
const elsewhere = { "goes to another": "-> other", "goes nowhere": "" };
const rules = { ...elsewhere, "goes to the first one around": "-> first in around", "is held": "held in around" };

const cases = Object.entries(holders).flatMap(([what, part]) =>
  Object.entries({ ...looks[what], ...gone }).flatMap(([loses, look]) =>
    Object.entries(what === "a button" ? rules : elsewhere).map(([goes, focus]) => ({
      name: `${what} ${loses}, the focus ${goes}`,
      part,
      look,
      focus,
    })),
  ),
);

describe.each(engines)("in %s", (engine) => {
  let browser: Held;
  beforeAll(async () => {
    browser = await open(engine);
  });
  afterAll(() => browser?.end());
  several(engine).each(oneIn(2, engine === "firefox" ? cases.filter((_, i) => i % 4 === 0) : cases))(
    "$name",
    async ({ part, look, focus }) => {
      const doc = component({
        parts: [
          box("around", [{ name: "one", content: ["One"], ...part } as Part, button("other")]),
          box("told", ["${enters} ${leaves} ${lost}"]),
        ],
        states: ["first", "later"],
        data: ["enters", "leaves", "lost"].map((name) => ({ name, type: "number" as const, initial: 0 })),
        looks: { one: { later: look } },
        focus: focus ? { later: focus } : {},
        reactions: {
          "press x": { first: "later" },
          "focus enters around": { always: "/ enters = enters + 1" },
          "focus leaves around": { always: "/ leaves = leaves + 1" },
          "focus leaves one": { always: "/ lost = lost + 1" },
        },
      });
      const sized = { ...doc, page: { ...doc.page, width: 800, height: 600 } };
      const acts = [
        { kind: "click" as const, at: 1 },
        { kind: "keyDown" as const, at: 2 },
        { kind: "wait" as const, at: 0 },
      ];
      expect(await difference(browser, sized, acts, engine)).toBeNull();
    },
  );
});
