import { describe, expect, it } from "vitest";
import { compile } from "../../program";
import { box, bubblingDialog, button, component, type Sketch } from "../../testing";
import { act, explain, openSession, phraseText, runTo, type Session, stimulusText, wayOut } from "..";

const tell = (s: Session) => {
  const told = explain(s.program, s.frames.at(-1)!.step);
  return { ...told, text: told.sentences.map(phraseText).join(" ") };
};
const sketch = (over: Partial<Sketch>) =>
  openSession(
    compile(
      component({
        parts: [button("a"), box("p"), button("off", { attributes: { disabled: "" } })],
        states: ["one", "two"],
        ...over,
      }),
    ),
  );
const click = (s: Session, part: string | null): Session => act(s, { click: part });

describe("an explanation", () => {
  it("says where a click landed, and why there", () => {
    const dialog = openSession(compile(bubblingDialog()));
    expect(tell(click(dialog, "trigger")).text).toMatch(/^Click landed on trigger\./);
    expect(tell(click(dialog, "close")).text).toBe("close is not displayed, so it cannot be clicked.");
    expect(tell(click(sketch({}), "off")).text).toBe("off is disabled, so the click reached nobody.");
    expect(tell(click(sketch({ looks: { p: { one: "no pointer" } } }), "p")).text).toContain(
      "p takes no clicks; it went to the page.",
    );
    const inside = sketch({ parts: [box("outer", [button("inner")])], looks: { inner: { one: "no pointer" } } });
    expect(tell(click(inside, "inner")).text).toContain(
      "landed on outer, which is around it and takes the click instead",
    );
    const covered = sketch({ parts: [button("under"), box("lid", [], { covers: ["under"] })] });
    expect(tell(click(covered, "under")).text).toContain("landed on lid, which covers it");
    expect(tell(click(sketch({}), null)).text).toContain("Click landed on the page.");
  });

  it("names the reaction that was taken, and its cell", () => {
    const told = tell(click(sketch({ reactions: { "click a": { one: "two" } } }), "a"));
    expect(told.text).toContain("click a led from one to two.");
    expect(told).toMatchObject({ nothing: false, cell: { row: 0, state: "one" } });
  });

  it("tells what was done where the state stays", () => {
    const data: Sketch["data"] = [{ name: "n", type: "integer", initial: 9, min: 0, max: 9 }];
    const told = tell(click(sketch({ data, reactions: { "click a": { always: "/ n = n + 1" } } }), "a"));
    expect(told.text).toContain("click a in always did: / n = n + 1.");
    expect(told.text).toContain("n was held inside its range.");
  });

  it("counts a key that only moves the focus as something", () => {
    const told = tell(act(sketch({}), { press: "Tab" }));
    expect(told).toMatchObject({
      nothing: false,
      text: "Tab was pressed with the focus on the page. Focus went to a.",
    });
    expect(tell(act(sketch({ parts: [box("p")] }), { press: "Tab" }))).toMatchObject({ nothing: true });
  });

  it("a click that only moves the focus is still no answer to the click", () => {
    const told = tell(click(sketch({}), "a"));
    expect(told.nothing).toBe(true);
    expect(told.text).toContain("Focus went to a. Nothing happened: no row listens for this.");
  });

  it("tells of what came by itself", () => {
    const timed = runTo(sketch({ reactions: { after: { one: "50ms → two" } } }), 60);
    expect(tell(timed)).toMatchObject({ nothing: false, text: "one was over. It led to two." });
    const moving = sketch({
      looks: { p: { two: "opacity: 0; transition: opacity 40ms" } },
      reactions: { "click a": { one: "two" } },
    });
    expect(tell(runTo(click(moving, "a"), 50)).text).toBe("Motion of p ended.");
  });

  it("tells of focus that could not be given", () => {
    const s = sketch({ reactions: { "click a": { one: "/ focus back" }, "press x": { one: "/ focus off" } } });
    expect(tell(click(s, "a")).text).toContain("There was no earlier focus to give back.");
    expect(tell(act(s, { press: "x" })).text).toContain("off could not take the focus");
  });

  it("stimuli read as they are typed", () => {
    expect([stimulusText({ click: "a" }), stimulusText({ click: null }), stimulusText({ press: "Tab" })]).toEqual([
      "click a",
      "click the bare page",
      "press Tab",
    ]);
  });

  it("where nothing happened, leads to what would change that", () => {
    const out = (s: Session) => wayOut(s.program, s.frames.last);
    const dialog = openSession(compile(bubblingDialog()));
    // Not there: the look that says so. Inert: that. Covered by what a look shows: there.
    expect(out(click(dialog, "close"))).toEqual({ kind: "look", part: "backdrop", state: "closed" });
    const open = click(dialog, "trigger");
    expect(out(open)).toBeNull();
    const lid = sketch({
      parts: [button("under"), box("lid", [], { covers: ["under"] })],
      looks: { lid: { one: "shown" } },
    });
    expect(out(click(lid, "under"))).toEqual({ kind: "look", part: "lid", state: "one" });
    expect(out(click(sketch({ looks: { p: { one: "no pointer" } } }), "p"))).toMatchObject({ part: "p", state: "one" });
    // Not said by any look: the markup.
    expect(out(click(sketch({}), "off"))).toEqual({ kind: "part", part: "off" });
    // Undecided, ignored, or a condition that did not hold: its cell.
    const cell = (reaction: string) =>
      out(click(sketch({ reactions: { "click a": { two: "one", one: reaction } } }), "a"));
    expect(cell("ignored")).toEqual({ kind: "reaction", row: 0, state: "one" });
    expect(out(click(sketch({ reactions: { "click a": { two: "one" } } }), "a"))).toMatchObject({ kind: "reaction" });
    // Nobody listens: the row that is missing.
    const row = out(click(sketch({}), "a"));
    expect(row).toEqual({ kind: "row", event: { on: "click", part: "a", scope: "inside" }, state: "one" });
    expect(out(act(sketch({}), { press: "Escape" }))).toMatchObject({ event: { on: "key", key: "Escape" } });
    expect(out(act(sketch({ parts: [box("p")] }), { press: "Tab" }))).toBeNull();
    expect(out(click(sketch({}), null))).toMatchObject({ event: { on: "click", scope: "anywhere" } });
  });
});
