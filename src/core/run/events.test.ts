/** The events of the whole vocabulary, one after another: when they come, to whom, and when not. */
import { describe, expect, it } from "vitest";
import type { Component } from "../model";
import { compile } from "../program";
import { factsOf, scrollAt, stateText } from "../surface";
import { box, button, component, type Sketch } from "../testing";
import { act, type Opening, openSession, runTo, type Session, type Stimulus } from ".";

type Act = Stimulus | number;
const play = (doc: Component, acts: Act[], opening: Opening = {}): Session => {
  const program = compile(doc);
  expect(program.problems).toEqual([]);
  return acts.reduce<Session>(
    (s, a) => (typeof a === "number" ? runTo(s, s.end + a) : act(s, a)),
    openSession(program, opening),
  );
};
const last = (s: Session) => ({ ...s.frames.last.state, now: s.end });
const state = (s: Session): string => stateText(s.program, last(s));
const datum = (s: Session, i = 0) => last(s).data[i];
const log = { name: "log", type: "text" as const, initial: "" };
const note = (word: string): string => `/ log = log + '${word} '`;
const sketch = (over: Partial<Sketch>): Component =>
  component({
    parts: [button("a"), box("card", [button("b"), box("inner", ["x"])])],
    states: ["idle"],
    data: [log],
    ...over,
  });
const told = (over: Partial<Sketch>, ...acts: Act[]): string => String(datum(play(sketch(over), acts))).trim();

describe("the pointer", () => {
  it("down and up in four scopes, bubbling from the part to the root", () => {
    const reactions = {
      "pointer down b": { idle: note("b") },
      "pointer down card": { idle: note("card") },
      "pointer down exactly card": { idle: note("only-card") },
      "pointer down outside card": { idle: note("outside") },
      "pointer up anywhere": { idle: note("up") },
    };
    expect(told({ reactions }, { down: "b" }, { up: "b" })).toBe("b card up");
    expect(told({ reactions }, { down: "card" }, { up: "a" })).toBe("card up");
    expect(told({ reactions }, { down: "a" }, { up: null })).toBe("outside up");
  });
  it("a click only where it went down and came up on the same part, or at what is around both", () => {
    const reactions = { "click b": { idle: note("b") }, "click card": { idle: note("card") } };
    expect(told({ reactions }, { down: "b" }, { up: "b" })).toBe("b card");
    expect(told({ reactions }, { down: "b" }, { up: "inner" })).toBe("card");
    expect(told({ reactions }, { down: "b" }, { up: "a" })).toBe("");
    expect(told({ reactions }, { down: "b" }, { blur: true }, { up: "b" })).toBe("");
  });
  it("enters and leaves what is around once, not for every part inside", () => {
    const reactions = {
      "pointer enters card": { idle: note("in") },
      "pointer leaves card": { idle: note("out") },
      "pointer enters exactly card": { idle: note("on") },
    };
    expect(told({ reactions }, { move: "b" }, { move: "inner" }, { move: "card" }, { move: "a" })).toBe("in on out");
    // A click brings the pointer along.
    expect(told({ reactions }, { click: "b" }, { click: "a" })).toBe("in out");
  });
  it("leaves what goes away under it", () => {
    const s = play(
      sketch({
        states: ["idle", "gone"],
        looks: { card: { gone: "not displayed" } },
        reactions: { "pointer leaves card": { gone: note("left") }, after: { idle: "100ms → gone" } },
      }),
      [{ move: "b" }, 100],
    );
    expect(datum(s)).toBe("left ");
  });
  it("passes what is disabled, which keeps clicks alone to itself", () => {
    const looks = { b: { always: "disabled" } };
    expect(told({ looks, reactions: { "pointer down card": { idle: note("down") } } }, { down: "b" })).toBe("down");
    expect(told({ looks, reactions: { "click card": { idle: note("click") } } }, { click: "b" })).toBe("");
  });
  it("prevented, it takes no focus along", () => {
    const s = (actions: string) =>
      last(play(sketch({ reactions: { "pointer down b": { idle: `/ ${actions}` } } }), [{ down: "b" }]));
    expect(s("log = ''").focus).toBe(2);
    expect(s("prevent").focus).toBe(-1);
  });
});

