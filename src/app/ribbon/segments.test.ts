import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { readComponent } from "../../core/model";
import { compile } from "../../core/program";
import { act, openSession, runTo, type Session } from "../../core/run";
import { box, button, component } from "../../core/testing";
import { lanesOf, usualLanes, withFound } from "./lanes";
import { type Segment, segmentsOf } from "./segments";

const demo = (name: string) => {
  const read = readComponent(readFileSync(`src/demo/${name}.lively.json`, "utf8"));
  if (!read.ok) throw new Error(`${name} does not load`);
  return compile(read.doc);
};
const program = demo("change-crossing");
const click = (s: Session, name: string, then: number): Session => runTo(act(s, { click: name }), s.end + then);
const session = click(click(runTo(openSession(program), 100), "trigger", 400), "help", 100);

const lane = (s: Session, id: string, range = { from: 0, to: 1e9 }): Segment[] => {
  const found = lanesOf(s.program).find((l) => l.id === id);
  if (!found) throw new Error(`no lane ${id} among ${lanesOf(s.program).map((l) => l.id)}`);
  return segmentsOf(s, [found], range).segments[0];
};

describe("the ribbon's lanes", () => {
  it("state: one stretch a stay, without gaps; the last goes on", () => {
    expect(lane(session, "state").map((s) => [s.label, s.from, s.to])).toEqual([
      ["closed", 0, 100],
      ["opening", 100, 340],
      ["open", 340, Number.POSITIVE_INFINITY],
    ]);
  });
  it("found: under a part and the focus what a page on trial was like, from look to look", () => {
    const part = { present: true, displayed: true, visible: true, opacity: 1, text: "" };
    const looks = [
      { at: 0, focus: null, parts: { dialog: { ...part, displayed: false } } },
      { at: 100, focus: "close", parts: { dialog: { ...part, opacity: 0.2 } } },
      { at: 300, focus: "close", parts: { dialog: part } },
    ];
    const all = withFound(lanesOf(program), looks);
    const ids = all.map((l) => l.id);
    expect(ids.filter((id) => id.startsWith("found"))).toEqual(["found part dialog", "found focus"]);
    expect(ids.indexOf("found part dialog")).toBe(ids.indexOf("part dialog") + 1);
    const drawn = (id: string): Segment[] =>
      segmentsOf(session, [all[ids.indexOf(id)]], { from: 0, to: 1e9 }).segments[0];
    expect(drawn("found part dialog").map((s) => [s.kind, s.from, s.to])).toEqual([
      ["not displayed", 0, 100],
      ["seen", 100, 301],
    ]);
    expect(drawn("found part dialog")[1].points?.map((p) => p.v)).toEqual([0.2, 1, 1, 1]);
    expect(drawn("found focus").map((s) => [s.label, s.from])).toEqual([["close", 100]]);
  });
  it("state: one lane a region", () => {
    const rules = openSession(demo("fare-rules"));
    const ids = lanesOf(rules.program).flatMap((l) => (l.group === "states" ? [l.id] : []));
    expect(ids).toHaveLength(2);
    const opened = act(runTo(rules, 50), { click: "change-button" });
    const labels = ids.map((id) => lane(opened, id).map((s) => s.label));
    expect(labels[0].length + labels[1].length).toBe(3);
  });
  it("parts: not displayed, then rising with their opacity, then fully there", () => {
    const [before, seen] = lane(session, "part backdrop");
    expect(before).toMatchObject({ kind: "not displayed", from: 0, to: 100 });
    expect(seen).toMatchObject({ kind: "seen", from: 100 });
    const opacities = seen.points!.map((p) => p.v);
    expect(opacities).toEqual([...opacities].sort((a, b) => a - b));
    expect(opacities.at(-1)).toBe(1);
  });
  it("an unseen part that catches clicks is shown as such, and is a finding", () => {
    const doc = component({
      parts: [box("layer", [], { covers: "viewport" }), button("b")],
      states: ["a"],
      looks: { layer: { a: "transparent" } },
    });
    const s = runTo(openSession(compile(doc)), 50);
    expect(lane(s, "part layer")[0].kind).toBe("blocks");
    expect(lane(s, "findings").map((f) => f.label.slice(0, 2))).toContain("F1");
  });
  it("focus, texts, and what the person did, with what came to nothing", () => {
    expect(lane(session, "focus").map((s) => s.label)).toEqual(["close"]);
    expect(lane(session, "text cancel").map((s) => s.label)).toEqual(["Keep 09:40"]);
    expect(lane(session, "you").map((s) => [s.from, s.label])).toEqual([
      [100, "click trigger"],
      [500, "click help — nothing"],
    ]);
  });
  it("timers: until they are due, or were ended before", () => {
    const s = act(runTo(act(openSession(program), { click: "trigger" }), 100), { press: "Escape" });
    const after = lane(s, "row 6").length ? "row 6" : lanesOf(program).find((l) => l.group === "timers")!.id;
    const [opening, closing] = lane(s, after);
    expect(opening).toMatchObject({ from: 0, to: 100, due: 240, quiet: true });
    expect(closing).toMatchObject({ from: 100, due: 280 });
  });
  it("the usual lanes leave out parts that no look speaks of", () => {
    const usual = usualLanes(program, false);
    expect(usual.has("part backdrop")).toBe(true);
    expect(usual.has("part help")).toBe(false);
    expect(usual.has("text cancel")).toBe(true);
  });
  it("a long run is told by how its stretches began where they are too narrow", () => {
    let s = openSession(
      compile(component({ parts: [button("b")], states: ["a", "z"], reactions: { "click b": { a: "z", z: "a" } } })),
    );
    for (let i = 0; i < 2000; i++) s = act(runTo(s, s.end + 100), { click: "b" });
    const fine = lane(s, "state", { from: 0, to: 10_000 });
    expect(fine.length).toBeGreaterThan(90);
    const found = lanesOf(s.program).find((l) => l.id === "state")!;
    const rough = segmentsOf(s, [found], { from: 0, to: s.end / 2, coarse: 1e6 }).segments[0];
    expect(rough.length).toBeLessThan(20);
    expect(rough[0]).toMatchObject({ from: 0, label: "a" });
  });
});
