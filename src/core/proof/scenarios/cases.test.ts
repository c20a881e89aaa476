/** Scenarios over spans, over several values, and which of them run. */
import { describe, expect, it } from "vitest";
import { parseExpected } from "../../expression";
import type { Component, Scenario } from "../../model";
import { compile } from "../../program";
import { box, button, component } from "../../testing";
import { caseText, mutateNow, runScenario, runScenarios } from "..";

const notice = (scenarios: Scenario[] = []): Component =>
  component({
    parts: [button("send"), box("note")],
    states: ["quiet", "told"],
    data: [{ name: "n", type: "integer", initial: 0, min: 0, max: 9 }],
    looks: {
      send: { always: '"Sent ${n}"' },
      note: {
        always: "not displayed; opacity: 0; transition: opacity 200ms linear",
        told: "shown; opacity: 1; transition: opacity 400ms linear 100ms",
      },
    },
    reactions: { "click send": { quiet: "told / n = n + 1", told: "/ n = n + 1" }, after: { told: "1000ms → quiet" } },
    scenarios,
  });
const said = (text: string) => {
  const names = { parts: ["send", "note"], states: ["quiet", "told"], data: [] };
  const read = parseExpected(text, names);
  if (!read.ok) throw new Error(read.message);
  return read.value;
};
const judged = (text: string, ...more: Scenario["steps"]) => {
  const scenario = { name: "s", steps: [{ do: { click: "send" }, expect: [said(text)] }, ...more] };
  const [check] = runScenario(compile(notice()), scenario).checks;
  return [check.ok, Math.round(check.at)];
};

describe("a span", () => {
  it.each([
    // The fade begins after 100 ms, and passes one hundredth 4 ms later.
    ["note is visible within 150 ms", true, 117],
    ["note is visible within 90 ms", false, 90],
    ["note is displayed within 0 ms", true, 0],
    ["note is displayed for 1100 ms", true, 1100],
    ["note is displayed for 1300 ms", false, 1200],
    ["note is visible for 500 ms", false, 0],
    ["state is told for 999 ms", true, 999],
    ["state is told for 1001 ms", false, 1000],
  ])("%s: %s at %s ms", (text, ok, at) => {
    const [found, when] = judged(text);
    expect(found).toBe(ok);
    expect(Math.abs((when as number) - at)).toBeLessThanOrEqual(1);
  });
  it("goes on over the steps that follow, up to what ends it", () => {
    const wait = { do: { wait: 2000 } };
    expect(judged("note is displayed until state is quiet", wait)[0]).toBe(true);
    expect(judged("state is told until note is displayed", wait)[0]).toBe(true);
    expect(judged("note is displayed until send is focused", wait)[0]).toBe(true);
    expect(judged("state is told until send has text “never”", wait)).toEqual([false, 1000]);
    expect(judged("state is told until send has text “never”")[0]).toBe(true);
  });
});

describe("scenarios", () => {
  const counts: Scenario = {
    name: "counts on",
    cases: [
      { n: 0, shown: "Sent 1" },
      { n: 4, shown: "Sent 5" },
      { n: 9, shown: "Sent 10" },
    ],
    steps: [{ do: { click: "send" }, expect: [{ fact: "text", part: "send", is: "{shown}" }] }],
  };
  const fails: Scenario = { name: "fails", steps: [], expect: [{ fact: "state", is: "told" }] };
  const run = (...scenarios: Scenario[]) => runScenarios(compile(notice(scenarios)));

  it("run once for each case, and say which fails", () => {
    const { results, sessions } = run(counts);
    expect(sessions).toHaveLength(3);
    expect(results[0]).toMatchObject({ ok: false, failedAt: 0 });
    expect(results[0].cases).toEqual([
      { text: "n = 0, shown = Sent 1", ok: true, failedAt: null },
      { text: "n = 4, shown = Sent 5", ok: true, failedAt: null },
      { text: "n = 9, shown = Sent 10", ok: false, failedAt: 0 },
    ]);
    expect(results[0].checks[0]).toMatchObject({ expectation: { is: "Sent 10" }, found: "Sent 9" });
    expect(caseText({ a: true, b: "x" })).toBe("a = true, b = x");
  });
  it("are left out where they are skipped, or where others are the only ones", () => {
    expect(run({ ...fails, skip: true }).results[0]).toMatchObject({ ok: true, skipped: true });
    const { results } = run(fails, { ...fails, name: "only", only: true });
    expect(results.map((r) => [r.ok, r.skipped ?? false])).toEqual([
      [true, true],
      [false, false],
    ]);
    // What is skipped notices nothing.
    const told: Scenario = { name: "t", steps: [{ do: { click: "send" }, expect: [{ fact: "state", is: "told" }] }] };
    expect(mutateNow(notice([told])).killed).toBeGreaterThan(0);
    expect(mutateNow(notice([{ ...told, skip: true }])).killed).toBe(0);
  });
});
