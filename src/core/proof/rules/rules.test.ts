import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { type Component, checkNames, readComponent } from "../../model";
import { compile } from "../../program";
import { stateText } from "../../surface";
import { box, bubblingDialog, button, component, type Sketch } from "../../testing";
import { applyMend, type Finding, playScenario, proveNow, type RuleId, ruleHelp, stepText } from "..";

const read = readComponent(readFileSync("src/demo/change-crossing.lively.json", "utf8"));
if (!read.ok) throw new Error("the demo does not load");
const demo = read.doc;

const found = (doc: Component, rule: RuleId): Finding[] => proveNow(doc).findings.filter((f) => f.rule === rule);
const texts = (doc: Component, rule: RuleId): string[] => found(doc, rule).map((f) => f.text);
/** The finding's own run, played: it must show what the finding says. */

const parts = [button("trigger"), box("panel", [button("inside")], { covers: "viewport" })];
const sketch = (over: Partial<Sketch>): Component => component({ parts, states: ["a", "b"], ...over });

describe("rules, each with a fault that breaks it and a mend that does not", () => {
  it("F1: an unseen layer that catches clicks and Tab", () => {
    const doc = sketch({ looks: { panel: { a: "transparent", b: "shown" } } });
    expect(texts(doc, "F1")).toEqual([
      "panel is not seen in a, but it still catches clicks",
      "inside is not seen in a, but the Tab key still reaches it",
    ]);
    expect(texts(sketch({ looks: { panel: { a: "transparent; inert" } } }), "F1")).toEqual([]);
    expect(texts(sketch({ looks: { panel: { a: "moved out" } } }), "F1")).toEqual([
      "inside is not seen in a, but the Tab key still reaches it",
    ]);
  });

  it("F2: a control that is seen and cannot be used", () => {
    expect(texts(sketch({ looks: { panel: { a: "not displayed" }, trigger: { a: "no pointer" } } }), "F2")).toEqual([
      "trigger is seen in a, but it cannot be used: it takes no pointer events",
    ]);
    expect(texts(sketch({}), "F2")).toEqual(["trigger is seen in a, but it cannot be used: panel lies over it"]);
    expect(texts(sketch({ looks: { panel: { a: "not displayed" }, trigger: { a: "inert" } } }), "F2")).toEqual([
      "trigger is seen in a, but it cannot be used: it is inert",
    ]);
    expect(texts(sketch({ looks: { trigger: { a: "inert" } } }), "F2")).toEqual([]);
    expect(texts(sketch({ looks: { panel: { a: "not displayed" }, trigger: { a: "disabled" } } }), "F2")).toEqual([]);
  });

  it("F2: a backdrop that still covers the trigger while it fades out", () => {
    const mend = (cell: string): Component => {
      const looks = demo.looks.map((l) =>
        l.part === "backdrop" ? { ...l, in: { ...l.in, closing: { ...l.in.closing, pointer: cell === "on" } } } : l,
      );
      return { ...demo, looks };
    };
    expect(texts(mend("on"), "F2")).toEqual([
      "trigger is seen in closing, but it cannot be used: backdrop lies over it",
    ]);
    expect(texts(mend("off"), "F2")).toEqual([]);
  });

  it("F3: an inside click that dismisses, its shortest run, and its mend at a click", () => {
    const doc = bubblingDialog();
    const [finding] = found(doc, "F3");
    expect(finding.text).toBe("A click inside dialog reaches backdrop and dismisses it");
    expect(finding.run!.steps.map(stepText)).toEqual([
      "click trigger",
      expect.stringMatching(/^click (dialog|title|body)$/),
    ]);
    const { session } = playScenario(compile(doc), finding.run!);
    expect(stateText(session.program, session.frames.at(-1)!.state)).toBe("closed");
    const mended = applyMend(doc, finding.mend!);
    expect(checkNames(mended)).toEqual([]);
    expect(texts(mended, "F3")).toEqual([]);
    expect(mended.reactions[2].event).toMatchObject({ scope: "exactly", part: "backdrop" });
  });

  it("F5: a state without a way back; held focus without a way out", () => {
    const oneWay = component({
      parts: [button("b")],
      states: ["a", "b1"],
      reactions: { "click b": { a: "b1", b1: "ignored" } },
    });
    expect(texts(oneWay, "F5")).toEqual(["From b1 nothing leads back to a"]);
    const ended = applyMend(oneWay, found(oneWay, "F5")[0].mend!);
    expect(ended.states[1]).toEqual({ name: "b1", kind: "final" });
    expect(texts(ended, "F5")).toEqual([]);
    // What leads there is not told besides; where it may end as it is meant to, nothing is.
    const saving = component({
      parts: [button("b")],
      states: ["idle", "saving", "failed", "saved"],
      reactions: {
        "click b": { idle: "saving", saving: "ignored", failed: "saving", saved: "ignored" },
        "press x": { saving: "saved", failed: "ignored" },
        "press y": { saving: "failed", saved: "ignored" },
      },
    });
    expect(texts(saving, "F5")).toEqual(["From saved nothing leads back to idle"]);
    const states = saving.states.map((s) => (s.name === "saved" ? { ...s, kind: "final" as const } : s));
    expect(texts({ ...saving, states }, "F5")).toEqual([]);
    const { saved: _saved, ...round } = saving.reactions[1].in;
    expect(
      texts(
        {
          ...saving,
          reactions: [
            saving.reactions[0],
            { ...saving.reactions[1], in: { ...round, saving: "ignored" } },
            saving.reactions[2],
          ],
        },
        "F5",
      ),
    ).toEqual(["From saving nothing leads back to idle"]);
    const trap = bubblingDialog({
      reactions: {
        "click trigger": { closed: "open" },
        "click exactly backdrop": { open: "closed" },
        "press Escape": { open: "ignored", closed: "ignored" },
      },
    });
    expect(texts(trap, "F5")).toEqual(["The keyboard has no way out of open, which holds the focus"]);
  });

  it("F7: focus that falls to the page, focus on what nobody sees", () => {
    expect(texts(bubblingDialog({ focus: { open: "→ close; held in dialog" } }), "F7")).toContain(
      "The focus was on close and falls to the page when closed takes it away",
    );
    expect(texts(sketch({ looks: { panel: { a: "transparent" } } }), "F7")).toEqual([
      "The focus is on inside in a, and nobody sees it",
    ]);
    expect(texts(bubblingDialog(), "F7")).toEqual([]);
  });

  it.each<[string, Partial<Sketch>, RegExp]>([
    ["does not take the focus", { focus: { closed: "→ back" } }, /is open in open, but the focus is not in it/],
    ["does not hold it", { focus: { open: "→ close", closed: "→ trigger" } }, /Tab leaves dialog while it is open/],
    [
      "leaves the rest reachable",
      { looks: { backdrop: { closed: "not displayed", open: "shown" } } },
      /trigger can be reached while dialog is open/,
    ],
    [
      "does not close on Escape",
      { reactions: { "click trigger": { closed: "open" }, "click close": { open: "closed" } } },
      /Escape does not close dialog/,
    ],
    ["does not give the focus back", { focus: { open: "→ close; held in dialog" } }, /focus is not given back/],
  ])("F8: a dialog that %s", (_what, over, message) => {
    expect(texts(bubblingDialog(over), "F8").join("\n")).toMatch(message);
    expect(texts(bubblingDialog(), "F8")).toEqual([]);
  });

  it("F8: a dialog without a name", () => {
    const nameless = bubblingDialog({
      parts: [
        button("trigger"),
        box("backdrop", [box("dialog", [box("body"), button("close")], { attributes: { role: "dialog" } })], {
          covers: "viewport",
        }),
      ],
    });
    expect(texts(nameless, "F8")).toEqual(["dialog has no name: give it aria-labelledby or aria-label"]);
  });

  it("F9: references that name nobody, ids that two parts share", () => {
    const doc = component({
      parts: [
        button("b", { attributes: { "aria-controls": "menu" } }),
        box("x", [], { attributes: { id: "i" } }),
        box("y", [], { attributes: { id: "i" } }),
      ],
      states: ["a"],
    });
    expect(texts(doc, "F9")).toEqual([
      'b: aria-controls names "menu", and no part has that id',
      'x and y share the id "i"',
    ]);
  });

  it("F15: what flashes before the first event", () => {
    const doc = sketch({ looks: { panel: { b: "not displayed" } }, reactions: { mounted: { a: "b" } } });
    expect(texts(doc, "F15")).toEqual([
      "panel flashes at the start: a shows it, and mounted goes on to b, which does not",
    ]);
    expect(texts({ ...doc, initial: "b" }, "F15")).toEqual([]);
  });

  it("F17: what never happens", () => {
    const doc = component({
      parts: [button("b"), box("off")],
      states: ["a", "b1", "lonely"],
      data: [{ name: "on", type: "boolean", initial: false }],
      looks: { off: { always: "not displayed" } },
      reactions: { "click b": { a: "[on] a; b1", b1: "a" }, "click off": { a: "b1" }, "click exactly b": { a: "b1" } },
    });
    expect(texts(doc, "F17")).toEqual([
      "Nothing ever leads to lonely",
      "click b in a: the branch “[on] a” is never taken",
      "click off in a never fires: the event never arrives there",
      "click exactly b in a never fires: click b answers first",
    ]);
  });

  it("F17: a timer that nothing starts", () => {
    const doc = component({
      parts: [button("b")],
      states: ["a"],
      reactions: { "click b": { a: "/ cancel nap" }, "timer doze": { a: "→ a" } },
    });
    expect(texts(doc, "F17")).toEqual([
      "cancel nap does nothing: no action starts nap",
      "timer doze in a never fires: no action starts it. Say “start doze after 2s” where it begins",
    ]);
  });

  it("F18: an event that arrives where nobody said anything", () => {
    const doc = bubblingDialog({
      reactions: {
        "click trigger": { closed: "open" },
        "click close": { open: "closed" },
        "press Escape": { open: "closed" },
      },
    });
    const [finding] = found(doc, "F18");
    expect(finding).toMatchObject({
      severity: "undecided",
      text: "press Escape arrives in closed, and nobody said what happens",
      cell: { row: 2, state: "closed" },
    });
    expect(found(doc, "F18")).toHaveLength(1);
  });

  it("F19: two regions that decide one property of a part", () => {
    const lamp = (looks: Record<string, string>) =>
      component({
        parts: [button("b"), box("lamp")],
        states: [
          {
            name: "on",
            kind: "parallel",
            states: [
              { name: "light", states: [{ name: "low" }, { name: "high" }] },
              { name: "tone", states: [{ name: "loud" }, { name: "soft" }] },
            ],
          },
        ],
        looks: { lamp: looks },
        reactions: { "click b": { low: "high", high: "low", loud: "soft", soft: "loud" } },
      });
    expect(texts(lamp({ high: "opacity: 1", loud: "opacity: 0.5" }), "F19")).toEqual([
      "high and loud are active together, and both decide opacity of lamp: the later one wins",
    ]);
    expect(texts(lamp({ high: "[in('loud')] inert", loud: "not inert" }), "F19")).toHaveLength(1);
    expect(texts(lamp({ high: "opacity: 1", low: "opacity: 0.5", loud: "inert", on: "opacity: 0.7" }), "F19")).toEqual(
      [],
    );
    expect(texts(lamp({ high: "opacity: 1", loud: "opacity: 1" }), "F19")).toEqual([]);
  });
});

it("each rule has its line in the documentation", () => {
  const docs = readFileSync("docs/rules.md", "utf8");
  for (const [rule, { broken, example }] of Object.entries(ruleHelp)) {
    expect(docs, rule).toMatch(new RegExp(`^\\| ${rule} +\\|`, "m"));
    for (const text of [broken, example]) expect(text.length, rule).toBeGreaterThan(12);
  }
});
