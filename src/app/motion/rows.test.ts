import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { type Component, readComponent, writeComponent } from "../../core/model";
import { compile } from "../../core/program";
import { box, button, component } from "../../core/testing";
import { demoComponents } from "../../demo";
import {
  companionOf,
  rowsOf,
  shownTransitions,
  spanOf,
  tied,
  tieOf,
  waysOut,
  withFade,
  withMotion,
  withTime,
} from "./rows";

const read = readComponent(readFileSync("src/demo/change-crossing.lively.json", "utf8"));
if (!read.ok) throw new Error("the demo does not load");
const dialog = read.doc;
const rowsIn = (doc: Component, from: string, to: string) =>
  rowsOf(compile(doc), { from, to }).filter((r) => r.kind !== "animation");
const opening = (doc: Component) => rowsIn(doc, "closed", "opening");

describe("the rows of a transition", () => {
  it("are what changes its look, and the timers of the state it leads to", () => {
    expect(opening(dialog).map((r) => [r.label, r.duration])).toEqual([
      ["backdrop · opacity", 240],
      ["dialog · transform", 240],
      ["after → open", 240],
    ]);
  });
  it("are its animations, too, with all their iterations; what comes by one needs no fade", () => {
    const doc = component({
      parts: [button("b"), box("note")],
      states: ["off", "on"],
      page: { css: "@keyframes come { from { opacity: 0 } } .on { animation: come 80ms ease-out 20ms 2.5 alternate }" },
      looks: { note: { off: "not displayed", on: "shown; .on" } },
      reactions: { "click b": { off: "on", on: "off" } },
    });
    const program = compile(doc);
    const rows = rowsOf(program, { from: "off", to: "on" });
    expect(rows).toEqual([
      expect.objectContaining({
        label: "note · @come",
        properties: ["opacity"],
        duration: 200,
        animation: expect.objectContaining({ delay: 20, iterations: 2.5 }),
      }),
    ]);
    expect(shownTransitions(program).map((t) => t.to)).toEqual(["on", "off"]);
  });
  it("say where nothing moves, and where a motion is said that cannot run", () => {
    const doc = component({
      parts: [button("b"), box("x")],
      states: ["off", "on"],
      looks: {
        x: {
          off: "max-height: 0px; letter-spacing: 1px",
          on: "max-height: auto; letter-spacing: 2px; transition: max-height 200ms ease",
        },
      },
      reactions: { "click b": { off: "on", on: "off" } },
    });
    const [height, spacing] = rowsIn(doc, "off", "on");
    expect(height).toMatchObject({ property: "max-height", duration: 0, jumps: true, said: { duration: "200ms" } });
    expect(spacing).toMatchObject({ property: "letter-spacing", duration: 0, jumps: false, said: null });
    if (spacing.kind !== "motion") throw new Error("not a motion");
    const moved = withMotion(doc, spacing, { duration: "90ms", easing: "linear" });
    expect(rowsIn(moved, "off", "on")[1]).toMatchObject({ property: "letter-spacing", duration: 90 });
  });
  it("let a part fade that comes and goes at once", () => {
    const doc = component({
      parts: [button("b"), box("x"), box("y")],
      states: ["off", "on"],
      looks: { x: { off: "not displayed" }, y: { off: "not displayed; opacity: 0", on: "transparent" } },
      reactions: { "click b": { off: "on", on: "off" } },
    });
    const [row, ...others] = rowsIn(doc, "off", "on");
    expect(row).toMatchObject({ label: "x comes", fades: "in" });
    expect(others).toEqual([]);
    if (row.kind !== "motion") throw new Error("not a motion");
    const faded = withFade(doc, row, { from: "off", to: "on" });
    expect(rowsIn(faded, "off", "on")).toMatchObject([{ label: "x · opacity", from: "0", to: "1", duration: 200 }]);
    expect(rowsIn(faded, "on", "off")).toMatchObject([{ label: "x · opacity", from: "1", to: "0", duration: 200 }]);
  });
  it("stand beside the way back, or what takes back most of it", () => {
    const program = compile(dialog);
    const all = shownTransitions(program);
    const forth = all.find((t) => t.from === "closed" && t.to === "opening")!;
    const home = companionOf(program, forth, all)!;
    expect([home.from, home.to]).toEqual(["opening", "closing"]);
    expect(waysOut(forth, home, all)).toEqual(["closing", "closed"]);
    expect(waysOut(home, forth, all)).toEqual(["opening", "closed"]);
  });
});

