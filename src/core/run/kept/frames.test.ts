import { readdirSync, readFileSync } from "node:fs";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { readComponent, type Stimulus } from "../../model";
import { compile, type Program } from "../../program";
import { factsOf } from "../../surface";
import { button, component } from "../../testing";
import { atMost, oneIn } from "../../testing/depth";
import { act, changesAround, cutAt, openSession, runTo, type Session, stateAt } from "..";

const ticking = compile(
  component({
    parts: [button("b")],
    states: ["a", "z"],
    data: [{ name: "n", type: "integer", min: 0, max: 1_000_000, initial: 0 }],
    looks: {
      b: { a: "opacity: 0; transition: opacity 90ms linear", z: "opacity: 1; transition: opacity 70ms linear" },
    },
    reactions: {
      "click b": { a: "z / n = n + 1", z: "a" },
      after: { z: "35ms a / n = n + 1" },
      every: { a: "50ms / n = n" },
    },
  }),
);
/** Enough for several stretches, with due things in between and stimuli at one instant. */
function long(acts: readonly number[]): Session {
  let s = openSession(ticking);
  for (const wait of acts) s = act(runTo(s, s.end + wait), { click: "b" });
  return runTo(s, s.end + 400);
}

describe("the frames of a long run", () => {
  it("made again, are the frames that were", () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom(0, 1, 20, 35, 36, 50, 130), { minLength: 500, maxLength: 1200 }), (acts) => {
        let s = openSession(ticking);
        const seen: unknown[] = [s.frames.last.state];
        for (const wait of acts) {
          const before = s.frames.length;
          s = act(runTo(s, s.end + wait), { click: "b" });
          seen.push(...s.frames.slice(before).map((f) => f.state));
        }
        // Other long runs push this one's frames out of what is at hand.
        for (let i = 0; i < 4; i++) long(acts);
        expect(s.frames.map((f) => f.state)).toEqual(seen);
        expect(s.frames.at(-1)!.state).toEqual(seen.at(-1));
        expect(s.frames.at(Math.floor(seen.length / 3))!.state).toEqual(seen[Math.floor(seen.length / 3)]);
      }),
      { numRuns: atMost(3, 12) },
    );
  });

  it("cut anywhere, go on as if nothing had come after", () => {
    const s = long(Array.from({ length: 900 }, (_v, i) => (i * 37) % 90));
    for (const t of [0, 1, 777, 5000, Math.floor(s.end / 2), s.end - 1]) {
      const cut = cutAt(s, t);
      expect(cut.end).toBe(t);
      expect(cut.frames.length).toBe(s.frames.indexAt(t) + 1);
      const on = runTo(act(cut, { click: "b" }), t + 60);
      expect(on.frames.at(cut.frames.length)!.stimulus).toEqual({ click: "b" });
      expect(on.frames.slice(0, cut.frames.length).map((f) => f.step.at)).toEqual(cut.frames.map((f) => f.step.at));
    }
  });

  it("instants around another", () => {
    const s = runTo(act(runTo(openSession(ticking), 20), { click: "b" }), 200);
    expect(changesAround(s, 0)).toEqual({ before: null, after: 20 });
    expect(changesAround(s, 20)).toMatchObject({ before: 0 });
    expect(changesAround(s, 30)).toEqual({ before: 20, after: 55 });
  });
});

/** What a person could do with a component, over and over. */
function acts(program: Program): Stimulus[] {
  const clicks = program.parts.map((p): Stimulus => ({ click: p.name }));
  return [
    ...clicks,
    { press: "Tab" },
    { press: "Enter" },
    { press: "Escape" },
    { press: "ArrowDown" },
    { scroll: 500 },
    { scroll: 0 },
  ];
}
const demos = readdirSync("src/demo").filter((f) => f.endsWith(".lively.json"));

describe("a run of the demo, with interruptions", () => {
  it.each(oneIn(3, demos))("%s: turned back, every instant is what it was", (file) => {
    const read = readComponent(readFileSync(`src/demo/${file}`, "utf8"));
    if (!read.ok) throw new Error(`${file} does not load`);
    const program = compile(read.doc);
    const choices = acts(program);
    let s = openSession(program);
    // Steps of 70 ms and less: in the middle of nearly every motion.
    for (let i = 0; i < 60; i++) s = act(runTo(s, s.end + [70, 30, 411, 16][i % 4]), choices[(i * 7) % choices.length]);
    s = runTo(s, s.end + 1000);
    const facts = (t: number): string => {
      const state = stateAt(s, t);
      return JSON.stringify([
        state.config,
        state.data,
        state.focus,
        program.parts.map((p) => factsOf(program, state, p.index)),
      ]);
    };
    const instants = Array.from({ length: 200 }, (_v, i) => Math.round((s.end * i) / 199));
    const forward = instants.map(facts);
    const backward = instants.toReversed().map(facts).toReversed();
    expect(backward).toEqual(forward);
    // And it is what the interpreter says that never looked back.
    let fresh = openSession(program);
    const stimuli = [...s.frames.stimuli()];
    const direct = instants.map((t) => {
      while (stimuli.length && stimuli[0].at <= t) {
        const { at, stimulus } = stimuli.shift()!;
        fresh = act(runTo(fresh, at), stimulus);
      }
      fresh = runTo(fresh, t);
      const state = stateAt(fresh, t);
      return JSON.stringify([
        state.config,
        state.data,
        state.focus,
        program.parts.map((p) => factsOf(program, state, p.index)),
      ]);
    });
    expect(direct).toEqual(forward);
  });
});