describe("press and hold", () => {
  const hold = sketch({
    states: ["idle", "holding", "done"],
    tokens: { "--hold": "1s" },
    reactions: {
      "pointer down a": { idle: "holding" },
      "pointer up anywhere": { holding: "idle" },
      "pointer leaves a": { holding: "idle" },
      "window blur": { holding: "idle" },
      "press Space in a": { idle: "holding" },
      "release Space": { holding: "idle" },
      after: { holding: "var(--hold) → done" },
    },
  });
  it.each<[string, Act[], string]>([
    ["held long enough", [{ down: "a" }, 1000], "done"],
    ["released just before", [{ down: "a" }, 999, { up: "a" }, 500], "idle"],
    ["released elsewhere", [{ down: "a" }, 500, { up: "card" }, 600], "idle"],
    ["the pointer leaves", [{ down: "a" }, 500, { move: "card" }, 600], "idle"],
    ["the window loses the focus", [{ down: "a" }, 500, { blur: true }, 600], "idle"],
    ["by the keyboard", [{ press: "Tab" }, { keyDown: "Space" }, 1000], "done"],
    ["the key let go", [{ press: "Tab" }, { keyDown: "Space" }, 900, { keyUp: "Space" }, 200], "idle"],
  ])("%s", (_what, acts, end) => {
    expect(state(play(hold, acts))).toBe(end);
  });
});

describe("keys and focus", () => {
  it("focus enters and leaves a part from outside, not within it", () => {
    const reactions = { "focus enters card": { idle: note("in") }, "focus leaves card": { idle: note("out") } };
    const parts = [button("a"), box("card", [button("b"), button("c")])];
    expect(told({ parts, reactions }, { press: "Tab" }, { press: "Tab" }, { press: "Tab" }, { click: "a" })).toBe(
      "in out",
    );
  });
  it("next, previous and last go round among what can be focused, Tab stops or not", () => {
    const item = (name: string) => box(name, [name], { attributes: { tabindex: "-1" } });
    const doc = sketch({
      parts: [box("list", [item("one"), item("two"), item("three")])],
      reactions: {
        "press ArrowDown": { idle: "/ focus next in list" },
        "press ArrowUp": { idle: "/ focus previous in list" },
        "press End": { idle: "/ focus last in list" },
      },
    });
    const at = (...keys: string[]): string =>
      doc.parts[0].content!.map((c) => (typeof c === "string" ? c : c.name))[
        last(
          play(
            doc,
            keys.map((press) => ({ press })),
          ),
        ).focus - 1
      ];
    expect(at("ArrowDown")).toBe("one");
    expect(at("ArrowDown", "ArrowDown", "ArrowDown", "ArrowDown")).toBe("one");
    expect(at("ArrowUp")).toBe("three");
    expect(at("End", "ArrowUp")).toBe("two");
  });
  it("prevented, a key does not do what it does by itself", () => {
    const reactions = { "click a": { idle: note("click") }, "press Enter in a": { idle: "/ prevent" } };
    expect(told({ reactions }, { press: "Tab" }, { press: "Enter" }, { press: "Space" })).toBe("click");
  });
});

