import { describe, expect, it } from "vitest";
import { compile } from "../../program";
import { box, button, component, type Sketch } from "../../testing";
import { act, atRest, compareSteps, type Difference, differences, factList, openSession, ownOf } from "..";

const doc = (over: Partial<Sketch> = {}) =>
  compile(
    component({
      parts: [button("b"), box("panel", [box("words", ["n is ${n}"]), button("inside")])],
      states: ["shut", "open"],
      data: [{ name: "n", type: "integer", initial: 0, min: 0, max: 9 }],
      looks: { panel: { shut: "not displayed", open: "opacity: 0.5" } },
      reactions: { "click b": { shut: "open / n = n + 1", open: "shut" } },
      ...over,
    }),
  );
const said = (list: Iterable<Difference>): string[] =>
  [...list].map((d) => `${d.part ?? ""} ${d.fact}: ${d.a} → ${d.b}`);

describe("what differs between two instants", () => {
  const program = doc();
  const [shut, open] = ["shut", "open"].map((s) => ({ program, state: atRest(program, s) }));

  it("is every fact that has a word, what belongs to no part first", () => {
    const list = said(differences(shut, open));
    expect(list[0]).toBe(" state: shut → open");
    expect(list).toContain("panel displayed: no → yes");
    expect(list).toContain("panel opacity: none → 0.5");
    expect(list).toContain("inside in the Tab order: no → yes");
    expect(differences(open, open)).toEqual([]);
  });
  it("is the other way round from the other side", () => {
    const back = differences(open, shut).map((d) => ({ ...d, a: d.b, b: d.a }));
    expect(new Set(said(back))).toEqual(new Set(said(differences(shut, open))));
  });
  it("knows what only follows: what is around it, and what is said inside", () => {
    const own = said(ownOf(program, differences(shut, open)));
    expect(own).toContain("panel displayed: no → yes");
    expect(own.filter((t) => t.startsWith("inside displayed"))).toEqual([]);
    const run = act(openSession(program), { click: "b" });
    const [before, after] = [run.frames.at(0)!.state, run.frames.last.state];
    const changed = said(compareSteps(program, before, after));
    expect(changed).toContain("words text: n is 0 → n is 1");
    expect(changed.some((t) => t.startsWith("panel text"))).toBe(false);
    expect(changed).toContain(" n: 0 → 1");
  });
  it("may be of two specifications: parts that only one has are named", () => {
    const other = doc({ parts: [button("b"), box("tray")], looks: {} });
    const list = said(differences(shut, { program: other, state: atRest(other, "shut") }));
    expect(list).toContain("panel in the specification: yes → no");
    expect(list).toContain("tray in the specification: no → yes");
  });
  it("has a part's facts in the order in which people ask", () => {
    const facts = factList(open, program.partIndex.get("panel")!).map((f) => f.fact);
    expect(facts.slice(0, 3)).toEqual(["in the document", "displayed", "visible"]);
    expect(facts.at(-1)).toBe("opacity");
  });
});
