import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { readComponent } from "../../model";
import { compile } from "../../program";
import { act, openSession, runTo } from "../../run";
import { candidates } from "./candidates";

const read = readComponent(readFileSync("src/demo/change-crossing.lively.json", "utf8"));
if (!read.ok) throw new Error("the demo does not load");
const program = compile(read.doc);
const session = runTo(act(openSession(program), { click: "trigger" }), 500);

describe("expectations offered by a step", () => {
  it("are the facts that it changed, as they are", () => {
    const [start, opened] = [session.frames.at(0)!.state, session.frames.last.state];
    const offered = candidates(program, start, opened);
    expect(offered).toContainEqual({ fact: "state", is: "open" });
    expect(offered).toContainEqual({ fact: "focused", part: "close", is: true });
    expect(offered).toContainEqual({ fact: "visible", part: "backdrop", is: true });
    expect(offered.some((e) => e.fact === "visible" && e.part === "dialog")).toBe(false);
    expect(offered).toContainEqual({ fact: "in tab order", part: "trigger", is: false });
    expect(offered.some((e) => e.fact === "visible" && e.part === "trigger")).toBe(false);
  });
});
