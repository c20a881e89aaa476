/** What a click, a key, a label and scrolling do where two readings were possible; agreement runs show each in a browser. */
import { describe, expect, it } from "vitest";
import type { Component, Part } from "../../model";
import { box, button, component } from "../../testing";
import { facts, runOf } from "../../testing/acted";
import type { Stimulus } from "..";

describe("a click on what goes in between", () => {
  const endsIn = (event: string, look: string, ...acts: Stimulus[]): string => {
    const doc = component({
      parts: [box("around", [button("seat")])],
      states: ["there", "going", "clicked"],
      looks: { seat: { going: look } },
      reactions: { [`${event} seat`]: { there: "going" }, "click around": { going: "clicked" } },
    });
    const { program, run } = runOf(doc, ...acts);
    return doc.states[program.configurations.at(run.config).states[1] - 1].name;
  };
  it("comes where it is only hidden", () => {
    expect(endsIn("pointer up", "hidden", { click: "seat" })).toBe("clicked");
    expect(endsIn("pointer down", "not displayed", { down: "seat" }, { up: "around" })).toBe("clicked");
  });
  it("does not come where it was taken out of the document", () => {
    for (const event of ["pointer up", "pointer down"])
      expect(endsIn(event, "absent", { click: "seat" })).toBe("going");
    expect(endsIn("pointer down", "absent", { down: "seat" }, { up: "around" })).toBe("going");
  });
});

describe("Tab in a hold", () => {
  const focusBy = (...acts: Stimulus[]): string => {
    const doc = component({
      parts: [
        box("panel", [button("one"), box("words", ["words"], { attributes: { tabindex: "-1" } }), button("two")]),
        button("aside"),
      ],
      states: ["held"],
      focus: { held: "held in panel" },
      reactions: {},
    });
    const { program, run } = runOf(doc, ...acts);
    return program.parts[run.focus]?.name ?? "";
  };
  it("goes on from what is no stop to its neighbour, and round at the end", () => {
    expect(focusBy({ click: "words" }, { press: "Tab" })).toBe("two");
    expect(focusBy({ click: "words" }, { press: "Shift+Tab" })).toBe("one");
    expect(focusBy({ click: "two" }, { press: "Tab" })).toBe("one");
  });
  it("is brought back by whatever happens next, where a label led out of it", () => {
    const doc = component({
      parts: [
        box("panel", [button("one"), box("words", ["words"])]),
        { name: "label", tag: "label", content: ["Seat ", button("seat")] },
      ],
      states: ["held"],
      data: [{ name: "n", type: "integer", initial: 0, min: 0, max: 9 }],
      focus: { held: "held in panel" },
      reactions: { "pointer down anywhere": { held: "/ n = n + 1" } },
    });
    const at = (...acts: Stimulus[]) => {
      const { program, run } = runOf(doc, ...acts);
      return program.parts[run.focus]?.name;
    };
    expect([at({ click: "label" }), at({ click: "label" }, { click: "words" })]).toEqual(["seat", "one"]);
  });
  it("comes back in at its ends, wherever the focus went through a label", () => {
    const doc = component({
      parts: [
        box("panel", [button("one"), box("words", ["words"]), button("two")]),
        { name: "label", tag: "label", content: ["Seat ", button("seat")] },
      ],
      states: ["held"],
      focus: { held: "held in panel" },
      reactions: {},
    });
    const { program, run } = runOf(doc, { click: "label" }, { click: "words" }, { press: "Tab" });
    expect(program.parts[run.focus]?.name).toBe("one");
  });
});

describe("labels", () => {
  const doc = component({
    parts: [
      { name: "label", tag: "label", content: [{ name: "words", tag: "span", content: ["Window"] }, button("seat")] },
    ],
    states: ["one"],
    reactions: {},
  });
  const focusAfter = (down: string, up: string): string => {
    const { program, run } = runOf(doc, { down }, { up });
    return program.parts[run.focus]?.name ?? "";
  };
  it("are used by a press and release at one place, or one that began on the control", () => {
    expect([focusAfter("words", "words"), focusAfter("seat", "words")]).toEqual(["seat", "seat"]);
  });
  it("are not used by a press that drags over them: that selects their words", () => {
    expect([focusAfter("words", "seat"), focusAfter("label", "seat")]).toEqual(["", ""]);
  });
});

describe("the Tab order", () => {
  const linked = component({
    parts: [
      button("a"),
      { name: "l", tag: "a", attributes: { href: "/x" }, content: ["l"] },
      { name: "m", tag: "a", content: ["m"] },
    ],
    states: ["one", "two"],
    looks: { l: { two: "no href" }, m: { two: 'href="/y"' } },
    reactions: { "click a": { one: "two" } },
  });
  it("loses a link that loses its address, and has one that gets one", () => {
    expect([facts(linked, "l")["in tab order"], facts(linked, "m")["in tab order"]]).toEqual([true, false]);
    const there = [facts(linked, "l", { click: "a" }), facts(linked, "m", { click: "a" })];
    expect(there.map((f) => f["in tab order"])).toEqual([false, true]);
  });
  it("goes on to the neighbour in the tree from a place that is in none, whatever numbers the stops have", () => {
    const doc = component({
      parts: [button("a"), button("b", { attributes: { tabindex: "2" } }), box("p", ["words"]), button("c")],
      states: ["one"],
    });
    expect(facts(doc, "b", { click: "p" }, { press: "Shift+Tab" }).focused).toBe(true);
    expect(facts(doc, "c", { click: "p" }, { press: "Tab" }).focused).toBe(true);
  });
});

