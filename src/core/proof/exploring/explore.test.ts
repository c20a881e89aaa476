import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { type Component, readComponent } from "../../model";
import { compile } from "../../program";
import { act, openSession, runTo, stateAt } from "../../run";
import { activeNames } from "../../surface";
import { bubblingDialog, button, component } from "../../testing";
import { components } from "../../testing/components";
import { atMost, oneIn } from "../../testing/depth";
import { Explorer, playScenario, proveNow } from "..";

const read = readComponent(readFileSync("src/demo/change-crossing.lively.json", "utf8"));
if (!read.ok) throw new Error("the demo does not load");
const demo = read.doc;

describe("exploration", () => {
  it("finds the demo in order, and says what cannot be reached", () => {
    const proof = proveNow(demo);
    expect(proof.findings).toEqual([]);
    expect(proof.complete).toBe(true);
    const row = demo.reactions.findIndex((r) => r.event.on === "click" && r.event.part === "close");
    expect(proof.arrives[row]).toEqual(["always", "opening", "open"]);
  });

  it("says so when a bound is reached", () => {
    const counting = component({
      parts: [button("b")],
      states: ["idle"],
      data: [{ name: "n", type: "number", initial: 0 }],
      reactions: { "click b": { idle: "/ n = n + 1" } },
    });
    const proof = proveNow(counting, { situations: 200 });
    expect(proof).toMatchObject({ complete: false, situations: 200 });
    expect(proof.findings.filter((f) => f.rule === "F5" || f.rule === "F17")).toEqual([]);
  });

  it("goes no further from what never comes to rest, and on from all else", () => {
    const spinning = component({
      parts: [button("b"), button("c")],
      states: ["idle", "ping", "pong", "calm"],
      reactions: {
        "click b": { idle: "ping", calm: "idle" },
        "click c": { idle: "calm", calm: "ignored" },
        automatic: { ping: "pong", pong: "ping" },
      },
    });
    const proof = proveNow(spinning);
    expect(proof.findings.map((f) => f.rule)).toEqual(["F21"]);
    expect(proof.complete).toBe(false);
    expect(proof.uncovered.states).toHaveLength(1);
    expect(["ping", "pong"]).toContain(proof.uncovered.states[0]);
    expect(proof.reached).toContain("calm");
  });

  it("shows only runs that do, played again, what it saw", () => {
    for (const doc of [demo, bubblingDialog()]) {
      const program = compile(doc);
      const explorer = new Explorer(program, [], { situations: 10_000 });
      for (const _seen of explorer.run());
      let shown = 0;
      for (const situation of explorer.situations) {
        const run = explorer.scenario("again", situation);
        // Where motions are turned back, more is taken to be possible than is: of that there is no run.
        if (!run) continue;
        shown++;
        const { session, stuck } = playScenario(program, run);
        const { config, focus, data, tracks, timers } = stateAt(session, session.end);
        const seen = situation.state;
        expect(stuck).toBeNull();
        expect([config, focus, data, tracks.length, timers.length]).toEqual([
          seen.config,
          seen.focus,
          seen.data,
          seen.tracks.length,
          seen.timers.length,
        ]);
      }
      expect(shown / explorer.situations.length).toBeGreaterThan(0.8);
    }
  });

  it("tries a stimulus before, at and after what is due", () => {
    // Only a click at the very instant of the delay, before it is over, leads to "exact".
    const doc = component({
      parts: [button("b")],
      states: ["idle", "armed", "near", "late"],
      reactions: {
        "click b": { idle: "armed", armed: "near", near: "idle", late: "idle" },
        after: { armed: "100ms → late" },
      },
    });
    const program = compile(doc);
    const instants = new Set<number>();
    const proof = proveNow(doc);
    expect(proof.reached).toContain("late");
    for (const t of [0, 99, 100]) {
      const s = act(runTo(act(openSession(program), { click: "b" }), t), { click: "b" });
      instants.add(s.frames.at(-1)!.state.config);
    }
    expect(instants.size).toBe(2);
  });
});

/** A walk that a person might take: anything that can be clicked, any key, waits of any length. */
function wander(doc: Component, seed: number, steps: number): { states: Set<string>; arrivals: Set<string> } {
  const program = compile(doc);
  let s = seed;
  const pick = (n: number): number => {
    s = (s * 1103515245 + 12345) % 2147483648;
    return Math.floor((s / 2147483648) * n);
  };
  const states = new Set<string>();
  const arrivals = new Set<string>();
  let session = openSession(program);
  const keys = ["Tab", "Shift+Tab", "Enter", "Space", ...program.keyRows.map((k) => k.key)];
  for (let i = 0; i < steps; i++) {
    const kind = pick(5);
    if (kind === 0) session = runTo(session, session.end + pick(400));
    else if (kind < 4) session = act(session, { click: program.parts[pick(program.parts.length)].name });
    else session = act(session, { press: keys[pick(keys.length)] });
  }
  for (const { step, state } of session.frames) {
    for (const at of program.configurations.at(state.config).states) states.add(program.states[at].name);
    for (const d of step.dispatches) {
      const atomic = activeNames(program, { config: d.from });
      for (const row of d.matched) for (const name of atomic) arrivals.add(`${row} ${name}`);
    }
  }
  return { states, arrivals };
}

describe.each([...oneIn(3, Object.entries(components)), ["the demo", demo] as const])(
  "nobody who wanders through %s",
  (_name, doc) => {
    it("gets anywhere that the explorer has not been, or has something arrive that it called out of reach", () => {
      const proof = proveNow(doc);
      const known = new Set(proof.arrives.flatMap((list, row) => list.map((state) => `${row} ${state}`)));
      for (let seed = 1; seed <= atMost(3, 12); seed++) {
        const seen = wander(doc, seed * 104729, 60);
        expect([...seen.states].filter((st) => !proof.reached.includes(st))).toEqual([]);
        expect([...seen.arrivals].filter((a) => !known.has(a))).toEqual([]);
      }
    });
  },
);
