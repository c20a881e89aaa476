import { describe, expect, it } from "vitest";
import { compile } from "../../program";
import { animationsOf, choreographyOf, timersIn, transitionsOf } from "../../run";
import { box, button, component } from "../../testing";
import { farIn, momentAt, shareIn, valueIn } from "..";

const doc = component({
  parts: [button("b"), box("panel")],
  states: ["shut", "open"],
  tokens: { "--in": "200ms" },
  looks: {
    panel: {
      shut: "not displayed; opacity: 0; transform: translateY(20px); transition: opacity 100ms linear, transform 100ms linear",
      open: "shown; opacity: 1; transform: none; transition: opacity var(--in) linear, transform var(--in) linear 50ms",
    },
  },
  reactions: { "click b": { shut: "open", open: "shut" }, after: { open: "3s shut" } },
});
const program = compile(doc);
const panel = program.partIndex.get("panel")!;
const enter = { from: "shut", to: "open" };

describe("the choreography of a transition", () => {
  it("moves each property after its delay, for its duration", () => {
    const piece = choreographyOf(program, enter);
    expect(piece.length).toBe(250);
    expect([0, 50, 100, 200].map((t) => Number(valueIn(program, piece, panel, "opacity", t)))).toEqual([
      0, 0.25, 0.5, 1,
    ]);
    expect(valueIn(program, piece, panel, "transform", 40)).toBe("translateY(20px)");
    expect(valueIn(program, piece, panel, "transform", 250)).toBe("none");
    expect(shareIn(piece, panel, "transform", 150)).toBeCloseTo(0.5);
  });
  it("turned back, goes home from where it was, in the shortened time (CSS Transitions 1 §3)", () => {
    const piece = choreographyOf(program, enter, { cut: { at: 100, to: "shut" } });
    // Half of the way in opacity: half of the 100 ms home.
    expect(piece.length).toBe(150);
    expect(Number(valueIn(program, piece, panel, "opacity", 125))).toBeCloseTo(0.25);
    expect(shareIn(piece, panel, "opacity", 99.99)).toBeCloseTo(0.5, 2);
    expect(shareIn(piece, panel, "opacity", 125)).toBeCloseTo(0.25);
    expect(shareIn(piece, panel, "opacity", 160)).toBe(0);
    expect(momentAt(piece, 160).lingering).toEqual([]);
  });
  it("is in the new pose at once where nothing moves", () => {
    const still = structuredClone(doc);
    for (const look of Object.values(still.looks[0].in)) delete look.motion;
    const plain = compile(still);
    const piece = choreographyOf(plain, enter);
    expect(piece.length).toBe(0);
    expect(valueIn(plain, piece, panel, "opacity", 0)).toBe("1");
    expect(momentAt(piece, 0).pose).not.toBe(momentAt(choreographyOf(plain, { from: "open", to: "shut" }), 0).pose);
  });
  it("is the calmer one where reduced motion is preferred", () => {
    const calm = structuredClone(doc);
    calm.looks[0].in.open.motion!.transform.reduced = "none";
    const calmer = compile(calm);
    const piece = choreographyOf(calmer, enter, { reduced: true });
    expect(piece.length).toBe(200);
    expect(valueIn(calmer, piece, panel, "transform", 0)).toBe("none");
  });
  it("is found for each pair of states that reactions join, with its timers", () => {
    expect(transitionsOf(program)).toEqual([
      { from: "shut", to: "open", causes: ["click b"] },
      { from: "open", to: "shut", causes: ["click b", "after 3s"] },
    ]);
    expect(timersIn(program, "open")).toMatchObject([{ text: "3s", after: 3000, to: "shut" }]);
  });
  it("says of an animation how far it is from where it began, there and back, and what it is left with", () => {
    const shaken = component({
      parts: [button("b"), box("note")],
      states: ["off", "on"],
      page: {
        css: "@keyframes shake { 50% { transform: translateX(20px) rotate(0deg) } } .on { animation: shake 200ms linear }",
      },
      looks: { note: { on: ".on" } },
      reactions: { "click b": { off: "on", on: "off" } },
    });
    const moving = compile(shaken);
    const piece = choreographyOf(moving, { from: "off", to: "on" });
    const note = moving.partIndex.get("note")!;
    expect(piece.length).toBe(200);
    const [{ animation }] = animationsOf(moving, { from: "off", to: "on" });
    const of = { part: note, animation, property: "transform" };
    const far = farIn(moving, piece, of, [0, 50, 100, 150, 200]);
    expect(far.map((f) => Math.round(f * 1000) / 1000)).toEqual([0, 0.5, 1, 0.5, 0]);
  });
});
