import { describe, expect, it } from "vitest";
import { box, button, component } from "../../core/testing";
import { placeOf } from "./place";

const doc = component({
  parts: [button("go"), box("pane.l", []), box("pane", [])].map((p) => ({ ...p, name: p.name.replace(".", "-") })),
  states: ["open", "open.wide"],
  looks: { pane: { open: "hidden" } },
  reactions: { "click go": { open: "open.wide" } },
});

describe("a problem's place", () => {
  it("is the cell of a reaction, whatever is in its states' names", () => {
    expect(placeOf(doc, "reactions[0].in.open.wide.branches[0].when")).toEqual({
      in: "sheet",
      section: "event",
      row: 0,
      column: "open.wide",
    });
    expect(placeOf(doc, "reactions[0].event.part")).toMatchObject({ row: 0, column: "always" });
  });
  it("is the cell of a look, or the part", () => {
    expect(placeOf(doc, "looks.pane.in.open.css.width")).toMatchObject({
      section: "look",
      row: "pane",
      column: "open",
    });
    expect(placeOf(doc, "looks.pane-l.in.open")).toMatchObject({ row: "pane-l" });
    expect(placeOf(doc, "looks[0].in.open.attributes")).toMatchObject({ row: "pane", column: "open" });
    expect(placeOf(doc, "parts[2].attributes.href")).toEqual({ in: "parts", part: "pane" });
    expect(placeOf(doc, "parts[0].content[0]")).toEqual({ in: "parts", part: "go" });
    expect(placeOf(doc, "parts.pane-l.attributes.href")).toEqual({ in: "parts", part: "pane-l" });
  });
  it("is none where nothing of that name is there", () => {
    for (const path of ["parts.gone", "looks.gone.in.open", "looks[7].in.open", "parts[9]", "page.css", ""])
      expect(placeOf(doc, path)).toBeNull();
  });
});
