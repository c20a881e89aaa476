/** What comes into sight and goes by a motion of its style is seen in time, whether the motion names it or says `all`. */
import fc from "fast-check";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { box, button, component } from "../../src/core/testing";
import { oneIn } from "../../src/core/testing/depth";
import type { Deed } from "../../src/core/testing/specifications";
import { type Held, open } from "./engine";
import { difference } from "./hold";

const cut = "overflow: hidden; padding: 0 !important";
/** What moves, as it is away, as it is there, and what is said of both. */
const moved: [string, string, string, string?][] = [
  ["opacity", "0", "1"],
  ["visibility", "hidden", "visible"],
  ["transform", "scale(0)", "none"],
  ["transform", "rotateY(90deg)", "rotateY(0deg)"],
  ["transform", "translate3d(-100vw, 0, 0)", "translate3d(0, 0, 0)"],
  ["transform", "translate3d(-100vw, 0, 0)", "none"],
  ["scale", "0", "1"],
  ["scale", "0", "none"],
  ["translate", "-100vw", "none"],
  ["translate", "-9999px", "0px"],
  ["rotate", "y 90deg", "none"],
  ["clip-path", "inset(0 0 100% 0)", "inset(0 0 0 0)"],
  ["clip-path", "circle(0)", "circle(80%)"],
  ["filter", "blur(4px)", "none"],
  ["box-shadow", "none", "0 0 9px #336699"],
  ["left", "-9999px", "0px", "position: absolute"],
  ["inset-inline-start", "-9999px", "0px", "position: absolute"],
  ["margin-left", "-9999px", "0px"],
  ["height", "0", "60px", cut],
  ["max-height", "0", "60px", cut],
  ["block-size", "0", "60px", cut],
  ["max-width", "0", "60px", cut],
];
const click: Deed = { kind: "click", at: 0 };
const wait = (at: number): Deed => ({ kind: "wait", at });
const deeds = [click, wait(1), wait(0), wait(2), click, wait(0), wait(3), click, wait(0), click, wait(3)];

let browser: Held;
beforeAll(async () => {
  browser = await open("chromium");
});
afterAll(() => browser?.end());

describe.each(["all", "named"])("%s", (how) => {
  it.concurrent.each(oneIn(2, moved))("%s from %s to %s", async (property, away, there, besides = "") => {
    const motion = `transition: ${how === "all" ? "all" : property} 200ms linear`;
    const doc = component({
      parts: [
        button("a"),
        box("x", [{ name: "words", tag: "p", content: ["words"] }], { attributes: { class: "panel" } }),
        button("z"),
      ],
      states: ["away", "there"],
      data: [{ name: "n", type: "integer", initial: 0, min: 0, max: 9 }],
      looks: { x: { there: ".on" }, z: { always: '"${n}"' } },
      reactions: {
        "click a": { away: "there", there: "away" },
        "motion ended x": { away: "/ n = n + 1", there: "/ n = n + 1" },
      },
      page: {
        width: 800,
        height: 600,
        css: `.panel { ${property}: ${away}; ${besides}; ${motion} } .panel.on { ${property}: ${there} }`,
      },
    });
    expect(await difference(browser, doc, deeds, "chromium")).toBeNull();
  });
});

/** What a state may say of the value, and of how it moves. */
const values = ["opacity: 0.2", "opacity: 0.8", "opacity: 0.8; transform: scale(0.5)", "not displayed; opacity: 0.8"];
const motions = [
  "",
  "",
  "",
  "transition: none",
  "transition: opacity 400ms linear",
  "transition: opacity 250ms linear 30ms",
  "transition: opacity 300ms linear, transform 400ms linear 50ms",
  "transition: transform 250ms linear",
];
const pages = [
  undefined,
  undefined,
  undefined,
  undefined,
  ".x { transition: all 0s }",
  ".x { transition: opacity 250ms linear }",
  ".x { transition: initial }",
  ".x { transition-property: opacity }",
  ".x.on { transition: none }",
];
const STATES = ["s0", "s1", "s2", "s3"];
/** Where a click leads from each state, and a while, ms: that one to the next. */
const goingRound = (clicks: readonly string[], after: readonly (number | null)[]) => ({
  "click a": Object.fromEntries(STATES.map((s, i) => [s, clicks[i]])),
  after: Object.fromEntries(
    STATES.flatMap((s, i) => (after[i] ? [[s, `${after[i]}ms ${STATES[(i + 1) % STATES.length]}`]] : [])),
  ),
});
/** A part that is moved by some states and left alone by others, which come one after another in the midst of it. */
const inTheMidst = fc.record({
  looks: fc.tuple(...STATES.map(() => fc.tuple(fc.constantFrom(...values), fc.constantFrom(...motions), fc.boolean()))),
  always: fc.constantFrom("", "", "", "", "transition: opacity 200ms linear"),
  css: fc.constantFrom(...pages),
  after: fc.tuple(...STATES.map(() => fc.constantFrom(null, 40, 90, 170))),
  clicks: fc.tuple(...STATES.map(() => fc.constantFrom(...STATES))),
  acts: fc.array(
    fc.oneof(fc.constant(click), fc.integer({ min: 0, max: 5 }).map(wait), fc.constant<Deed>({ kind: "calm", at: 0 })),
    { minLength: 4, maxLength: 12 },
  ),
});
type InTheMidst = typeof inTheMidst extends fc.Arbitrary<infer T> ? T : never;
function moving({ looks, always, css, after, clicks }: InTheMidst) {
  const cells = STATES.map((s, i) => [
    s,
    [...looks[i].slice(0, 2), looks[i][2] ? ".on" : ""].filter(Boolean).join("; "),
  ]);
  return component({
    parts: [button("a"), box("x", ["words"], { attributes: { class: "x" } })],
    states: STATES,
    looks: { x: { ...(always ? { always } : {}), ...Object.fromEntries(cells) } },
    reactions: goingRound(clicks, after),
    page: { width: 800, height: 600, ...(css ? { css } : {}) },
  });
}

