/** Claims that hold, and those that do not, with the run that shows it. */

import { describe, expect, it } from "vitest";
import { demoComponents } from "../../../demo";
import { parseClaim } from "../../expression";
import { type Claim, type Component, partFacts, partNames } from "../../model";
import { compile } from "../../program";
import { act, openSession, type RunState, runTo, stateAt } from "../../run";
import { box, button, component } from "../../testing";
import { atMost } from "../../testing/depth";
import { type ClaimResult, playScenario, proveNow, stepText } from "..";
import { asked } from "./condition";

const doc = (): Component =>
  component({
    parts: [button("send"), button("stop"), box("note")],
    states: ["idle", "busy", "done", "broken"],
    data: [{ name: "n", type: "integer", initial: 0, min: 0, max: 3 }],
    requests: [],
    looks: {
      note: {
        always: "not displayed; opacity: 0; transition: opacity 200ms linear",
        done: "shown; opacity: 1; transition: opacity 200ms linear",
      },
      send: { busy: 'aria-busy="true"' },
    },
    reactions: {
      "click send": {
        idle: "[n < 3] busy / n = n + 1; broken",
        busy: "ignored",
        done: "ignored",
        broken: "ignored",
      },
      "click stop": { busy: "idle", idle: "ignored", done: "idle", broken: "ignored" },
      after: { busy: "500ms → done", done: "2s → idle" },
    },
  });

function claim(text: string): Claim {
  const d = doc();
  const read = parseClaim(text, { parts: partNames(d), states: d.states.map((s) => s.name), data: d.data });
  if (!read.ok) throw new Error(read.message);
  return read.value;
}
const judged = (text: string): ClaimResult => proveNow({ ...doc(), claims: [claim(text)] }).claims[0];
const run = (r: ClaimResult): string[] => r.run!.steps.map(stepText);

describe("claims", () => {
  it.each([
    "always note is not displayed or state is done or note is visible",
    "never [n > 3]",
    'whenever state is busy, send has aria-busy="true" at once',
    "whenever state is busy, state is done or state is idle within 500ms",
    "whenever state is done, not (state is done) within 2s",
    "after click send, state is busy or state is idle or state is broken or state is done for at least 1s",
    "note is not displayed until state is done",
    "state is idle until state is busy or state is broken",
    "never state is broken and [n < 3]",
  ])("%s: holds", (text) => expect(judged(text)).toMatchObject({ holds: true, note: null, run: null }));

  it.each([
    ["never state is done", ["click send", "wait 500 ms"]],
    ["always note is not visible or state is done", ["click send", "wait 501 ms", "click stop", "wait 1 ms"]],
    ["whenever state is busy, state is done within 500ms", ["click send", "click stop", "wait 500 ms"]],
    ["whenever state is busy, state is done or state is idle within 499ms", ["click send", "wait 499 ms"]],
    ["whenever state is done, note is not displayed within 1900ms", ["click send", "wait 2400 ms"]],
    ["after click send, state is busy or state is broken for at least 400ms", ["click send", "click stop"]],
    ["note is not displayed until [n == 2]", ["click send", "wait 500 ms"]],
    ["state is idle until state is done", ["click send"]],
  ])("%s: does not hold, and a run shows it", (text, steps) => {
    const result = judged(text);
    expect(result).toMatchObject({ holds: false });
    expect(run(result)).toEqual(steps);
  });

  it("that something can be reached again name a situation from which it cannot", () => {
    const result = judged("from everywhere, state is idle can be reached again");
    expect(result.holds).toBe(false);
    const program = compile(doc());
    const { after } = playScenario(program, result.run!);
    expect(program.configurations.at(after.at(-1)!.config).atomic.map((s) => program.states[s].name)).toEqual([
      "broken",
    ]);
    expect(judged("from everywhere, state is idle or state is broken can be reached again").holds).toBe(true);
  });

  it("say when they ask for nothing, or cannot be computed", () => {
    expect(judged("whenever state is broken and [n < 2], state is idle at once")).toMatchObject({
      holds: true,
      note: "what it asks for first never holds",
    });
    expect(judged("after press Escape, state is idle for at least 1s")).toMatchObject({
      holds: null,
      note: "nothing listens for press Escape: add its row to the sheet",
    });
    const unknown = { ...claim("never [n > 3]"), that: { when: "m > 3" } } as Claim;
    expect(proveNow({ ...doc(), claims: [unknown] }).claims[0]).toMatchObject({ holds: null });
    const cut = proveNow({ ...doc(), claims: [claim("never [n > 3]")] }, { situations: 5 }).claims[0];
    expect(cut).toMatchObject({ holds: null, note: "not everything could be explored, and up to there it holds" });
  });
});

const RUNS = atMost(2500, 10_000);
const demos = demoComponents.map((d) => d.load());

describe("the demo", () => {
  it("claims what holds, and nothing that says nothing", () => {
    const all = demos.flatMap((d) => proveNow(d).claims.map((c) => ({ in: d.name, ...c })));
    expect(all.length).toBeGreaterThan(12);
    expect(all.filter((c) => c.holds !== true || c.note !== null)).toEqual([]);
  });
});

describe("what always holds", () => {
  it.each(demos.map((d) => [d.name, d] as const))("of %s holds in each of its share of the random runs", (_n, demo) => {
    const claims = partNames(demo).flatMap((part) =>
      partFacts.flatMap((fact) => [true, false].map((is): Claim => ({ claim: "always", that: { fact, part, is } }))),
    );
    const program = compile(demo);
    const proof = proveNow({ ...demo, claims });
    const always = claims.filter((_c, i) => proof.claims[i].holds);
    expect(always.length).toBeGreaterThan(0);
    const ask = always.map((c) => ({ claim: c, holds: asked(program, c.that) }));
    let seed = 7;
    const pick = (n: number): number => {
      seed = (seed * 1103515245 + 12345) % 2147483648;
      return Math.floor((seed / 2147483648) * n);
    };
    const keys = ["Tab", "Shift+Tab", "Enter", "Space", ...program.keyRows.map((k) => k.key)];
    const looked = new Set<string>();
    const look = (state: RunState): void => {
      // What decides these facts; the same again says nothing new.
      const { pose, focus, lingering, page, tracks } = state;
      const key = `${pose} ${focus} ${lingering.map((l) => l.part)} ${page.scroll} ${page.width} ${tracks.map((t) => t.goal)}`;
      if (looked.has(key)) return;
      looked.add(key);
      for (const { claim, holds } of ask) if (!holds(state)) throw new Error(JSON.stringify(claim));
    };
    for (let i = 0; i < RUNS / demos.length; i++) {
      let session = openSession(program);
      for (let step = 0; step < 12; step++) {
        const kind = pick(6);
        if (kind === 0) session = runTo(session, session.end + pick(1200));
        else if (kind === 1) session = act(session, { press: keys[pick(keys.length)] });
        else if (kind === 2 && program.pointer["pointer enter"].any)
          session = act(session, { move: program.parts[pick(program.parts.length)].name });
        else if (kind === 3 && program.pointer["pointer down"].any)
          session = act(session, { down: program.parts[pick(program.parts.length)].name });
        else session = act(session, { click: program.parts[pick(program.parts.length)].name });
        look(stateAt(session, session.end));
      }
    }
    expect(looked.size).toBeGreaterThan(1);
  });
});