describe("a time that is changed", () => {
  it("takes along all that is tied to it, and only that", () => {
    const [opacity] = opening(dialog);
    const next = withTime(dialog, opacity, "duration", 301.4);
    expect(opening(next).map((r) => r.duration)).toEqual([301, 301, 301]);
    expect(rowsIn(next, "opening", "closing").map((r) => r.duration)).toEqual([180, 180, 180]);
    // One number in one place: nothing but the token was written.
    expect({ ...next, tokens: dialog.tokens }).toEqual(dialog);
  });
  it("can be untied, then moves alone, and be tied again", () => {
    const [opacity, transform, timer] = opening(dialog);
    if (opacity.kind !== "motion" || transform.kind !== "motion") throw new Error("not a motion");
    const alone = withMotion(dialog, opacity, { ...opacity.said!, duration: "240ms" });
    expect(tieOf(alone, "240ms")).toBeNull();
    const longer = withTime(alone, opening(alone)[0], "duration", 400);
    expect(opening(longer).map((r) => r.duration)).toEqual([400, 240, 240]);
    const again = tied(longer, opening(longer), "--all", 500);
    expect(opening(again).map((r) => r.duration)).toEqual([500, 500, 500]);
    expect(tieOf(again, "var(--all)")).toMatchObject({ token: "--all", plain: 500 });
    expect(tieOf(again, "var(--all)")!.uses).toHaveLength(3);
    expect(timer.kind).toBe("timer");
  });
  it("begins later without lasting longer", () => {
    const next = withTime(dialog, opening(dialog)[0], "delay", 60);
    expect(opening(next)[0]).toMatchObject({ delay: 60, duration: 240 });
  });
  it("is left alone where its token is computed from others", () => {
    const doc = {
      ...dialog,
      tokens: dialog.tokens!.map((t) => (t.name === "--in" ? { ...t, value: "calc(2 * 120ms)" } : t)),
    };
    const [opacity] = opening(doc);
    expect(opacity.duration).toBe(240);
    expect(tieOf(doc, "var(--in)")?.plain).toBeNull();
    expect(withTime(doc, opacity, "duration", 500)).toBe(doc);
  });
  it("is read as a span, plain or by its token, and nothing else", () => {
    expect(["1.5s", "240ms", "var(--in)", "soon", "var(--nothing)"].map((t) => spanOf(dialog, t))).toEqual([
      1500,
      240,
      240,
      null,
      null,
    ]);
  });
});

describe("every motion of the demo", () => {
  it.each(demoComponents.map((d) => d.load()).map((d) => [d.name, d] as const))(
    "%s: dragged, is a document that loads",
    (_name, doc) => {
      const program = compile(doc);
      for (const t of shownTransitions(program))
        for (const row of rowsOf(program, t)) {
          if (row.kind === "animation" || (row.kind === "motion" && row.fades)) continue;
          const next = withTime(doc, row, "duration", 130);
          const back = readComponent(writeComponent(next));
          if (!back.ok) throw new Error(JSON.stringify(back));
          const same = rowsOf(compile(back.doc), t).find((r) => r.id === row.id)!;
          expect(next === doc || same.duration === 130 || (same.kind === "motion" && same.jumps), row.id).toBe(true);
        }
    },
  );
});