/** A part that rules draw and take away, at once or slowly, and from where it moves then (CSS Transitions 2). */
const drawn = fc.record({
  how: fc.constantFrom(
    "opacity 200ms linear",
    "opacity 200ms linear, transform 300ms linear",
    "all 200ms linear",
    "none",
  ),
  display: fc.constantFrom(
    "",
    ", display 200ms allow-discrete",
    ", display 120ms allow-discrete 40ms",
    ", display 300ms",
  ),
  start: fc.constantFrom("", "opacity: 0", "opacity: 0.5; transform: scale(0.5)", "transform: scale(0.2)"),
  away: fc.constantFrom("opacity: 0", "opacity: 0.3", ""),
  behavior: fc.constantFrom("", "", "transition-behavior: allow-discrete"),
  looks: fc.tuple(...STATES.map(() => fc.constantFrom(".on", ".on", "", ".on; opacity: 0.6"))),
  inner: fc.boolean(),
  after: fc.tuple(...STATES.map(() => fc.constantFrom(null, null, 90, 170))),
  clicks: fc.tuple(...STATES.map(() => fc.constantFrom(...STATES))),
  acts: fc.array(
    fc.oneof(
      fc.integer({ min: 0, max: 1 }).map((at): Deed => ({ kind: "click", at })),
      fc.integer({ min: 0, max: 4 }).map(wait),
      fc.constantFrom<Deed>({ kind: "key", at: 0 }, { kind: "key", at: 4 }),
    ),
    { minLength: 4, maxLength: 12 },
  ),
});
type Drawn = typeof drawn extends fc.Arbitrary<infer T> ? T : never;
function drawing({ how, display, start, away, behavior, looks, inner, after, clicks }: Drawn) {
  const slowly = how === "none" ? "none" : `${how}${display}`;
  const css = [
    `.x { display: none; ${away}; transition: ${slowly}; ${behavior} }`,
    ".x.on { display: block; opacity: 1; transform: none }",
    ...(start ? [`@starting-style { .x.on { ${start} } ${inner ? ".on button { opacity: 0.2 }" : ""} }`] : []),
    ...(inner ? [".x button { transition: opacity 150ms linear }"] : []),
  ];
  return component({
    parts: [button("a"), box("x", ["words", button("in")], { attributes: { class: "x" } }), button("z")],
    states: STATES,
    looks: { x: Object.fromEntries(STATES.flatMap((s, i) => (looks[i] ? [[s, looks[i]]] : []))) },
    reactions: goingRound(clicks, after),
    page: { width: 800, height: 600, css: css.join("\n") },
  });
}

describe("drawn by rules", () => {
  it.concurrent.each([1, 2, 3].map((n) => 20_261_130 * n))("it comes and goes, from %i", async (seed) => {
    const property = fc.asyncProperty(drawn, async (sketch) => {
      expect(await difference(browser, drawing(sketch), sketch.acts, "chromium")).toBeNull();
    });
    await fc.assert(property, { seed, numRuns: 10 });
  });
});

describe("in the midst of a motion", () => {
  it.concurrent.each([1, 2, 3, 4].map((n) => 20_261_129 * n))("states come and go, from %i", async (seed) => {
    const property = fc.asyncProperty(inTheMidst, async (sketch) => {
      expect(await difference(browser, moving(sketch), sketch.acts, "chromium")).toBeNull();
    });
    await fc.assert(property, { seed, numRuns: 12 });
  });
});
