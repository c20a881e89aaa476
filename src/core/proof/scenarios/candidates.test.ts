import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { demoComponents } from "../../../demo";
import { readComponent } from "../../model";
import { compile } from "../../program";
import { act, openSession, runTo } from "../../run";
import { arrival, candidates } from "./candidates";
import { playScenario, runScenario } from "./scenario";

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

describe("what a step set going", () => {
  it("is there after the wait that is offered, as it says, on every demo component", () => {
    let offered = 0;
    let seen = 0;
    for (const doc of demoComponents.map((d) => d.load())) {
      const program = compile(doc);
      for (const scenario of doc.scenarios) {
        if (scenario.cases) continue;
        const { after } = playScenario(program, scenario);
        for (const [i, state] of after.entries()) {
          const coming = arrival(program, state);
          if (!coming) continue;
          offered++;
          seen += coming.expect.filter((e) => e.fact === "visible").length;
          expect(coming.wait).toBeGreaterThan(0);
          const step = { do: { wait: coming.wait }, expect: [...coming.expect] };
          const waited = { ...scenario, steps: [...scenario.steps.slice(0, i + 1), step] };
          const { ok, explanation } = runScenario(program, waited);
          expect(ok, `${doc.name}: ${scenario.name}: ${explanation}`).toBe(true);
        }
      }
    }
    expect([offered > 30, seen > 5]).toEqual([true, true]);
  });
  it("is nothing where nothing moves", () => expect(arrival(program, session.frames.at(0)!.state)).toBeNull());
});
