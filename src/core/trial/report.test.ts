/** When a trial succeeds, and how its reports count it. */
import { describe, expect, it } from "vitest";
import { button, component } from "../testing";
import { type Failure, failureOf, type Tried, trialJunit, trialMarkdown } from "./report";
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
  it.each<[string, Tried, Failure | null]>([
    ["of which all runs are the same", tried(["same", "same"]), null],
    ["of which a run differs", tried(["same", "differs"]), "differs"],
    ["without a run", tried([]), "nothing was run"],
    ["of which no run could be done", tried(["impossible", "impossible"]), "nothing was run"],
    ["of which one run could not be done", tried(["same", "impossible"]), null],
    [
      "of which one run could not be done, strictly",
      tried(["same", "impossible"], { isStrict: true }),
      "not all was run",
    ],
    ["that leaves something out", tried(["same"], { left: ["more than 20 situations"] }), null],
    ["that leaves something out, strictly", tried(["same"], { left: ["more"], isStrict: true }), "not all was run"],
    ["that is a share without a run", tried([], { isEmptyShare: true }), null],
  ])("%s", (_, one, expected) => {
    expect(failureOf(one)).toBe(expected);
  });
  it("of nothing is reported as such, and a run that could not be done fails a strict one", () => {
    expect(trialMarkdown([tried([])])).toContain("nothing was run");
    expect(trialMarkdown([tried(["same", "impossible"], { isStrict: true })])).toContain("not all was run");
    expect(trialJunit([tried(["impossible"])])).toContain("<skipped");
    expect(trialJunit([tried(["impossible"], { isStrict: true })])).toContain("<failure");
  });
});
