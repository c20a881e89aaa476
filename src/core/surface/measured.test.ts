/** Pages whose length is measured where they are drawn. */
import { describe, expect, it } from "vitest";
import type { Component, Measured } from "../model";
import { compile } from "../program";
import { proveNow } from "../proof";
import { act, openSession, runTo, stateAt } from "../run";
import { box, button, component, type Sketch } from "../testing";
import { inViewRatio, placeOf, scrollRange } from ".";

const measured: Measured[] = [
  {
    width: 390,
    length: 2000,
    parts: { head: { top: 0, height: 60 }, story: { top: 60, height: 1900 }, note: { top: 1500, height: 100 } },
  },
  { width: 900, length: 900, parts: {} },
];
const page = (over: Partial<Sketch> = {}, more: Partial<Component["page"]> = {}): Component => {
  const doc = component({
    parts: [box("head"), box("story", [box("note")]), button("up", { css: { position: "fixed", bottom: "0" } })],
    states: ["top", "down"],
    looks: { up: { top: "not displayed", down: "shown" } },
    reactions: {
      "scroll past 400px": { top: "down", down: "ignored" },
      "scroll back above 380px": { down: "top", top: "ignored" },
      "click up": { down: "/ scroll to 0px" },
    },
    ...over,
  });
  return { ...doc, page: { ...doc.page, width: 390, height: 480, measured, ...more } };
};

describe("a measured page", () => {
  it("scrolls as far as it is long, at the width nearest to what was measured", () => {
    const program = compile(page());
    expect(scrollRange(program, { width: 390, height: 480 })).toBe(1520);
    expect(scrollRange(program, { width: 700, height: 480 })).toBe(420);
    expect(scrollRange(program, { width: 390, height: 2400 })).toBe(0);
  });
  it("has its parts where they were, in view as one scrolls", () => {
    const program = compile(page());
    const note = program.partIndex.get("note")!;
    let session = openSession(program);
    const ratio = (): number => {
      const s = stateAt(session, session.end);
      return inViewRatio(program, note, s.pose, s.page, s.now);
    };
    expect(ratio()).toBe(0);
    session = act(runTo(session, 10), { scroll: 1070 });
    expect(ratio()).toBe(0.5);
    const s = stateAt(session, session.end);
    expect(placeOf(program, note, s.pose, s.page, s.now)).toEqual({ top: 1500, height: 100 });
  });
  it("lets what sticks go on with the window, but not out of what is around it", () => {
    const doc = page({
      parts: [box("story", [box("note", [], { css: { position: "sticky", top: "0" } })]), button("up")],
    });
    const program = compile(doc);
    const note = program.partIndex.get("note")!;
    let session = act(openSession(program), { scroll: 1520 });
    session = runTo(session, 10);
    const s = stateAt(session, session.end);
    expect(placeOf(program, note, s.pose, s.page, s.now)!.top).toBe(1520);
    expect(inViewRatio(program, note, s.pose, s.page, s.now)).toBe(1);
  });
  it("proves what scrolling does; too short a page is told with what to do", () => {
    const fired = (doc: Component): string[] =>
      proveNow(doc).findings.flatMap((f) => (f.rule === "F17" && f.text.includes("scroll past") ? f.text : []));
    expect(fired(page())).toEqual([]);
    expect(proveNow(page()).reached).toContain("down");
    expect(fired(page({}, { measured: undefined }))[0]).toContain("the page fits into its 480 px");
    const short = [{ width: 390, length: 800, parts: {} }];
    expect(fired(page({}, { measured: short }))[0]).toContain(
      "can be scrolled by 320 px only, which is not past 400 px",
    );
  });
});
