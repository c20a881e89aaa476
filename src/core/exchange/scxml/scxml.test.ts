/** Properties of any chart: what SCXML promises of every run, and that writing and reading loses nothing. */

import { readFileSync } from "node:fs";
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type Component, checkNames, readComponent, writeComponent } from "../../model";
import { compile, type Program } from "../../program";
import { act, openSession, type RunState, runTo, type Session } from "../../run";
import { activeNames } from "../../surface";
import { button, component, type Sketch } from "../../testing";
import { charts } from "../../testing/charts";
import { components } from "../../testing/components";
import { atMost } from "../../testing/depth";
import { readScxml, writeScxml } from ".";

const steps = fc.array(fc.oneof(fc.constantFrom("a", "b", "a.b", "c"), fc.constantFrom(5, 15, 40)), { maxLength: 8 });
const play = (program: Program, list: readonly (string | number)[]): Session =>
  list.reduce<Session>(
    (s, w) => (typeof w === "number" ? runTo(s, s.end + w) : act(s, { send: w })),
    openSession(program),
  );
const story = (program: Program, list: readonly (string | number)[]) =>
  play(program, list).frames.map((f) => [
    f.step.at,
    activeNames(program, f.state),
    f.state.data,
    f.step.log,
    f.state.done,
    f.step.loop,
  ]);

/** What SCXML §3.11 calls a legal configuration. */
function isLegal(program: Program, state: RunState): boolean {
  const { states, has } = program.configurations.at(state.config);
  const infos = program.states;
  return states.every((s) => {
    const { parent, kind, children } = infos[s];
    if (parent >= 0 && !has[parent]) return false;
    const inside = children.filter((c) => has[c]).length;
    if (kind === "compound") return inside === 1;
    return kind === "parallel" ? inside === children.length : inside === 0;
  });
}

describe("any chart", () => {
  it("is in order, always in a legal configuration, and does the same each time", () => {
    fc.assert(
      fc.property(charts, steps, (doc, list) => {
        expect(checkNames(doc)).toEqual([]);
        const program = compile(doc);
        for (const { state } of play(program, list).frames) expect(isLegal(program, state)).toBe(true);
        expect(story(compile(doc), list)).toEqual(story(program, list));
      }),
      { numRuns: atMost(20, 70) },
    );
  });
  it("forgets the delays of a state when it is left", () => {
    fc.assert(
      fc.property(charts, steps, (doc, list) => {
        const program = compile(doc);
        for (const { state } of play(program, list).frames) {
          const { has } = program.configurations.at(state.config);
          for (const t of state.timers) if (t.kind === "state") expect(has[t.state]).toBe(true);
          const own = state.timers.flatMap((t) => (t.kind === "state" ? [`${t.row} ${t.state}`] : []));
          expect(new Set(own).size).toBe(own.length);
        }
      }),
      { numRuns: atMost(15, 50) },
    );
  });
  it("runs the same after it was written and read again", () => {
    fc.assert(
      fc.property(charts, steps, (doc, list) => {
        const back = readScxml(writeScxml(doc));
        if (!back.ok) throw new Error(back.problems.map((p) => `${p.path} ${p.message}`).join("\n"));
        expect(back.doc.reactions).toEqual(doc.reactions);
        expect(story(compile(back.doc), list)).toEqual(story(compile(doc), list));
      }),
      { numRuns: atMost(20, 70) },
    );
  });
});

const demo = readComponent(readFileSync("src/demo/change-crossing.lively.json", "utf8"));
if (!demo.ok) throw new Error("the demo does not load");
const whole: [string, Component][] = [...Object.entries(components), ["the demo", demo.doc]];
whole.push([
  "one with claims and what is accepted",
  { ...demo.doc, waivers: [{ rule: "F24", part: "dialog", reason: "It rises by a few pixels" }] },
]);

describe("what is long", () => {
  const long = "a".repeat(80);
  const when = Array.from({ length: 200 }, (_, i) => `n > ${i}`).join(" && ");
  it.each<[string, Partial<Sketch>]>([
    [
      "a condition",
      { reactions: { [`becomes [${when}]`]: { s: "/ n = 0" }, [`becomes [${when} && n > 90]`]: { s: "t" } } },
    ],
    [
      "names",
      {
        parts: [button(long)],
        reactions: { [`click ${long}`]: { s: "t" }, [`press Ctrl+Alt+Shift+Meta+ArrowDown in ${long}`]: { s: "t" } },
      },
    ],
    ["an own event", { reactions: { [`on ${`${long}.`.repeat(4)}*`]: { s: "t" } } }],
  ])("comes back as it was: %s", (_name, sketch) => {
    const doc = component({
      parts: [button("b")],
      states: ["s", "t"],
      data: [{ name: "n", type: "number", initial: 0 }],
      ...sketch,
    });
    const back = readScxml(writeScxml(doc));
    expect(back).toMatchObject({ ok: true, doc: { reactions: doc.reactions } });
  });
});

describe("a whole component", () => {
  it.each(whole)("%s comes back as it was", (_name, doc) => {
    const back = readScxml(writeScxml(doc));
    expect(back).toMatchObject({ ok: true });
    // The order of the cells in a row says nothing.
    expect(back.ok && JSON.parse(writeComponent(back.doc))).toEqual(JSON.parse(writeComponent(doc)));
  });
  it("is a chart to any other reader: without what stands in our namespace it still runs", () => {
    const text = writeScxml(demo.doc)
      .replace(/<lively:document>[\s\S]*<\/lively:document>/, "")
      .replace(/ lively:[\w]+="[^"]*"/g, "");
    const plain = readScxml(text.replace(/<lively:do>[^<]*<\/lively:do>/g, ""));
    expect(plain).toMatchObject({ ok: true });
    if (!plain.ok) return;
    const program = compile(plain.doc);
    const after = play(program, ["click.trigger", 1000, "press.Escape", 1000]);
    const names = after.frames.map((f) => activeNames(program, f.state).join());
    expect(new Set(names).size).toBeGreaterThan(1);
    expect(names.at(-1)).toBe(names[0]);
  });
});
