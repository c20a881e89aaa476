import { describe, expect, it } from "vitest";
import type { Component } from "../../core/model";
import { proveNow } from "../../core/proof";
import { button, component } from "../../core/testing";
import { verdictOf } from "./verdict-of";

const lamp = (more: Partial<Component> = {}): Component => ({
  ...component({
    parts: [button("b")],
    states: ["off", "on"],
    reactions: { "click b": { off: "on", on: "off" }, "press x": { off: "ignored" } },
  }),
  ...more,
});
const said = (doc: Component, bounds?: { situations: number }) => {
  const { holds, fails, unseen } = verdictOf(proveNow(doc, bounds));
  return [holds, fails, unseen].map((list) => list.map((l) => l.text));
};

describe("the verdict", () => {
  it("says what holds, what does not and what was not looked at, each once", () => {
    const off = { fact: "state", is: "off" } as const;
    const doc = lamp({
      scenarios: [
        { name: "a", steps: [{ do: { click: "b" } }], expect: [off] },
        { name: "b", steps: [], expect: [{ fact: "state", is: "on" }] },
        { name: "c", steps: [], skip: true },
      ],
      claims: [
        { claim: "again", that: off },
        { claim: "always", that: off },
        { claim: "never", that: { when: "n > 2" } },
      ],
    });
    expect(said(doc)).toEqual([
      ["1 scenario", "1 claim in every run", expect.stringMatching(/^every rule, in \d+ situations at any timing$/)],
      ["1 scenario", "1 claim"],
      ["1 cell nobody decided", "1 reaction no scenario takes", "1 claim left open", "1 scenario skipped"],
    ]);
  });
  it("does not call holding what was cut short", () => {
    const [holds, , unseen] = said(lamp(), { situations: 1 });
    expect(holds).toEqual([]);
    expect(unseen[0]).toBe("what lies beyond 1 situation");
  });
});