describe("scrolling", () => {
  const page = {
    width: 800,
    height: 600,
    blocks: [
      { name: "top", height: "600px" },
      { name: "rest", height: "1400px" },
    ],
  };
  const far = (looks: Record<string, Record<string, string>>, reactions: Record<string, Record<string, string>>) =>
    component({
      parts: [button("a"), box("mark", ["mark"], { area: { block: "rest", top: "200px", height: "100px" } })],
      page,
      states: ["one", "two"],
      data: [{ name: "n", type: "integer", initial: 0, min: 0, max: 9 }],
      looks,
      reactions,
    });
  const scrolled = (doc: Component, ...acts: (Stimulus | number)[]): number => runOf(doc, ...acts).run.page.scroll;
  it("to a part waits until the part is there; to one that is not displayed it does nothing", () => {
    const coming = far({ mark: { one: "not displayed" } }, { "click a": { one: "two / scroll to mark" } });
    expect(scrolled(coming, { click: "a" })).toBe(800);
    const gone = far({ mark: { two: "not displayed" } }, { "click a": { one: "two / scroll to mark" } });
    expect(scrolled(gone, { click: "a" })).toBe(0);
  });
  it("by a row tells the rows that wait for what it did, at the start as well", () => {
    const back = far(
      {},
      { "scroll past 200px": { one: "/ scroll to 0px, n = n + 1" }, "scroll back above 200px": { one: "/ n = n + 3" } },
    );
    // Back above at the start, past, and back above again.
    expect(runOf(back, { scroll: 500 }).run.data).toEqual([7]);
    const wide = far(
      {},
      { "width above 700px": { one: "/ scroll to 420px" }, "scroll back above 200px": { one: "two" } },
    );
    const { program, run } = runOf(wide);
    expect(program.configurations.at(run.config).atomic.map((s) => program.states[s].name)).toEqual(["one"]);
  });
  it("by a row at the start brings about what it does once the page has been drawn: what moves then moves", () => {
    const doc = far(
      { a: { two: "opacity: 0.4; transition: opacity 200ms linear" } },
      { "out of view mark": { one: "/ scroll to mark" }, "scroll past 200px": { always: "two" } },
    );
    expect(facts(doc, "a").opacity).toBe(1);
    expect(facts(doc, "a", 100).opacity).toBe(0.7);
  });
  it("makes looks hold whose condition asks how far the page is scrolled", () => {
    const doc = far(
      { a: { always: "; [page.scroll > 100] opacity: 0.4" } },
      { "click a": { one: "two / scroll to 420px" } },
    );
    expect(facts(doc, "a", { click: "a" }).opacity).toBe(0.4);
  });
});

describe("a disabled control", () => {
  const doc = component({
    parts: [box("around", [button("no", { attributes: { disabled: "" }, content: [box("inside", ["x"])] })])],
    states: ["s"],
    data: [{ name: "n", type: "integer", initial: 0, min: 0, max: 99 }],
    reactions: {
      "click inside": { s: "/ n = n + 1" },
      "click no": { s: "/ n = n + 2" },
      "click around": { s: "/ n = n + 4" },
      "click anywhere": { s: "/ n = n + 8" },
      "pointer down no": { s: "/ n = n + 16" },
      "pointer up anywhere": { s: "/ n = n + 32" },
    },
  });
  it("keeps clicks to itself, also those on what it has inside; the pointer's own events pass", () => {
    expect(runOf(doc, { click: "no" }).run.data).toEqual([48]);
    expect(runOf(doc, { click: "inside" }).run.data).toEqual([49]);
  });
});

describe("a focus that a label has led out of what holds it", () => {
  const doc = (reactions: Parameters<typeof component>[0]["reactions"]) =>
    component({
      parts: [
        { name: "label", tag: "label", content: ["Name ", { name: "field", tag: "input" }] },
        box("panel", [button("inside")]),
      ],
      states: ["held"],
      focus: { held: "held in panel" },
      reactions,
    });
  const isBack = (reactions: Parameters<typeof doc>[0]): boolean =>
    facts(doc(reactions), "inside", { click: "label" }, { resize: { width: 700, height: 500 } }).focused;
  it("stays there while nobody listens, and is brought back as soon as somebody does", () => {
    expect(isBack({})).toBe(false);
    expect(isBack({ "width above 600px": { held: "/ log 1" }, "width below 600px": { held: "/ log 1" } })).toBe(
      isBack({ "becomes [page.width > 650]": { held: "/ log 1" } }),
    );
  });
});

describe("Enter in a field of one line", () => {
  const clicked = (field: string, ...rest: Part[]): boolean => {
    const doc = component({
      parts: [
        {
          name: "form",
          tag: "form",
          content: [{ name: "field", tag: field }, button("other", { attributes: { type: "button" } }), ...rest],
        },
        button("outside"),
      ],
      states: ["asked", "sent"],
      reactions: { "click form": { asked: "sent" } },
    });
    const { run } = runOf(doc, { press: "Tab" }, { press: "Enter" });
    return run.config !== runOf(doc).run.config;
  };
  it("clicks the form's default button, where there is one that is not disabled", () => {
    expect(clicked("input", button("send"))).toBe(true);
    expect(clicked("input", button("send", { attributes: { disabled: "" } }), button("second"))).toBe(false);
    expect(clicked("input")).toBe(false);
    expect(clicked("textarea", button("send"))).toBe(false);
  });
});
