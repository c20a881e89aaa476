import { describe, expect, it } from "vitest";
import type { Component } from "../../../model";
import { box, button, component, type Sketch } from "../../../testing";
import { applyMend, type Finding, proveNow, type RuleId } from "../..";

const panel = (over: Partial<Sketch>): Component =>
  component({
    parts: [button("b"), box("panel")],
    states: ["shut", "opening", "open"],
    reactions: { "click b": { shut: "opening", opening: "ignored", open: "shut" }, after: { opening: "200ms open" } },
    ...over,
  });
const fade = (time: string) => ({
  shut: "not displayed; opacity: 0; transition: opacity 100ms",
  opening: `shown; opacity: 1; transition: opacity ${time}`,
  open: "shown; opacity: 1",
});
const of = (doc: Component, rule: RuleId): Finding[] => proveNow(doc).findings.filter((f) => f.rule === rule);
const texts = (doc: Component, rule: RuleId): string[] => of(doc, rule).map((f) => f.text);
/** Mended at a click, the finding is gone. */
const mended = (doc: Component, rule: RuleId): string[] => texts(applyMend(doc, of(doc, rule)[0].mend!), rule);

describe("F11, times that must agree", () => {
  it("a state that lasts nearly as long as its motion", () => {
    const doc = panel({ looks: { panel: fade("240ms") } });
    expect(texts(doc, "F11")).toEqual(["opening lasts 200 ms, but its motion lasts 240 ms"]);
    expect(mended(doc, "F11")).toEqual([]);
    const stopped = panel({ looks: { panel: { ...fade("240ms"), open: "shown; opacity: 1; transition: none" } } });
    expect(texts(stopped, "F11")).toEqual([
      "opening ends after 200 ms and cuts off the opacity of panel, which needs 240 ms",
    ]);
    const longer = panel({ looks: { panel: fade("160ms") } });
    expect(texts(longer, "F11")).toEqual(["opening lasts 200 ms, but its motion lasts 160 ms"]);
    expect(mended(longer, "F11")).toEqual([]);
  });
  it("not where they agree, nor where a state is meant to last", () => {
    expect(texts(panel({ looks: { panel: fade("200ms") } }), "F11")).toEqual([]);
    const resting = panel({
      looks: { panel: fade("200ms") },
      reactions: { "click b": { shut: "opening", opening: "ignored", open: "shut" }, after: { opening: "2s open" } },
    });
    expect(texts(resting, "F11")).toEqual([]);
  });
});

describe("F12, motion that cannot run", () => {
  const toggled = (shut: string, open: string): Component =>
    panel({
      states: ["shut", "open"],
      looks: { panel: { shut, open } },
      reactions: { "click b": { shut: "open", open: "shut" } },
    });
  it("without a value to start from", () => {
    const doc = toggled("shown", "max-height: 80px; transition: max-height 200ms");
    expect(texts(doc, "F12")).toEqual(["panel has no max-height in shut, so from shut to open it jumps"]);
    expect(
      texts(
        toggled("max-height: 0px; transition: max-height 200ms", "max-height: 80px; transition: max-height 200ms"),
        "F12",
      ),
    ).toEqual([]);
  });
  it("between values that cannot be mixed", () => {
    const doc = toggled("width: 10px; transition: width 100ms", "width: auto; transition: width 100ms");
    expect(texts(doc, "F12")).toContain("width of panel cannot move from 10px to auto: it jumps");
    expect(
      texts(toggled("width: 10px; transition: width 100ms", "width: 90px; transition: width 100ms"), "F12"),
    ).toEqual([]);
  });
  it("in one direction only, but for what makes room at once", () => {
    const doc = toggled("opacity: 0", "opacity: 1; transition: opacity 200ms");
    expect(texts(doc, "F12")).toEqual(["opacity of panel moves from shut to open, but jumps on the way back"]);
    expect(
      texts(toggled("opacity: 0; transition: opacity 90ms", "opacity: 1; transition: opacity 200ms"), "F12"),
    ).toEqual([]);
    const swap = component({
      parts: [button("b"), box("one"), box("two")],
      states: ["first", "second"],
      looks: {
        one: { first: "shown; opacity: 1; transition: opacity 200ms", second: "not displayed; opacity: 0" },
        two: { first: "not displayed; opacity: 0", second: "shown; opacity: 1; transition: opacity 200ms" },
      },
      reactions: { "click b": { first: "second", second: "first" } },
    });
    expect(texts(swap, "F12")).toEqual([]);
  });
});

describe("F20, an old ending", () => {
  const closing = (reopen: string): Component =>
    panel({
      states: ["open", "closing", "shut"],
      looks: { panel: { open: "shown", closing: "shown", shut: "not displayed" } },
      reactions: {
        "click b": { open: "closing / start hide after 300ms", closing: reopen, shut: "open" },
        "timer hide": { closing: "shut", open: "shut", shut: "ignored" },
      },
    });
  it("a timer that was started to hide, and is not cancelled where it is opened again", () => {
    const doc = closing("open");
    expect(texts(doc, "F20")).toEqual(["hide was started for closing; it goes on in open and then ends that"]);
    expect(mended(doc, "F20")).toEqual([]);
    expect(texts(closing("open / cancel hide"), "F20")).toEqual([]);
  });
});

describe("F24, nothing calmer", () => {
  const moving = (transition: string): Component =>
    panel({
      states: ["shut", "open"],
      looks: {
        panel: {
          shut: `opacity: 1; transform: none; transition: ${transition}`,
          open: `opacity: 0; transform: scale(2); transition: ${transition}`,
        },
      },
      reactions: { "click b": { shut: "open", open: "shut" } },
    });
  it("where something turns or grows; fades and colours are calm", () => {
    const doc = moving("transform 200ms");
    expect(texts(doc, "F24")).toHaveLength(2);
    const once = applyMend(doc, of(doc, "F24")[0].mend!);
    expect(texts(once, "F24")).toHaveLength(1);
    expect(texts(moving("transform 200ms ease reduced none"), "F24")).toEqual([]);
    expect(texts(moving("opacity 200ms"), "F24")).toEqual([]);
  });
});
