import { readFileSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { readComponent } from "../../model";
import { compile } from "../../program";
import { box, button, component } from "../../testing";
import {
  act,
  type Difference,
  differences,
  openSession,
  phraseText,
  runTo,
  type Session,
  stateAt,
  trail,
  whyPart,
} from "..";

const read = readComponent(readFileSync("src/demo/change-crossing.lively.json", "utf8"));
if (!read.ok) throw new Error("the demo does not load");
const program = compile(read.doc);
const part = (name: string): number => program.partIndex.get(name)!;
const opening = runTo(act(runTo(openSession(program), 100), { click: "trigger" }), 160);
const why = (s: Session, name: string, about: string) => {
  const found = whyPart(s.program, stateAt(s, s.end), s.program.partIndex.get(name)!).find((r) => r.about === about);
  return found && { value: found.value, because: phraseText(found.because), cell: found.cell };
};

describe("a part that a rule hides", () => {
  it("names the rule, its line and what it beat", () => {
    const doc = component({
      parts: [button("b"), box("p", [button("in")], { attributes: { class: "menu" } })],
      states: ["only"],
      looks: {},
      page: { width: 640, height: 480, css: "div { display: flex }\n.menu { display: none }\n.menu { opacity: 0.5 }" },
    });
    const program = compile(doc);
    const state = stateAt(openSession(program), 0);
    const said = (part: string) =>
      Object.fromEntries(
        whyPart(program, state, program.partIndex.get(part)!).map((r) => [
          r.about,
          `${r.value}: ${r.because.map((p) => p.text).join("")}`,
        ]),
      );
    const rule = "the rule .menu (line 2) says display: none, before div";
    expect(said("p").is).toBe(`not displayed: ${rule}`);
    expect(said("in").is).toBe(`not displayed: p around it is not displayed: ${rule}`);
  });
});

describe("why a part is like this now", () => {
  it("names the cell and the motion that gives a property its value", () => {
    const opacity = why(opening, "backdrop", "opacity")!;
    expect(Number(opacity.value)).toBeGreaterThan(0.1);
    expect(Number(opacity.value)).toBeLessThan(0.9);
    expect(opacity.because).toMatch(/^opening says so; on its way from 0 to 1 since 100 ms, for 240 ms ease-out$/);
    expect(opacity.cell).toEqual({ part: "backdrop", state: "opening" });
  });
  it("tells what is around it that makes it unseen or inert", () => {
    expect(why(openSession(program), "dialog", "is")).toEqual({
      value: "not displayed",
      because: "backdrop around it is not displayed: closed says so",
      cell: { part: "backdrop", state: "closed" },
    });
    expect(why(opening, "dialog", "seen")!.because).toMatch(/^opacity of backdrop is 0\.\d+: opening says so$/);
    expect(why(opening, "trigger", "Tab key")).toMatchObject({
      value: "passes it",
      cell: { part: "trigger", state: "opening" },
    });
  });
  it("tells that it stays until its leaving motion has ended, and that it was turned back", () => {
    const doc = component({
      parts: [button("b"), box("panel")],
      states: ["shut", "open"],
      looks: {
        panel: {
          shut: "not displayed; opacity: 0; transition: opacity 200ms linear",
          open: "shown; opacity: 1; transition: opacity 200ms linear",
        },
      },
      reactions: { "click b": { shut: "open", open: "shut" } },
    });
    let s = runTo(act(openSession(compile(doc)), { click: "b" }), 100);
    s = runTo(act(s, { click: "b" }), 120);
    expect(why(s, "panel", "is")!.because).toBe("it is leaving; it goes when its motion has ended, at 200 ms");
    expect(why(s, "panel", "opacity")!.because).toContain("turned back, so shorter");
  });
  it("names a condition on data, and the markup where no cell speaks", () => {
    const doc = component({
      parts: [button("b", { attributes: { inert: "" } }), box("full")],
      states: ["a"],
      data: [{ name: "n", type: "integer", min: 0, max: 3, initial: 3 }],
      looks: { full: { a: "not displayed; [n == 3] shown" } },
    });
    const s = openSession(compile(doc));
    expect(why(s, "full", "is")!.because).toBe("a says so while n == 3");
    expect(why(s, "b", "is")!.because).toBe("the markup says so");
  });
});

describe("what differs between two instants", () => {
  const told = (list: Difference[]): string[] => list.map((d) => `${d.part ?? ""} ${d.fact}: ${d.a} → ${d.b}`);
  const at = (t: number) => ({ program, state: stateAt(opening, t) });
  it("is told fact by fact, part by part", () => {
    const list = told(differences(at(50), at(160)));
    expect(list).toContain(" state: closed → opening");
    expect(list).toContain(" focus: the page → close");
    expect(list).toContain("trigger inert: no → yes");
    expect(list).toContain("trigger in the Tab order: yes → no");
    expect(list).toContain("backdrop displayed: no → yes");
    expect(list.some((l) => /^backdrop opacity: 0 → 0\.\d+$/.test(l))).toBe(true);
    expect(list.some((l) => l.startsWith("summary text"))).toBe(false);
  });
  it("is nothing between an instant and itself, and turns round with the two", () => {
    expect(differences(at(130), at(130))).toEqual([]);
    const back = differences(at(160), at(50)).map((d) => ({ ...d, a: d.b, b: d.a }));
    expect(back.toSorted(byName)).toEqual(differences(at(50), at(160)).toSorted(byName));
  });
  const byName = (a: Difference, b: Difference): number => `${a.part} ${a.fact}`.localeCompare(`${b.part} ${b.fact}`);
  it("names parts that only one specification has", () => {
    const small = compile(component({ parts: [button("trigger")], states: ["a"] }));
    const list = told(differences({ program: small, state: openSession(small).frames.last.state }, at(0)));
    expect(list).toContain("backdrop in the specification: no → yes");
  });
});

describe("the way of a step", () => {
  it("names whom it passed, who was asked and why each did or did not answer", () => {
    const open = runTo(opening, 500);
    const clicked = act(open, { click: "help" });
    const told = trail(program, open.frames.last, clicked.frames.last);
    expect(told.path.map((p) => p.name)).toEqual(["help", "dialog", "backdrop"]);
    expect(told.path.map((p) => p.part)).toEqual([part("help"), part("dialog"), part("backdrop")]);
    expect(told.lines.filter((l) => l.kind === "asked")).toEqual([]);
    const lines = trail(program, open.frames.last, act(open, { click: "take" }).frames.last).lines;
    const texts = lines.map((l) => `${l.kind} ${phraseText(l.phrases)}`);
    expect(texts).toContain('asked click take in open: taken: closing / sailing = "11:10"');
    expect(texts).toContain("left open");
    expect(texts.indexOf("left open")).toBeLessThan(texts.indexOf('did sailing = "11:10" — click take in open'));
    expect(texts.indexOf('did sailing = "11:10" — click take in open')).toBeLessThan(texts.indexOf("entered closing"));
    expect(texts.some((t) => t === "changed sailing: 09:40 → 11:10")).toBe(true);
    expect(lines[0].cell).toEqual({ row: lines[0].cell!.row, state: "open" });
  });
  it("says which conditions did not hold, and where the event was stopped", () => {
    const doc = component({
      parts: [box("outer", [button("b")])],
      states: ["a", "z"],
      data: [{ name: "n", type: "integer", min: 0, max: 3, initial: 0 }],
      reactions: { "click b": { a: "[n > 1] z" }, "click outer": { a: "/ stop" } },
    });
    const s = openSession(compile(doc));
    const clicked = act(s, { click: "b" });
    const told = trail(s.program, s.frames.last, clicked.frames.last);
    expect(told.lines.map((l) => phraseText(l.phrases))[0]).toBe("click b in a: no condition held: [n > 1]");
    expect(told.path.map((p) => [p.name, p.stopped])).toEqual([
      ["b", false],
      ["outer", true],
    ]);
  });
});