const long: Partial<Sketch> = {
  parts: [button("a"), box("head", ["head"], { area: { block: "top", height: "100px" } })],
  page: {
    height: 500,
    blocks: [
      { name: "top", height: "300px" },
      { name: "rest", height: "calc(2 * 100vh + 200px)" },
    ],
  },
};
describe("scrolling", () => {
  const reactions = {
    "scroll past var(--far)": { idle: note("past") },
    "scroll back above 200px": { idle: note("back") },
    "in view head at 50%": { idle: note("in") },
    "out of view head at 50%": { idle: note("out") },
  };
  const more = { ...long, tokens: { "--far": "60vh" }, reactions };
  it("passes a distance going down, comes back above another; at the start both are asked too", () => {
    expect(told(more)).toBe("back in");
    expect(told(more, { scroll: 300 })).toBe("back in out");
    expect(told(more, { scroll: 301 }, { scroll: 201 }, { scroll: 200 })).toBe("back in past out back");
    expect(told(more, { scroll: 51 }, { scroll: 50 })).toBe("back in out in");
  });
  it("a page that opens scrolled begins there", () => {
    const s = play(sketch(more), [], { page: { scroll: 400 } });
    expect(datum(s)).toBe("past out ");
    const head = s.program.partIndex.get("head")!;
    expect(factsOf(s.program, last(s), head)).toMatchObject({ "in view": false, visible: false, displayed: true });
  });
  it("ends where the page ends", () => {
    expect(last(play(sketch(long), [{ scroll: 99_999 }])).page.scroll).toBe(300 + 1200 - 500);
  });
  it("smoothly, on the virtual clock: distances are passed on the way, at their instants", () => {
    const s = play(
      sketch({
        ...more,
        reactions: {
          ...reactions,
          "click a": { idle: "/ scroll to 900px smoothly" },
          "press t": { idle: "/ scroll to head" },
        },
      }),
      [{ click: "a" }, 2000],
    );
    expect(datum(s)).toBe("back in out past ");
    expect(last(s).page).toMatchObject({ scroll: 900, glide: null });
    const passed = s.frames.find((f) => String(f.state.data[0]).includes("past"))!;
    expect(scrollAt(passed.state.page, passed.state.now)).toBeCloseTo(300, 1);
    expect(last(act(s, { press: "t" })).page.scroll).toBe(0);
  });
  it("at once where reduced motion is preferred", () => {
    const doc = sketch({ ...long, reactions: { "click a": { idle: "/ scroll to 900px smoothly" } } });
    expect(last(play(doc, [{ click: "a" }], { page: { reducedMotion: true } })).page.scroll).toBe(900);
  });
  it("a fixed part is always in view, a sticky one while its block lasts", () => {
    const looked = (css: Record<string, string>, scroll: number): boolean => {
      const doc = sketch({
        ...long,
        parts: [box("bar", ["bar"], { css, area: { block: "top", height: "50px" } })],
        reactions: {},
      });
      const s = play(doc, [{ scroll }]);
      return factsOf(s.program, last(s), 0)["in view"];
    };
    expect(looked({ position: "fixed", top: "0px" }, 900)).toBe(true);
    expect(looked({ position: "sticky", top: "10px" }, 280)).toBe(true);
    expect(looked({ position: "sticky", top: "10px" }, 310)).toBe(false);
    expect(looked({}, 60)).toBe(false);
  });
});

describe("time", () => {
  it("an interval comes again and again while its state lasts, without drift", () => {
    const doc = sketch({
      states: ["on", "off"],
      data: [{ name: "n", type: "integer", initial: 3, min: 0, max: 3 }],
      reactions: { every: { on: "1s → [n > 1] / n = n - 1; off / n = n - 1" } },
    });
    const s = play(doc, [3500]);
    expect(s.frames.map((f) => f.step.at)).toEqual([0, 1000, 2000, 3000]);
    expect([state(s), datum(s)]).toEqual(["off", 0]);
  });
  it("a named timer outlives states, starts anew, and can be cancelled", () => {
    const doc = sketch({
      states: ["one", "two"],
      reactions: {
        "click a": { one: "two / start nap after 300ms" },
        "click b": { two: "/ start nap after 300ms" },
        "press c": { two: "one / cancel nap" },
        "press d": { two: "one" },
        "timer nap": { one: note("late"), two: `one ${note("nap")}` },
      },
    });
    expect(datum(play(doc, [{ click: "a" }, 299, { click: "b" }, 299]))).toBe("");
    expect(datum(play(doc, [{ click: "a" }, 299, { click: "b" }, 300]))).toBe("nap ");
    expect(datum(play(doc, [{ click: "a" }, 100, { press: "c" }, 999]))).toBe("");
    expect(datum(play(doc, [{ click: "a" }, 100, { press: "d" }, 200]))).toBe("late ");
  });
});

