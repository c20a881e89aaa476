/** Steps as text, what can be typed next, and two specifications cell by cell. */
import { describe, expect, it } from "vitest";
import type { Step } from "../model";
import { stepText } from "../proof";
import { box, button, component } from "../testing";
import { cellDifferences, completeSaid, meant, type Names, parseStep } from ".";

const names: Names = {
  parts: ["send", "panel"],
  states: ["closed", "open"],
  data: [{ name: "n", type: "integer", initial: 0, min: 0, max: 9 }],
  requests: ["pass"],
};

describe("a step", () => {
  const steps: Step["do"][] = [
    { click: "send" },
    { click: null },
    { press: "Ctrl+K" },
    { wait: 200 },
    { down: "send" },
    { up: "panel" },
    { move: "panel" },
    { keyDown: "Space" },
    { keyUp: "Space" },
    { scroll: 400 },
    { resize: { width: 600, height: 800 } },
    { blur: true },
    { reducedMotion: false },
    { answer: "pass", ok: false },
    { send: "saved" },
    { set: "n", to: 3 },
    { unmount: true },
  ];
  it.each(steps.map((s) => [stepText({ do: s }), s] as const))("%s: read as it is printed", (text, step) => {
    expect(parseStep(text, names)).toEqual({ ok: true, value: step });
  });
  it("has its key left open, seconds as ms, and is refused where a name is unknown", () => {
    expect(parseStep("press {key}", names)).toMatchObject({ value: { press: "{key}" } });
    expect(parseStep("wait 2 s", names)).toMatchObject({ value: { wait: 2000 } });
    expect(parseStep("click sent", names)).toMatchObject({ ok: false, from: 6, to: 10 });
    expect(parseStep("mail answers", names)).toMatchObject({ ok: false, message: expect.stringContaining("pass") });
    expect(parseStep("set m to 2", names)).toMatchObject({ ok: false, message: expect.stringContaining("data: n") });
    expect(parseStep("dance", names)).toMatchObject({ ok: false, message: expect.stringContaining("click part") });
    expect([meant("true"), meant("-2.5"), meant('"3"'), meant("x y")]).toEqual([true, -2.5, "3", "x y"]);
  });
});

describe("what can be typed next", () => {
  it.each([
    ["claim", "al", "always "],
    ["claim", "always ", "panel"],
    ["claim", "always panel ", "always panel is "],
    ["claim", "never panel is v", "never panel is visible"],
    ["claim", "whenever state is ", "whenever state is open"],
    ["claim", "whenever panel is visible, send is focused ", "whenever panel is visible, send is focused within 200ms"],
    ["claim", "after click ", "after click send"],
    ["claim", "from everywhere, panel is visible ", "from everywhere, panel is visible can be reached again"],
    ["expectation", "panel is not ", "panel is not displayed"],
    ["expectation", "panel is visible ", "panel is visible within 200 ms"],
    ["step", "cl", "click "],
    ["step", "click ", "click panel"],
    ["step", "press E", "press Escape"],
  ] as const)("a %s, after “%s”", (kind, text, wanted) => {
    const options = completeSaid(kind, text, names);
    expect(options.some((o) => o === wanted || o.endsWith(wanted))).toBe(true);
    for (const o of options) expect(o.length).toBeGreaterThan(text.length - /\S*$/.exec(text)![0].length);
  });
});

describe("cell by cell", () => {
  const doc = component({
    parts: [button("send"), box("panel")],
    states: ["closed", "open"],
    tokens: { "--fade": "200ms" },
    looks: { panel: { closed: "not displayed" } },
    focus: { open: "→ send" },
    reactions: { "click send": { closed: "open", open: "closed" } },
  });
  it("nothing differs from itself; what does is named by row and state, as written", () => {
    expect(cellDifferences(doc, doc)).toEqual([]);
    const other = component({
      parts: [button("send"), box("panel")],
      states: ["closed", "open"],
      tokens: { "--fade": "1s" },
      looks: { panel: { open: "transparent" } },
      reactions: { "click send": { closed: "open / stop" }, "press Escape": { open: "closed" } },
    });
    expect(cellDifferences(doc, other).map((d) => [d.section, d.row, d.state, d.a, d.b])).toEqual([
      ["token", "--fade", "", "200ms", "1s"],
      ["look", "panel", "closed", "not displayed", null],
      ["focus", "focus", "open", "→ send", null],
      ["event", "click send", "closed", "open", "open / stop"],
      ["event", "click send", "open", "closed", null],
      ["look", "panel", "open", null, "transparent"],
      ["event", "press Escape", "open", null, "closed"],
    ]);
  });
});
