/** What browsers do where two readings were possible, each shown in a browser by the agreement runs, too. */
import { describe, expect, it } from "vitest";
import type { Component, Part } from "../model";
import { compile, type Program } from "../program";
import { attributeOf, factsOf, isVisible, layoutOf } from "../surface";
import { box, button, component } from "../testing";
import { advance, type RunState, type Stimulus, start, stimulate } from ".";

/** The run after stimuli and waits (ms). */
function runOf(
  doc: Component,
  ...acts: (Stimulus | number)[]
): { program: Program; run: RunState; at(name: string): number } {
  const program = compile(doc);
  let { state } = start(program);
  for (const a of acts)
    state = typeof a === "number" ? advance(program, state, state.now + a) : stimulate(program, state, a).state;
  return { program, run: state, at: (name) => program.partIndex.get(name)! };
}
const facts = (doc: Component, part: string, ...acts: (Stimulus | number)[]) => {
  const { program, run, at } = runOf(doc, ...acts);
  return factsOf(program, run, at(part));
};

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

describe("reduced motion, asked for in the middle of a motion", () => {
  const opacityAfter = (transition: string): number => {
    const doc = component({
      parts: [button("a"), box("p")],
      states: ["one", "two"],
      looks: { p: { one: "opacity: 0", two: `opacity: 1; transition: ${transition}` } },
      reactions: { "click a": { one: "two" } },
    });
    return Number(facts(doc, "p", { click: "a" }, 50, { reducedMotion: true }).opacity);
  };
  it("breaks off what has no place in it, and lets go on what only has another time", () => {
    expect(opacityAfter("opacity 100ms linear reduced none")).toBe(1);
    expect(opacityAfter("opacity 100ms linear reduced none, color 1s")).toBe(1);
    expect(opacityAfter("opacity 100ms linear reduced 40ms linear")).toBeCloseTo(0.5);
    expect(opacityAfter("opacity 100ms linear")).toBeCloseTo(0.5);
  });
});

