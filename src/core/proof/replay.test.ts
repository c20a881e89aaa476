/** Every run that is given can be played, and shows what it was given for. */

import { describe, expect, it } from "vitest";
import { demoComponents } from "../../demo";
import type { Component } from "../model";
import { compile, type Program } from "../program";
import type { RunState } from "../run";
import { allActiveNames } from "../surface";
import { atMost } from "../testing/depth";
import { type Finding, faultsIn, mutants, playScenario, proveNow } from ".";

const demos = demoComponents.map((d) => d.load());

/** What the end of a finding's run shows of it; a rule that needs more than that is taken by its state. */
function shows(program: Program, finding: Finding): boolean {
  const { after, frames, session, stuck } = playScenario(program, finding.run!);
  if (stuck) return false;
  const end: RunState = after.at(-1) ?? session.frames.at(0)!.state;
  const before: RunState = after.at(-2) ?? session.frames.at(0)!.state;
  const step = (frames.at(-1) ?? session.frames.at(0)!).step;
  if (finding.rule === "F18")
    return [...session.frames].some(({ step }) =>
      step.dispatches.some((d) =>
        d.considered.some((c) => c.outcome === "undecided" && c.row === finding.cell!.row && step.at === end.now),
      ),
    );
  if (finding.rule === "F1" || finding.rule === "F2")
    return faultsIn(program, end).some((f) => f.rule === finding.rule && finding.text.startsWith(f.text.split(" ")[0]));
  if (finding.rule === "F25") return step.clamped.length > 0;
  const passed = step.dispatches.flatMap((d) => d.entered.map((s) => program.states[s].name));
  const names = [...[end, before].flatMap((s) => allActiveNames(program, s)), ...passed];
  return finding.state === null || names.includes(finding.state);
}

/** Every so many of the small faults that can be put into a specification. */
const EVERY = atMost(35, 7);

describe("with faults put into it", () => {
  let played = 0;
  it.each(demos.map((d) => [d.name, d] as const))("%s shows each finding by a run that can be played", (_name, doc) => {
    const changed: Component[] = [...mutants(doc)].flatMap((m, i) => (i % EVERY === 0 ? m.doc : []));
    for (const faulty of changed) {
      const program = compile(faulty);
      for (const finding of proveNow(faulty, { situations: 3000 }).findings) {
        if (!finding.run) continue;
        played++;
        expect([finding.text, shows(program, finding)]).toEqual([finding.text, true]);
      }
    }
  });
  it("and there are many of them", () => expect(played).toBeGreaterThan(atMost(5, 30)));
});
