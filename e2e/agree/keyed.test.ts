/** What a key is about to use changes while the key goes down or comes up: whether it is used all the same. */
import { afterAll, beforeAll, describe, expect } from "vitest";
import type { Part } from "../../src/core/model";
import { box, button, component } from "../../src/core/testing";
import { oneIn } from "../../src/core/testing/depth";
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

/** Elements that take a key each in their own way. */
const takers: Record<string, (name: string) => Part> = {
  "a button": (name) => button(name),
  "a link": (name) => ({ name, content: ["There"], ...used["a link"] }) as Part,
  "a box": (name) => ({ name, ...used["a box"] }) as Part,
  "a radio button": (name) => radio(name),
  "a field of a form": (name) => ({ name: `${name}-form`, tag: "form", content: [field(name), button(`${name}-go`)] }),
  "a submit button": (name) => ({ name, tag: "input", attributes: { type: "submit", value: "Go" }, content: [] }),
  "a summary": (name) => ({
    name: `${name}-details`,
    tag: "details",
    content: [{ name, tag: "summary", content: ["More"] }, "Much more"],
  }),
  "an element that is no control": (name) => ({ name, tag: "div", attributes: { tabindex: "0" }, content: ["Text"] }),
};
const moves = Object.keys(takers).flatMap((from) =>
  Object.keys(takers).flatMap((to) => ["Enter", "Space", "Shift+Enter"].map((key) => ({ from, to, key }))),
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
  several(engine).each(oneIn(engine === "firefox" ? 13 : 3, moves))(
    "$key goes down at $from, which moves the focus to $to",
    async ({ from, to, key }) => {
      const doc = component({
        parts: [takers[from]("f"), takers[to]("t"), box("told", ["${clicks} ${froms} ${tos}"])],
        states: ["first", "later"],
        data: ["clicks", "froms", "tos"].map((name) => ({ name, type: "number" as const, initial: 0 })),
        reactions: {
          mounted: { always: "/ focus f" },
          [`press ${key}`]: { first: "later / focus t" } as Record<string, string>,
          "click anywhere": { always: "/ clicks = clicks + 1" },
          "click f": { always: "/ froms = froms + 1" },
          "click t": { always: "/ tos = tos + 1" },
        },
      });
      const sized = { ...doc, page: { ...doc.page, width: 800, height: 600 } };
      const acts = [
        { kind: "key" as const, at: 0, key },
        { kind: "key" as const, at: 0, key },
      ];
      expect(await difference(browser, sized, acts, engine)).toBeNull();
    },
  );
  const held: Record<string, Partial<Part>> = {
    ...used,
    "a name that leads nowhere": { tag: "a", attributes: { tabindex: "0" } },
    "a field": { tag: "form", content: [field("inside"), button("go")] },
    "a button of a form": { tag: "input", attributes: { type: "submit", value: "Go" }, content: [] },
    "what is no control": { tag: "div", attributes: { tabindex: "0", role: "button" } },
    "radio buttons": { tag: "div", content: [radio("inside", true), radio("second"), radio("third")] },
    details: { tag: "details", content: [{ name: "inside", tag: "summary", content: ["More"] }, "Much more"] },
  };
  const withModifiers = ["Enter", "Space", "ArrowRight", "ArrowUp"].flatMap((key) =>
    ["", "Shift+", "Ctrl+", "Alt+", "Meta+", "Ctrl+Shift+"].map((m) => `${m}${key}`),
  );
  const tried = engine === "chromium" ? withModifiers : oneIn(5, withModifiers);
  const kinds = Object.entries(held);
  several(engine).each(engine === "chromium" ? kinds : oneIn(3, kinds))(
    "%s is used alike with modifiers",
    async (_, part) => {
      const one = { name: "one", content: ["One"], ...part } as Part;
      const inside = JSON.stringify(one).includes('"inside"');
      const doc = component({
        parts: [one, box("told", ["${clicks} ${ones}"])],
        states: ["first"],
        data: ["clicks", "ones"].map((name) => ({ name, type: "number" as const, initial: 0 })),
        reactions: {
          mounted: { always: `/ focus ${inside ? "inside" : "one"}` },
          "click anywhere": { always: "/ clicks = clicks + 1" },
          "click one": { always: "/ ones = ones + 1" },
        },
      });
      const sized = { ...doc, page: { ...doc.page, width: 800, height: 600 } };
      for (const key of tried)
        expect(await difference(browser, sized, [{ kind: "key", at: 0, key }], engine), key).toBeNull();
    },
  );
});

function field(name: string): Part {
  return { name, tag: "input", attributes: { "aria-label": "Name" }, content: [] };
}
function radio(name: string, checked = false): Part {
  const attributes = { type: "radio", name: "r", "aria-label": name, ...(checked ? { checked: "" } : {}) };
  return { name, tag: "input", attributes, content: [] };
}
