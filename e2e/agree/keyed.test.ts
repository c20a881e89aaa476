/** What a key is about to use changes while the key goes down or comes up: whether it is used all the same. */
import { afterAll, beforeAll, describe, expect } from "vitest";
import type { Part } from "../../src/core/model";
import { box, button, component } from "../../src/core/testing";
import { type Held, open } from "./engine";
import { difference } from "./hold";
import { engines, several } from "./several";

const used: Record<string, Partial<Part>> = {
  "a button": { tag: "button" },
  "a link": { tag: "a", attributes: { href: "#told" } },
  "a box": { tag: "input", attributes: { type: "checkbox", "aria-label": "Box" }, content: [] },
};
const ways = {
  "is disabled": "disabled",
  "is hidden": "hidden",
  "is not displayed": "not displayed",
  "is absent": "absent",
  "is inert": "inert",
  "fades away": "hidden; opacity: 0; transition: opacity 100ms",
};
const keys = { Space: 4, Enter: 1 };

const cases = Object.entries(used).flatMap(([what, part]) =>
  Object.entries(ways).flatMap(([goes, look]) =>
    Object.entries(keys).flatMap(([key, at]) =>
      (["press", "release"] as const).flatMap((when) =>
        ["", "-> other"].map((focus) => ({
          name: `${what} ${goes} as ${key} ${when === "press" ? "goes down" : "comes up"}${focus && ", the focus goes on"}`,
          part,
          look,
          key,
          at,
          when,
          focus,
        })),
      ),
    ),
  ),
);

describe.each(engines)("in %s", (engine) => {
  let browser: Held;
  beforeAll(async () => {
    browser = await open(engine);
  });
  afterAll(() => browser?.end());
  several(engine).each(cases.filter((_, i) => i % (engine === "firefox" ? 13 : 5) === 0))(
    "$name",
    async ({ part, look, key, at, when, focus }) => {
      const doc = component({
        parts: [
          { name: "one", content: ["One"], ...part } as Part,
          button("other"),
          box("told", ["${clicks} ${ones} ${others}"]),
        ],
        states: ["first", "later"],
        data: ["clicks", "ones", "others"].map((name) => ({ name, type: "number" as const, initial: 0 })),
        looks: { one: { later: look } },
        focus: focus ? { later: focus } : {},
        reactions: {
          mounted: { always: "/ focus one" },
          [`${when} ${key}`]: { first: "later" } as Record<string, string>,
          "click anywhere": { always: "/ clicks = clicks + 1" },
          "click one": { always: "/ ones = ones + 1" },
          "click other": { always: "/ others = others + 1" },
        },
      });
      const sized = { ...doc, page: { ...doc.page, width: 800, height: 600 } };
      for (const acts of [
        [{ kind: "key" as const, at }],
        [
          { kind: "keyDown" as const, at },
          { kind: "wait" as const, at: 3 },
          { kind: "keyUp" as const, at },
        ],
      ])
        expect(await difference(browser, sized, acts, engine)).toBeNull();
    },
  );
});
