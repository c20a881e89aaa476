import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { readComponent } from "../../model";
import { compile } from "../../program";
import { act, openSession, runTo, type Session } from "../../run";
import { activeNames } from "../../surface";
import { button, component } from "../../testing";
import { playScenario, record, stepText } from "..";

const read = readComponent(readFileSync("src/demo/change-crossing.lively.json", "utf8"));
if (!read.ok) throw new Error("the demo does not load");
const program = compile(read.doc);
const done = (s: Session, what: Parameters<typeof act>[1], after: number): Session => {
  const next = act(s, what);
  return runTo(next, next.end + after);
};
const texts = (s: Session, until = s.end, from = 0): string[] => record(s, "r", until, from).steps.map(stepText);
const ends = (s: Session): string[] => activeNames(s.program, s.frames.last.state);

describe("a run recorded", () => {
  let run = runTo(openSession(program), 137);
  run = done(run, { click: "trigger" }, 363);
  run = done(run, { press: "Escape" }, 61);

  it("does the same again, with waits as round as they can be", () => {
    const steps = texts(run);
    expect(steps).toEqual(["wait 100 ms", "click trigger", "wait 500 ms", "press Escape", "wait 50 ms"]);
    const again = playScenario(program, record(run, "again")).session;
    expect(again.frames.map((f) => f.state.config)).toEqual(run.frames.map((f) => f.state.config));
  });

  it("keeps a wait that matters: what is due in it stays in it, and what is not does not come in", () => {
    const early = done(runTo(openSession(program), 40), { click: "trigger" }, 236);
    const steps = texts(done(early, { press: "Escape" }, 20));
    const wait = Number(/\d+/.exec(steps[2])?.[0]);
    // The dialog needs 240 ms to open; Escape came before that.
    expect(wait).toBeLessThan(240);
    expect(ends(playScenario(program, record(early, "r")).session)).toEqual(["opening"]);
  });

  it("of a stretch keeps only what led to where it begins", () => {
    let s = done(openSession(program), { click: "trigger" }, 1000);
    s = done(s, { press: "Escape" }, 1000);
    s = done(s, { click: "trigger" }, 1000);
    const from = s.end;
    s = done(s, { click: "take" }, 600);
    const steps = texts(s, s.end, from);
    expect(steps.filter((t) => t === "click trigger")).toHaveLength(1);
    expect(steps).not.toContain("press Escape");
    expect(steps.at(-2)).toBe("click take");
    const again = playScenario(program, record(s, "r", s.end, from)).session;
    expect(again.frames.last.state.data).toEqual(["11:10"]);
    expect(ends(again)).toEqual(["closed"]);
  });

  it("keeps how it began", () => {
    const counter = compile(
      component({
        parts: [button("b")],
        states: ["a"],
        data: [{ name: "n", type: "integer", min: 0, max: 9, initial: 0 }],
        reactions: { "click b": { a: "/ n = n + 1" } },
      }),
    );
    const s = done(openSession(counter, { data: { n: 4 }, page: { width: 800 } }), { click: "b" }, 10);
    expect(record(s, "r")).toMatchObject({ data: { n: 4 }, page: { width: 800 } });
    expect(playScenario(counter, record(s, "r")).session.frames.last.state.data).toEqual([5]);
  });
});
