/** When a trial succeeds, and how its reports count it. */
import { describe, expect, it } from "vitest";
import { button, component } from "../testing";
import { succeeds, type Tried, trialJunit, trialMarkdown } from "./report";
import type { RunResult, Trial } from "./trial";

const doc = component({ parts: [button("b")], states: ["off"] });
const result = (verdict: RunResult["verdict"]): RunResult => ({
  name: verdict,
  scenario: { name: verdict, steps: [] },
  verdict,
  why: verdict === "impossible" ? "b cannot be hit" : "",
  differs: null,
  like: null,
  looks: 1,
  notes: [],
  took: 0,
});
const tried = (verdicts: RunResult["verdict"][], more: Partial<Tried> = {}): Tried => ({
  file: "b.lively.json",
  doc,
  trial: { results: verdicts.map(result), unmapped: [], unseen: [], stopped: false } as unknown as Trial,
  left: [],
  ...more,
});

describe("a trial", () => {
  it.each<[string, Tried, boolean]>([
    ["of which all runs are the same", tried(["same", "same"]), true],
    ["of which a run differs", tried(["same", "differs"]), false],
    ["without a run", tried([]), false],
    ["of which no run could be done", tried(["impossible", "impossible"]), false],
    ["of which one run could not be done", tried(["same", "impossible"]), true],
    ["of which one run could not be done, strictly", tried(["same", "impossible"], { isStrict: true }), false],
    ["that leaves something out", tried(["same"], { left: ["more than 20 situations"] }), true],
    ["that leaves something out, strictly", tried(["same"], { left: ["more"], isStrict: true }), false],
    ["that is a share without a run", tried([], { isEmptyShare: true }), true],
  ])("%s", (_, one, expected) => {
    expect(succeeds(one)).toBe(expected);
  });
  it("of nothing is reported as such, and a run that could not be done fails a strict one", () => {
    expect(trialMarkdown([tried([])])).toContain("nothing was run");
    expect(trialJunit([tried(["impossible"])])).toContain("<skipped");
    expect(trialJunit([tried(["impossible"], { isStrict: true })])).toContain("<failure");
  });
});
