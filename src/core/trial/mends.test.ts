/** The page is right: planted in a page that is the core itself, each change is explained by an edit after which both do the same. */

import { describe, expect, it } from "vitest";
import { demoComponents } from "../../demo";
import { allParts, type Component, type Reaction, setLook, setReaction } from "../model";
import { compile } from "../program";
import { atMost } from "../testing/depth";
import { actOut, CoreSystem, type Differs, mends, runsOf, type TrialRun } from ".";

const demo = (name: string): Component => demoComponents.find((d) => d.name === name)!.load();
type Planted = { name: string; page: Component };

/** The first run in which such a page does something else. */
async function found(
  doc: Component,
  runs: readonly TrialRun[],
  page: Component,
): Promise<(Differs & { scenario: Component["scenarios"][number] }) | null> {
  const program = compile(doc);
  const parts = program.parts.map((p) => p.name);
  for (const { scenario } of runs) {
    const { differs } = await actOut(program, scenario, new CoreSystem(page), {
      parts,
      letBe: [],
      wait: async () => {},
    });
    if (differs) return { ...differs, scenario: { ...scenario, steps: scenario.steps.slice(0, differs.step + 1) } };
  }
  return null;
}

/** Changes of one cell each, as a page may have them. */
function* planted(doc: Component): Generator<Planted> {
  const states = doc.states.filter((s) => !s.states).map((s) => s.name);
  for (const { part } of doc.looks.slice(0, 5)) {
    const leaf = (allParts(doc).find(({ part: p }) => p.name === part)?.part.content ?? []).every(
      (c) => typeof c === "string",
    );
    for (const state of states.slice(0, 3)) {
      const old = doc.looks.find((l) => l.part === part)!.in[state] ?? {};
      const put = (more: object): Component => setLook(doc, part, state, { ...old, ...more });
      yield { name: `${part} not displayed in ${state}`, page: put({ as: "not displayed" }) };
      yield { name: `${part} disabled in ${state}`, page: put({ disabled: !old.disabled }) };
      if (leaf) yield { name: `${part} says otherwise in ${state}`, page: put({ text: "Something else" }) };
      if (Object.keys(old.attributes ?? {}).length)
        yield { name: `${part} without attributes in ${state}`, page: put({ attributes: {} }) };
    }
  }
  for (const [row, { in: cells }] of doc.reactions.entries())
    for (const [state, cell] of Object.entries(cells)) {
      if (cell === "ignored") continue;
      const put = (next: Reaction): Component => setReaction(doc, row, state, next);
      yield { name: `row ${row} ignored in ${state}`, page: put("ignored") };
      if (cell.after)
        yield {
          name: `row ${row} later in ${state}`,
          page: put({ ...cell, after: `${Number.parseInt(cell.after, 10) + 500}ms` }),
        };
    }
}

describe.each(["Change-crossing dialog", "Notice", "Fare rules"])("%s", (name) => {
  const doc = demo(name);
  const { runs } = runsOf(doc, "reactions");
  const every = name === "Change-crossing dialog" ? atMost(12, 3) : 3;
  it("is edited so that it does what the page does", async () => {
    let differing = 0;
    let explained = 0;
    const left: string[] = [];
    // Some of them, all over the sheet.
    for (const { name: what, page } of [...planted(doc)].filter((_p, i) => i % every === 0)) {
      const shown = await found(doc, runs, page);
      if (!shown) continue;
      differing++;
      const said = mends(doc, shown);
      if (!said.length) left.push(`${what}: ${JSON.stringify(shown.facts)}`);
      else explained++;
      for (const mend of said) {
        expect(mend.after).not.toBe(mend.before);
        const again = await actOut(compile(mend.doc), shown.scenario, new CoreSystem(page), {
          parts: compile(doc).parts.map((p) => p.name),
          letBe: [],
        });
        // At that instant both are the same now; what comes before it may have to be said, too.
        const still = again.differs?.step === shown.step && again.differs.at === shown.at;
        expect(still, `${what}: ${mend.where} ${mend.after} ${JSON.stringify(again.differs?.facts)}`).toBe(false);
      }
    }
    expect(differing).toBeGreaterThan(1);
    // What takes more than one edit is left to the person.
    expect(explained / differing, left.join("\n")).toBeGreaterThan(0.85);
  });
});
