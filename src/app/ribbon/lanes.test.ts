import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { readComponent } from "../../core/model";
import { compile } from "../../core/program";
import { act, openSession, runTo, type Session } from "../../core/run";
import { box, button, component } from "../../core/testing";
import { candidates } from "../proof/candidates";
import { doneLane, focusLane, lanesOf, partLane, stateLane } from "./lanes";

const read = readComponent(readFileSync("src/demo/change-crossing.lively.json", "utf8"));
if (!read.ok) throw new Error("the demo does not load");
const program = compile(read.doc);
const part = (name: string): number => program.partIndex.get(name)!;
const click = (s: Session, name: string, then: number): Session => runTo(act(s, { click: name }), s.end + then);
const session = click(click(runTo(openSession(program), 100), "trigger", 400), "help", 100);

describe("the ribbon's lanes", () => {
  it("state: one stretch a stay, without gaps", () => {
    expect(stateLane(session).map((s) => [s.label, s.from, s.to])).toEqual([
      ["closed", 0, 100],
      ["opening", 100, 340],
      ["open", 340, 600],
    ]);
  });
  it("parts: unseen, then rising with their opacity, then fully there", () => {
    const [before, seen] = partLane(session, part("backdrop"));
    expect(before).toMatchObject({ kind: "none", from: 0, to: 100 });
    expect(seen).toMatchObject({ kind: "seen", from: 100, to: 600 });
    const opacities = seen.points.map((p) => p.opacity);
    expect(opacities).toEqual([...opacities].sort((a, b) => a - b));
    expect(opacities.at(-1)).toBe(1);
  });
  it("an unseen part that catches clicks is shown as such", () => {
    const doc = component({
      parts: [box("layer", [], { covers: "viewport" }), button("b")],
      states: ["a"],
      looks: { layer: { a: "transparent" } },
    });
    const s = runTo(openSession(compile(doc)), 50);
    expect(partLane(s, 0)[0].kind).toBe("blocks");
  });
  it("focus and what the person did, with what came to nothing", () => {
    expect(focusLane(session).map((s) => s.label)).toEqual(["", "close"]);
    expect(doneLane(session)).toEqual([
      { at: 100, label: "click trigger", nothing: false },
      { at: 500, label: "click help", nothing: true },
    ]);
    expect(lanesOf(program).map((p) => program.parts[p].name)).toEqual(["trigger", "backdrop", "dialog"]);
  });
});

describe("expectations offered by a step", () => {
  it("are the facts that it changed, as they are", () => {
    const [start, opened] = [session.frames[0].state, session.frames.at(-1)!.state];
    const offered = candidates(program, start, opened);
    expect(offered).toContainEqual({ fact: "state", is: "open" });
    expect(offered).toContainEqual({ fact: "focused", part: "close", is: true });
    expect(offered).toContainEqual({ fact: "visible", part: "backdrop", is: true });
    expect(offered.some((e) => e.fact === "visible" && e.part === "dialog")).toBe(false);
    expect(offered).toContainEqual({ fact: "in tab order", part: "trigger", is: false });
    expect(offered.some((e) => e.fact === "visible" && e.part === "trigger")).toBe(false);
  });
});
