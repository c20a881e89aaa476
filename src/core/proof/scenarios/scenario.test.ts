import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { readComponent } from "../../model";
import { compile } from "../../program";
import { bubblingDialog } from "../../testing";
import { expectationText, runScenario } from "..";

const read = readComponent(readFileSync("src/demo/change-crossing.lively.json", "utf8"));
if (!read.ok) throw new Error("the demo does not load");
const demo = read.doc;

describe("scenarios", () => {
  it("of the demo hold", () => {
    const program = compile(demo);
    expect(demo.scenarios.map((s) => runScenario(program, s)).filter((r) => !r.ok)).toEqual([]);
    expect(demo.scenarios.length).toBeGreaterThanOrEqual(4);
  });

  it("fail with what was found, where and why", () => {
    const program = compile(bubblingDialog());
    const result = runScenario(program, {
      name: "inside",
      steps: [
        { do: { click: "trigger" } },
        { do: { wait: 100 } },
        { do: { click: "body" }, expect: [{ fact: "visible", part: "dialog", is: true }] },
      ],
    });
    expect(result).toMatchObject({ ok: false, failedAt: 100, checks: [{ step: 2, found: false, ok: false }] });
    expect(result.explanation).toContain("click backdrop led from open to closed");
    // What comes later at the same instant is not blamed.
    const steps = [
      { do: { click: "trigger" } },
      { do: { click: "body" }, expect: [{ fact: "state", is: "open" } as const] },
      { do: { press: "Tab" } },
    ];
    expect(runScenario(program, { name: "s", steps }).explanation).toContain("click backdrop led from open to closed");
  });

  it("stop where a step cannot be done", () => {
    const result = runScenario(compile(bubblingDialog()), { name: "s", steps: [{ do: { click: "close" } }] });
    expect(result).toMatchObject({
      ok: false,
      stuck: { step: 0, why: expect.stringContaining("close is not displayed") },
    });
  });

  it("are judged after each step, even where several fall on one instant", () => {
    const program = compile(bubblingDialog());
    const result = runScenario(program, {
      name: "s",
      steps: [
        { do: { click: "trigger" }, expect: [{ fact: "state", is: "open" }] },
        {
          do: { press: "Escape" },
          expect: [
            { fact: "state", is: "closed" },
            { fact: "focused", part: "trigger", is: true },
          ],
        },
      ],
    });
    expect(result.checks.map((c) => c.ok)).toEqual([true, true, true]);
  });

  it("start from other data where they say so", () => {
    const result = runScenario(compile(demo), {
      name: "s",
      data: { sailing: "11:10" },
      expect: [{ fact: "text", part: "summary", is: "Thu 14 May · 11:10 Holm → Vardey" }],
      steps: [],
    });
    expect(result.ok).toBe(true);
  });

  it("expectations read as sentences", () => {
    expect(expectationText({ fact: "in tab order", part: "b", is: false })).toBe("b is not in the Tab order");
    expect(expectationText({ fact: "attribute", part: "b", attribute: "title", is: null })).toBe("b has no title");
  });
});