describe("motions", () => {
  const sliding = (far: string): Component =>
    component({
      parts: [button("a"), box("p")],
      states: ["one", "two"],
      looks: {
        p: {
          one: "transform: translateX(-100%); transition: transform 100ms linear",
          two: `transform: ${far}; transition: transform 100ms linear`,
        },
      },
      reactions: { "click a": { one: "two", two: "one" } },
    });
  it("turned back between a percentage and px stand on sums of both", () => {
    const { run } = runOf(sliding("translateX(40px)"), { click: "a" }, 50, { click: "a" }, 20, { click: "a" }, 10);
    expect(run.tracks).toHaveLength(1);
    expect(run.tracks[0].from).toMatch(/^translate\(calc\(-\d+(\.\d+)?% \+ \d+(\.\d+)?px\)/);
    expect(runOf(sliding("translateX(40px)"), { click: "a" }, 50, { click: "a" }, 200).run.tracks).toEqual([]);
  });
  it("turned back before their delay is over have not moved, and there is none", () => {
    const doc = component({
      parts: [button("a"), box("p")],
      states: ["one", "two"],
      looks: { p: { always: "transition: opacity 100ms ease 50ms", two: "opacity: 0" } },
      reactions: { "click a": { one: "two", two: "one" } },
    });
    expect(runOf(doc, { click: "a" }, 30, { click: "a" }).run.tracks).toEqual([]);
    expect(runOf(doc, { click: "a" }, 80, { click: "a" }).run.tracks).toHaveLength(1);
  });
  it("end with what is around them, and their rows are told", () => {
    const doc = component({
      parts: [button("a"), button("b"), box("around", [box("p")])],
      states: ["one", "two", "three"],
      data: [{ name: "n", type: "integer", initial: 0, min: 0, max: 9 }],
      looks: {
        p: { always: "transition: opacity 100ms", two: "opacity: 0", three: "opacity: 0" },
        around: { three: "not displayed" },
      },
      reactions: {
        "click a": { one: "two" },
        "click b": { two: "three" },
        "motion interrupted p": { three: "/ n = n + 1" },
        "motion ended p": { three: "/ n = n + 5" },
      },
    });
    const { run } = runOf(doc, { click: "a" }, 20, { click: "b" }, 500);
    expect([run.tracks, run.data]).toEqual([[], [1]]);
  });
  it("do not begin where nothing was drawn yet", () => {
    const doc = component({
      parts: [box("p")],
      states: ["one", "two"],
      looks: { p: { always: "transition: opacity 100ms", two: "opacity: 0; not displayed" } },
      reactions: { mounted: { one: "two" } },
    });
    const { run } = runOf(doc);
    expect([run.tracks, run.lingering]).toEqual([[], []]);
  });
});

describe("conditions on the page", () => {
  it.each<[string, Stimulus]>([
    ["page.width < 300", { resize: { width: 280, height: 400 } }],
    ["page.reducedMotion", { reducedMotion: true }],
    ["page.scroll > 100", { scroll: 150 }],
  ])("become true when the page changes: %s", (when, stimulus) => {
    const doc = component({
      parts: [box("p", ["${n}"])],
      page: { width: 400, height: 400, blocks: [{ name: "b", height: "2000px" }] },
      states: ["one"],
      data: [{ name: "n", type: "integer", initial: 0, min: 0, max: 9 }],
      reactions: { [`becomes [${when}]`]: { one: "/ n = n + 1" } },
    });
    expect(facts(doc, "p").text).toBe("0");
    expect(facts(doc, "p", stimulus).text).toBe("1");
    expect(facts(doc, "p", stimulus, 100).text).toBe("1");
  });
});

describe("actions of a transition", () => {
  it.each(["plain", "with an entry"])("see the states that are left as no longer active, on a %s chart", (kind) => {
    const doc = component({
      parts: [button("a"), box("p", ["${flag}"])],
      states: ["one", kind === "plain" ? "two" : { name: "two", entry: [{ do: "log", label: "in" }] }],
      data: [{ name: "flag", type: "boolean", initial: true }],
      reactions: { "click a": { one: 'two / flag = in("one")' } },
    });
    expect(facts(doc, "p", { click: "a" }).text).toBe("false");
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

describe("layers", () => {
  it("count within what they lie in", () => {
    const cover = (name: string, layer: number, inner: number) =>
      box(name, [box(`${name}-in`, [], { layer: inner, covers: ["target"] })], { layer });
    const doc = component({ parts: [box("target"), cover("low", 1, 9), cover("high", 2, 3)], states: ["one"] });
    const { program, run, at } = runOf(doc);
    expect(layoutOf(program, run).landing[at("target")]).toBe(at("high-in"));
  });
});

describe("a text that a look says", () => {
  const doc = component({
    parts: [button("a"), box("p", ["before ", button("inner"), " after"])],
    states: ["one", "two"],
    looks: { p: { two: '"other"' } },
    focus: { two: "→ inner" },
    reactions: { "click a": { one: "two", two: "one" } },
  });
  it("stands in place of the parts inside, and they come back as they were", () => {
    const { program, run, at } = runOf(doc, { click: "a" });
    expect([factsOf(program, run, at("p")).text, isVisible(program, run, at("inner")), run.focus]).toEqual([
      "other",
      false,
      at("a"),
    ]);
    expect(factsOf(program, run, at("inner")).present).toBe(false);
    expect(layoutOf(program, run).tabOrder).toEqual([at("a")]);
    expect(facts(doc, "p", { click: "a" }, { click: "a" }).text).toBe("before inner after");
    expect(facts(doc, "inner", { click: "a" }, { click: "a" })["in tab order"]).toBe(true);
  });
  it("is none of what is absent", () => {
    const gone = component({ parts: [box("p", ["x", box("q", ["y"])])], states: ["s"], looks: { q: { s: "absent" } } });
    expect(facts(gone, "p").text).toBe("x");
    const { program, run, at } = runOf(gone);
    expect(attributeOf(program, run, at("q"), "id")).toBeNull();
  });
});

describe("attributes that decide", () => {
  const doc = component({
    parts: [
      button("a"),
      box("p", ["words"], { attributes: { "aria-hidden": "true" } }),
      box("q", [button("inner")]),
      { name: "field", tag: "input" },
    ],
    states: ["one", "two"],
    data: [{ name: "n", type: "integer", initial: 0, min: -1, max: 3 }],
    looks: {
      p: { always: 'tabindex="${n - 1}"', two: "exposed" },
      q: { two: 'hidden=""' },
      field: { two: 'disabled=""' },
    },
    reactions: { "click a": { one: "two / n = 1" } },
  });
  it("count with the data in them", () => {
    expect([facts(doc, "p").focusable, facts(doc, "p")["in tab order"]]).toEqual([true, false]);
    expect(facts(doc, "p", { click: "a" })["in tab order"]).toBe(true);
  });
  it("say the same as the words do", () => {
    expect([facts(doc, "inner").displayed, facts(doc, "field").disabled, facts(doc, "p").exposed]).toEqual([
      true,
      false,
      false,
    ]);
    const there = { click: "a" };
    expect([
      facts(doc, "inner", there).displayed,
      facts(doc, "field", there).disabled,
      facts(doc, "p", there).exposed,
    ]).toEqual([false, true, true]);
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

describe("names", () => {
  const named = (children: Parameters<typeof box>[1], looks = {}, more = {}): Component =>
    component({ parts: [{ name: "p", tag: "button", content: children, ...more }], states: ["s"], looks });
  it("leave out what is hidden, and what stands for itself", () => {
    expect(facts(named(["go ", box("d", ["now"])], { d: { s: "hidden" } }), "p").name).toBe("go");
    expect(facts(named(["go ", box("d", ["now"], { attributes: { role: "status" } })]), "p").name).toBe("go");
  });
  it("leave out what is hidden, and keep what is only inert", () => {
    const hidden = box("d", ["now"], { attributes: { hidden: "" } });
    expect(facts(named(["go ", hidden], { d: { always: "inert" } }), "p").name).toBe("go");
    expect(facts(named(["go ", box("d", ["now"])], { d: { always: "inert" } }), "p").name).toBe("go now");
  });
  it("go with the role that a link loses with its address", () => {
    const doc = component({
      parts: [{ name: "link", tag: "a", attributes: { href: "#there" }, content: ["There"] }],
      states: ["one", "two"],
      looks: { link: { two: "no href" } },
      reactions: { "press x": { one: "two" } },
    });
    expect(facts(doc, "link")).toMatchObject({ role: "link", name: "There" });
    expect(facts(doc, "link", { press: "x" })).toMatchObject({ role: "", name: "" });
  });
  it("have a space round what is a block, and none in a line", () => {
    const span = { name: "x", tag: "span", content: ["a"] };
    const bold = { name: "y", tag: "b", content: ["b"] };
    expect(facts(named([span, bold]), "p").name).toBe("ab");
    expect(facts(named([box("x", ["a"]), box("y", ["b"])]), "p").name).toBe("a b");
  });
  it("of a field come from a label that is heard", () => {
    const doc = component({
      parts: [
        { name: "l", tag: "label", attributes: { for: "f" }, content: ["Seat"] },
        { name: "field", tag: "input", attributes: { id: "f" } },
      ],
      states: ["one", "two"],
      looks: { l: { two: "hidden" } },
      reactions: { "press x": { one: "two" } },
    });
    expect(facts(doc, "field").name).toBe("Seat");
    expect(facts(doc, "field", { press: "x" }).name).toBe("");
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

describe("what is presented as none", () => {
  const roles = (role: string, attributes: Record<string, string> = {}): string[] => {
    const doc = component({
      parts: [
        {
          name: "list",
          tag: "ul",
          attributes: { role, ...attributes },
          content: [{ name: "item", tag: "li", content: ["x"] }],
        },
      ],
      states: ["s"],
    });
    return ["list", "item"].map((p) => facts(doc, p).role);
  };
  it("has items that are nothing, unless it can be focused or has a name", () => {
    expect(roles("none")).toEqual(["none", ""]);
    expect(roles("presentation", { tabindex: "0" })).toEqual(["list", "listitem"]);
    expect(roles("none", { "aria-label": "Decks" })).toEqual(["list", "listitem"]);
  });
});

it("options of a select that drops down have no boxes, those of a list do", () => {
  const options = (attributes: Record<string, string>) =>
    component({
      parts: [
        { name: "list", tag: "select", attributes, content: [{ name: "deck", tag: "option", content: ["Deck"] }] },
      ],
      states: ["s"],
    });
  expect(facts(options({}), "deck")).toMatchObject({ displayed: false, exposed: true });
  expect(facts(options({ size: "3" }), "deck")).toMatchObject({ displayed: true, exposed: true });
  expect(facts(options({ hidden: "" }), "deck")).toMatchObject({ displayed: false, exposed: false });
});
