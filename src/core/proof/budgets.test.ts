/** What would never end, or take all the memory: it is stopped, and it is said where. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { compute, measureEnv, milliseconds } from "../measure";
import { readComponent, writeComponent } from "../model";
import { compile } from "../program";
import { advance, MOST_AT_ONCE, start } from "../run";
import { button, component } from "../testing";
import { ALL } from "../testing/depth";
import { proveNow, runScenario } from ".";

const DAY = 86_400_000;

describe("time that never ends", () => {
  const ticking = component({
    parts: [button("a")],
    states: ["on"],
    reactions: { every: { on: "1ms → on" } },
    scenarios: [
      { name: "a day", steps: [{ do: { wait: DAY } }, { do: { click: "a" } }] },
      {
        name: "visible for a day",
        steps: [{ do: { wait: 1 }, expect: [{ that: { fact: "visible", part: "a", is: true }, over: { for: DAY } }] }],
      },
    ],
  });
  it("is stopped in a scenario, at its step, with what goes on", () => {
    const [waits, watches] = ticking.scenarios.map((s) => runScenario(compile(ticking), s));
    expect(waits.ok).toBe(false);
    expect(waits.stuck).toMatchObject({
      step: 0,
      why: expect.stringContaining(`More than ${MOST_AT_ONCE} things happen`),
    });
    expect(watches).toMatchObject({ ok: false, stuck: null });
    // The proof runs each once more, which takes as long.
    if (ALL) expect(proveNow(ticking).scenarios.map((s) => s.ok)).toEqual([false, false]);
  });
});

describe("what is sent without an end", () => {
  it.each(["request save", "send more after 50ms", "start later after 50ms"])(
    "is cut, whichever way it is sent: %s in what happens by itself again and again",
    (action) => {
      const endless = component({
        parts: [button("a")],
        states: ["on"],
        requests: [{ name: "save", method: "POST", path: "/save", latency: "40ms", outcome: "fails" }],
        reactions: {
          automatic: { on: `[in("on")] on / ${action}` },
          "on more": { on: "on" },
          "request failed save": { on: "on" },
        },
      });
      const program = compile(endless);
      const first = start(program);
      expect(first.step.loop).toBe(true);
      const seen: number[] = [];
      advance(program, first.state, 60_000, ({ state }) => void seen.push(state.timers.length));
      expect(Math.max(0, ...seen)).toBeLessThanOrEqual(1000);
      expect(seen.length).toBeLessThan(60);
      expect(proveNow(endless, { situations: 50 }).findings.map((f) => f.rule)).toContain("F21");
    },
  );
});

describe("texts that grow", () => {
  it.each(["t + t", "t + 'x'", "`${t}${t}${t}`"])(
    "%s raises an error at a bound, in a run and in the proof",
    (value) => {
      const growing = component({
        parts: [button("a", { content: ["${t}"] })],
        states: ["on", "off"],
        data: [{ name: "t", type: "text", initial: "xxxxxxxxxx" }],
        reactions: { every: { on: `10ms → / t = ${value}` }, "on error.execution": { on: "off" } },
        scenarios: [{ name: "a while", steps: [{ do: { wait: 200_000 }, expect: [{ fact: "state", is: "off" }] }] }],
      });
      expect(runScenario(compile(growing), growing.scenarios[0])).toMatchObject({ ok: true });
      expect(proveNow(growing, { situations: 300 }).situations).toBeLessThan(400);
    },
  );
});

describe("measures", () => {
  it("that double one another are each computed once", () => {
    const tokens = Array.from({ length: 60 }, (_, i) => ({
      name: `--t${i}`,
      value: i ? `calc(var(--t${i - 1}) + var(--t${i - 1}))` : "1px",
    }));
    const env = measureEnv({ tokens, page: { width: 400, height: 400 } });
    expect(compute("var(--t59)", env)).toMatchObject({ ok: true, value: { n: 2 ** 59 } });
    const d = { ...component({ parts: [button("a")], states: ["s"] }), tokens };
    expect(compile(d).problems).toEqual([]);
    expect(readComponent(writeComponent(d)).ok).toBe(true);
  });
  it("of a hundred thousand digits are read or refused in one pass", () => {
    const digits = "9".repeat(100_000);
    for (const text of [digits, `${digits}ms`, `${digits}.${digits}`, `${digits}.${digits}s`, `.${digits}x`]) {
      milliseconds(text);
      compute(text, measureEnv({ page: { width: 1, height: 1 } }));
      compute(`calc(${text} + ${text})`, measureEnv({ page: { width: 1, height: 1 } }));
    }
  });
  it("mean the same with digits before and after the point or without", () => {
    fc.assert(
      fc.property(fc.nat(9999), fc.nat(999), fc.constantFrom("ms", "s"), (a, b, unit) => {
        const n = unit === "s" ? 1000 : 1;
        expect(milliseconds(`${a}.${b}${unit}`)).toBeCloseTo(Number(`${a}.${b}`) * n, 6);
        expect(milliseconds(`${a}${unit}`)).toBe(a * n);
        expect(milliseconds(`.${b}${unit}`)).toBeCloseTo(Number(`.${b}`) * n, 6);
      }),
    );
  });
});
