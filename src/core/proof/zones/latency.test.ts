/** Requests that take from … to …: what can happen before the answer, and what cannot. */
import { describe, expect, it } from "vitest";
import type { Component } from "../../model";
import { compile } from "../../program";
import { button, component } from "../../testing";
import { playScenario, proveNow, stepText } from "..";

const sending = (least: string | undefined, patience: string): Component =>
  component({
    parts: [button("send")],
    requests: [
      { name: "pass", method: "POST", path: "/pass", latency: "2s", outcome: "ok", ...(least ? { least } : {}) },
    ],
    states: ["idle", "sending", "slow", "sent", "failed"],
    reactions: {
      "click send": {
        idle: "sending / request pass",
        sending: "ignored",
        slow: "ignored",
        sent: "ignored",
        failed: "ignored",
      },
      "request ok pass": { sending: "sent", slow: "sent" },
      "request failed pass": { sending: "failed", slow: "failed" },
      after: { sending: `${patience} slow` },
    },
  });
const reached = (doc: Component): string[] => proveNow(doc).reached.filter((s) => s !== "always" && s !== "idle");
const taken = (doc: Component, row: string): string[] => {
  const proof = proveNow(doc);
  const index = doc.reactions.findIndex((r) => r.event.on === row);
  return proof.arrives[index].filter((s) => s !== "always");
};

describe("a request", () => {
  it("may answer at any time up to its latency, both ways", () => {
    expect(reached(sending(undefined, "1s"))).toEqual(["sending", "slow", "sent", "failed"]);
    expect(taken(sending(undefined, "1s"), "request failed")).toEqual(["sending", "slow"]);
  });
  it("does not answer before its least time", () => {
    // Patience ends at one second, and nothing answers before 1.2.
    expect(taken(sending("1200ms", "1s"), "request ok")).toEqual(["slow"]);
    expect(taken(sending("1200ms", "1s"), "request failed")).toEqual(["slow"]);
    expect(taken(sending("800ms", "1s"), "request failed")).toEqual(["sending", "slow"]);
    // Nor is anybody patient for longer than it can take.
    expect(reached(sending("800ms", "3s"))).toEqual(["sending", "sent", "failed"]);
  });
  it("answers in a run no sooner, and that run can be played", () => {
    const doc = sending("800ms", "1s");
    const found = proveNow({ ...doc, claims: [{ claim: "never", that: { fact: "state", is: "failed" } }] }).claims[0];
    expect(found.run!.steps.map(stepText)).toEqual(["click send", "wait 800 ms", "pass fails"]);
    expect(playScenario(compile(doc), found.run!).stuck).toBeNull();
  });
});