describe("motion", () => {
  const doc = sketch({
    states: ["idle", "shown"],
    looks: {
      card: {
        idle: "transparent; transition: opacity 100ms linear",
        shown: "shown; transition: opacity 200ms linear reduced none",
      },
    },
    reactions: {
      "click a": { idle: "shown", shown: "idle" },
      "motion ended card": { always: note("ended") },
      "motion interrupted card": { always: note("cut") },
    },
  });
  it("that has ended, and that was interrupted", () => {
    expect(datum(play(doc, [{ click: "a" }, 200]))).toBe("ended ");
    expect(datum(play(doc, [{ click: "a" }, 100, { click: "a" }, 300]))).toBe("cut ended ");
  });
  it("has a calmer alternative where reduced motion is preferred", () => {
    const calm = { page: { reducedMotion: true } };
    expect(last(play(doc, [{ click: "a" }], calm)).tracks).toEqual([]);
    expect(last(play(doc, [{ click: "a" }, { click: "a" }], calm)).tracks).toHaveLength(1);
  });
});

describe("requests", () => {
  const doc = sketch({
    states: ["idle", "sending", "sent", "failed"],
    requests: [{ name: "pass", method: "POST", path: "/passes", latency: "400ms", outcome: "ok" }],
    reactions: {
      "click a": { idle: "sending / request pass" },
      "request ok pass": { sending: "sent" },
      "request failed pass": { sending: "failed" },
    },
  });
  it("answer after their latency, with their outcome", () => {
    expect(state(play(doc, [{ click: "a" }, 399]))).toBe("sending");
    expect(state(play(doc, [{ click: "a" }, 400]))).toBe("sent");
    const fails = { ...doc, requests: [{ ...doc.requests![0], outcome: "fails" as const }] };
    expect(state(play(fails, [{ click: "a" }, 400]))).toBe("failed");
  });
  it("or when they are made to, once", () => {
    const s = play(doc, [{ click: "a" }, 100, { answer: "pass", ok: false }, 900]);
    expect(state(s)).toBe("failed");
    expect(act(s, { answer: "pass", ok: true }).frames.at(-1)!.step.missed).toBe("no request");
  });
});

describe("the page", () => {
  it("widths above and below, and the preference for reduced motion, at the start too", () => {
    const reactions = {
      "width above 600px": { idle: note("wide") },
      "width below 600px": { idle: note("narrow") },
      "reduced motion on": { idle: note("calm") },
      "reduced motion off": { idle: note("lively") },
    };
    const size = (width: number): Stimulus => ({ resize: { width, height: 500 } });
    expect(told({ reactions }, size(601), size(700), size(600))).toBe("narrow wide narrow");
    expect(told({ reactions }, { reducedMotion: true }, { reducedMotion: true }, { reducedMotion: false })).toBe(
      "narrow calm lively",
    );
  });
  it("unmounted, it says goodbye and does nothing more", () => {
    const doc = sketch({
      reactions: {
        unmounted: { idle: note("bye") },
        "click a": { idle: note("click") },
        every: { idle: `1s → ${note("tick")}` },
      },
    });
    const s = play(doc, [{ unmount: true }, 5000, { click: "a" }]);
    expect(datum(s)).toBe("bye ");
    expect(s.frames.at(-1)!.step.missed).toBe("over");
  });
  it("data set by hand, and what then becomes true", () => {
    const doc = sketch({
      data: [log, { name: "n", type: "integer", initial: 0, min: 0, max: 5 }],
      looks: { card: { always: "[n > 3] not displayed" } },
      reactions: { "becomes [n > 2]": { idle: note("many") }, "press n": { idle: "/ n = n + 1" } },
    });
    expect(datum(play(doc, [{ set: "n", to: 3 }, { press: "n" }]))).toBe("many ");
    expect(
      datum(
        play(doc, [
          { set: "n", to: 3 },
          { set: "n", to: 1 },
          { set: "n", to: 9 },
        ]),
      ),
    ).toBe("many many ");
    const s = play(doc, [{ set: "n", to: 9 }]);
    expect([datum(s, 1), factsOf(s.program, last(s), 1).displayed]).toEqual([5, false]);
  });
  it("announcements are kept, the last one", () => {
    const s = play(sketch({ reactions: { "click a": { idle: `/ announce "Sailing \${log}kept"` } } }), [
      20,
      { click: "a" },
    ]);
    expect(last(s).said).toEqual({ text: "Sailing kept", at: 20 });
  });
});
