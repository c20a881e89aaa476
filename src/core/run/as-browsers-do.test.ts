/** What browsers do where two readings were possible, each shown in a browser by the agreement runs, too. */
import { describe, expect, it } from "vitest";
import type { Component } from "../model";
import { box, button, component } from "../testing";
import { facts, runOf } from "../testing/acted";
import type { Stimulus } from ".";

describe("reduced motion, asked for in the middle of a motion", () => {
  const opacityAfter = (transition: string): number => {
    const doc = component({
      parts: [button("a"), box("p")],
      states: ["one", "two"],
      looks: { p: { one: "opacity: 0", two: `opacity: 1; transition: ${transition}` } },
      reactions: { "click a": { one: "two" } },
    });
    return Number(facts(doc, "p", { click: "a" }, 50, { reducedMotion: true }).opacity);
  };
  it("breaks off what has no place in it, and lets go on what only has another time", () => {
    expect(opacityAfter("opacity 100ms linear reduced none")).toBe(1);
    expect(opacityAfter("opacity 100ms linear reduced none, color 1s")).toBe(1);
    expect(opacityAfter("opacity 100ms linear reduced 40ms linear")).toBeCloseTo(0.5);
    expect(opacityAfter("opacity 100ms linear")).toBeCloseTo(0.5);
  });
});

describe("motions", () => {
  const sliding = (far: string): Component =>
    component({
      parts: [button("a"), box("p")],
      states: ["one", "two"],
      looks: {
        p: {
          one: "transform: translateX(-100%); transition: transform 100ms linear",
          two: `transform: ${far}; transition: transform 100ms linear`,
        },
      },
      reactions: { "click a": { one: "two", two: "one" } },
    });
  it("turned back between a percentage and px stand on sums of both", () => {
    const { run } = runOf(sliding("translateX(40px)"), { click: "a" }, 50, { click: "a" }, 20, { click: "a" }, 10);
    expect(run.tracks).toHaveLength(1);
    expect(run.tracks[0].from).toMatch(/^translate\(calc\(-\d+(\.\d+)?% \+ \d+(\.\d+)?px\)/);
    expect(runOf(sliding("translateX(40px)"), { click: "a" }, 50, { click: "a" }, 200).run.tracks).toEqual([]);
  });
  it("turned back before their delay is over have not moved, and there is none", () => {
    const doc = component({
      parts: [button("a"), box("p")],
      states: ["one", "two"],
      looks: { p: { always: "transition: opacity 100ms ease 50ms", two: "opacity: 0" } },
      reactions: { "click a": { one: "two", two: "one" } },
    });
    expect(runOf(doc, { click: "a" }, 30, { click: "a" }).run.tracks).toEqual([]);
    expect(runOf(doc, { click: "a" }, 80, { click: "a" }).run.tracks).toHaveLength(1);
  });
  it("end with what is around them, and their rows are told", () => {
    const doc = component({
      parts: [button("a"), button("b"), box("around", [box("p")])],
      states: ["one", "two", "three"],
      data: [{ name: "n", type: "integer", initial: 0, min: 0, max: 9 }],
      looks: {
        p: { always: "transition: opacity 100ms", two: "opacity: 0", three: "opacity: 0" },
        around: { three: "not displayed" },
      },
      reactions: {
        "click a": { one: "two" },
        "click b": { two: "three" },
        "motion interrupted p": { three: "/ n = n + 1" },
        "motion ended p": { three: "/ n = n + 5" },
      },
    });
    const { run } = runOf(doc, { click: "a" }, 20, { click: "b" }, 500);
    expect([run.tracks, run.data]).toEqual([[], [1]]);
  });
  it("do not begin where nothing was drawn yet", () => {
    const doc = component({
      parts: [box("p")],
      states: ["one", "two"],
      looks: { p: { always: "transition: opacity 100ms", two: "opacity: 0; not displayed" } },
      reactions: { mounted: { one: "two" } },
    });
    const { run } = runOf(doc);
    expect([run.tracks, run.lingering]).toEqual([[], []]);
  });
});

describe("conditions on the page", () => {
  it.each<[string, Stimulus]>([
    ["page.width < 300", { resize: { width: 280, height: 400 } }],
    ["page.reducedMotion", { reducedMotion: true }],
    ["page.scroll > 100", { scroll: 150 }],
  ])("become true when the page changes: %s", (when, stimulus) => {
    const doc = component({
      parts: [box("p", ["${n}"])],
      page: { width: 400, height: 400, blocks: [{ name: "b", height: "2000px" }] },
      states: ["one"],
      data: [{ name: "n", type: "integer", initial: 0, min: 0, max: 9 }],
      reactions: { [`becomes [${when}]`]: { one: "/ n = n + 1" } },
    });
    expect(facts(doc, "p").text).toBe("0");
    expect(facts(doc, "p", stimulus).text).toBe("1");
    expect(facts(doc, "p", stimulus, 100).text).toBe("1");
  });
});

describe("actions of a transition", () => {
  it.each(["plain", "with an entry"])("see the states that are left as no longer active, on a %s chart", (kind) => {
    const doc = component({
      parts: [button("a"), box("p", ["${flag}"])],
      states: ["one", kind === "plain" ? "two" : { name: "two", entry: [{ do: "log", label: "in" }] }],
      data: [{ name: "flag", type: "boolean", initial: true }],
      reactions: { "click a": { one: 'two / flag = in("one")' } },
    });
    expect(facts(doc, "p", { click: "a" }).text).toBe("false");
  });
});
