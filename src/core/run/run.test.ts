import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { compile, DOCUMENT } from "../program";
import { layoutOf, stateText } from "../surface";
import { box, bubblingDialog, button, component } from "../testing";
import {
  act,
  advance,
  cutAt,
  explain,
  nextDue,
  openSession,
  phraseText,
  replay,
  runTo,
  type Session,
  type Stimulus,
  start,
  stateAt,
  stimulate,
} from ".";

const leaf = (s: Session): string => stateText(s.program, s.frames.at(-1)!.state);
const focus = (s: Session): string | null => {
  const { focus: f } = s.frames.at(-1)!.state;
  return f === DOCUMENT ? null : s.program.parts[f].name;
};
const done = (s: Session, ...stimuli: (string | number)[]): Session =>
  stimuli.reduce<Session>((session, what) => {
    if (typeof what === "number") return runTo(session, session.end + what);
    const [verb, ...rest] = what.split(" ");
    return act(session, verb === "press" ? { press: rest.join(" ") } : { click: rest[0] ?? null });
  }, s);
const open = (doc = bubblingDialog()): Session => openSession(compile(doc));
const told = (s: Session): string => explain(s.program, s.frames.at(-1)!.step).sentences.map(phraseText).join(" ");

describe("dispatch", () => {
  it("an inside click bubbles to the surface that listens", () => {
    const s = done(open(), "click trigger", "click body");
    expect(leaf(s)).toBe("closed");
    expect(s.frames.at(-1)!.step.dispatches.map((d) => s.program.parts[d.at]?.name)).toEqual(["backdrop"]);
  });

  it("exactly on a part leaves out what is inside it", () => {
    const doc = bubblingDialog({
      reactions: { "click trigger": { closed: "open" }, "click exactly backdrop": { open: "closed" } },
    });
    expect(leaf(done(open(doc), "click trigger", "click body"))).toBe("open");
    expect(leaf(done(open(doc), "click trigger", "click backdrop"))).toBe("closed");
  });

  it("stop ends the way up, outside listeners included", () => {
    const doc = component({
      parts: [box("outer", [box("inner", [button("b")])]), box("other")],
      states: ["idle"],
      data: [{ name: "log", type: "text", initial: "" }],
      reactions: {
        "click b": { idle: "/ log = log + 'b'" },
        "click inner": { idle: "/ log = log + 'i', stop" },
        "click outer": { idle: "/ log = log + 'o'" },
        "click outside other": { idle: "/ log = log + 'x'" },
      },
    });
    const log = (s: Session): unknown => s.frames.at(-1)!.state.data[0];
    expect(log(done(open(doc), "click b"))).toBe("bi");
    expect(log(done(open(doc), "click outer"))).toBe("ox");
    expect(log(done(open(doc), "click other"))).toBe("");
    expect(log(done(open(doc), "click"))).toBe("x");
  });

  it("a click aimed at a covered part lands on what covers it", () => {
    const s = done(open(), "click trigger");
    expect(told(done(s, "click trigger"))).toContain(
      "Click aimed at trigger landed on backdrop, which covers the viewport",
    );
    expect(leaf(done(s, "click trigger"))).toBe("closed");
  });

  it("a layer that takes no pointer lets clicks through, an inert one too", () => {
    for (const cell of ["shown; no pointer", "shown; inert"]) {
      const doc = bubblingDialog({ looks: { backdrop: { closed: "not displayed", open: cell } } });
      const program = compile(doc);
      const state = done(openSession(program), "click trigger").frames.at(-1)!.state;
      expect(layoutOf(program, state).landing[program.partIndex.get("trigger")!]).toBe(
        program.partIndex.get("trigger"),
      );
    }
  });

  it("of two layers the higher is on top, then the later", () => {
    const cover = (name: string, layer: number) => box(name, [], { covers: "viewport", layer });
    const top = (a: number, b: number): string => {
      const s = done(open(component({ parts: [cover("a", a), cover("b", b)], states: ["idle"] })), "click");
      const { cause } = s.frames.at(-1)!.step;
      return cause.kind === "click" ? s.program.parts[cause.landed].name : "";
    };
    expect([top(2, 1), top(1, 2), top(1, 1)]).toEqual(["a", "b", "b"]);
  });

  it("a disabled control swallows the click; a label passes it on", () => {
    const doc = component({
      parts: [
        box("form", [
          button("send", { attributes: { disabled: "" } }),
          { name: "label", tag: "label", attributes: { for: "f" }, content: ["Name"] },
          { name: "field", tag: "input", attributes: { id: "f" } },
        ]),
      ],
      states: ["idle", "clicked"],
      reactions: { "click form": { idle: "clicked" }, "click field": { clicked: "idle" } },
    });
    expect(leaf(done(open(doc), "click send"))).toBe("idle");
    const s = done(open(doc), "click label");
    expect([leaf(s), focus(s)]).toEqual(["clicked", "field"]);
  });

  it("a condition that does not hold leaves the event to the outer state", () => {
    const doc = component({
      parts: [button("b")],
      states: [{ name: "on", states: [{ name: "low" }, { name: "high" }] }, { name: "off" }],
      data: [{ name: "n", type: "integer", initial: 0, min: 0, max: 3 }],
      reactions: {
        "click b": { always: "/ n = n + 1", low: "[n > 0] high", on: "[n > 1] off" },
        "press x": { low: "ignored", on: "off" },
      },
    });
    const s = done(open(doc), "click b", "click b");
    expect(leaf(s)).toBe("high");
    expect(leaf(done(s, "click b", "click b"))).toBe("off");
    expect(leaf(done(open(doc), "press x"))).toBe("low");
  });

  it("a raised event is handled before the next step of the way", () => {
    const doc = component({
      parts: [box("outer", [button("b")])],
      states: ["a", "b1", "c"],
      reactions: { "click b": { a: "/ raise go" }, "on go": { a: "b1" }, "click outer": { a: "a", b1: "c" } },
    });
    expect(leaf(done(open(doc), "click b"))).toBe("c");
  });

  it("an endless loop is cut and said", () => {
    const raised = component({
      parts: [button("b")],
      states: ["a"],
      reactions: { "click b": { a: "/ raise x" }, "on x": { a: "/ raise x" } },
    });
    expect(told(done(open(raised), "click b"))).toContain("More than 1,000 steps");
    const timed = component({ parts: [], states: ["a", "b"], reactions: { after: { a: "0ms → b", b: "0ms → a" } } });
    expect(done(open(timed), 10).frames.length).toBeLessThan(1100);
  });
});

describe("time", () => {
  const doc = component({
    parts: [button("b")],
    states: ["idle", "waiting", "late"],
    reactions: { "click b": { idle: "waiting", waiting: "idle" }, after: { waiting: "300ms → late" } },
  });
  it("a delay ends with its state", () => {
    const s = done(open(doc), "click b", 299);
    expect(leaf(s)).toBe("waiting");
    expect(leaf(done(s, 1))).toBe("late");
    expect(leaf(done(s, "click b", 500))).toBe("idle");
    expect(nextDue(s.program, done(s, "click b").frames.at(-1)!.state)).toBeNull();
  });
  it("does not depend on how the clock is moved", () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 200 }), { maxLength: 8 }), (waits) => {
        const { program } = open(doc);
        const begun = stimulate(program, start(program).state, { click: "b" }).state;
        const total = waits.reduce((a, b) => a + b, 0);
        const stepped = waits.reduce((s, w) => advance(program, s, s.now + w), begun);
        expect(stepped).toEqual(advance(program, begun, total));
      }),
    );
  });
});

describe("focus", () => {
  it("is taken, held and given back", () => {
    const s = done(open(), "click trigger");
    expect(focus(s)).toBe("close");
    expect(focus(done(s, "press Tab"))).toBe("close");
    expect(focus(done(s, "press Shift+Tab"))).toBe("close");
    expect(focus(done(s, "press Escape"))).toBe("trigger");
  });
  it("is lost with its element, and that is said", () => {
    const doc = bubblingDialog({ focus: { open: "→ close; held in dialog" } });
    const s = done(open(doc), "click trigger", "press Escape");
    expect(focus(s)).toBeNull();
    expect(told(s)).toContain("close could no longer hold the focus; it fell to the page");
  });
  it("goes through the page in the order of Tab, tabindex first", () => {
    const doc = component({
      parts: [
        button("a"),
        button("b", { attributes: { tabindex: "2" } }),
        button("c", { attributes: { tabindex: "-1" } }),
        { name: "d", tag: "a", attributes: { href: "#x", id: "x" } },
        box("e"),
      ],
      states: ["idle"],
    });
    const walked: (string | null)[] = [];
    let s = open(doc);
    for (let i = 0; i < 4; i++) {
      s = done(s, "press Tab");
      walked.push(focus(s));
    }
    expect(walked).toEqual(["b", "a", "d", null]);
    expect(focus(done(open(doc), "click c", "press Tab"))).toBe("d");
  });
  it("Enter and Space operate a focused button, Enter a link", () => {
    const doc = component({
      parts: [button("b"), { name: "l", tag: "a", attributes: { href: "/" } }],
      states: ["idle"],
      data: [{ name: "log", type: "text", initial: "" }],
      reactions: { "click b": { idle: "/ log = log + 'b'" }, "click l": { idle: "/ log = log + 'l'" } },
    });
    const s = done(open(doc), "press Tab", "press Enter", "press Space", "press Tab", "press Enter", "press Space");
    expect(s.frames.at(-1)!.state.data[0]).toBe("bbl");
  });
  it("a refused request is explained", () => {
    const doc = component({
      parts: [button("b"), box("panel")],
      states: ["idle"],
      reactions: { "click b": { idle: "/ focus panel" } },
    });
    expect(told(done(open(doc), "click b"))).toContain("panel could not take the focus");
  });
});

describe("explanations", () => {
  it("say why nothing happened", () => {
    const doc = component({
      parts: [button("b"), box("p")],
      states: ["idle", "other"],
      data: [{ name: "on", type: "boolean", initial: false }],
      reactions: { "click b": { idle: "[on] other" }, "press a": { idle: "ignored" }, "press b": {} },
    });
    expect(told(done(open(doc), "click b"))).toContain("no condition of click b held in idle");
    expect(told(done(open(doc), "press a"))).toContain("press a is ignored in idle");
    expect(told(done(open(doc), "press b"))).toContain("what press b does in idle is undecided");
    expect(told(done(open(doc), "click p"))).toContain("no row listens for this");
  });
});

describe("a session", () => {
  it("can be turned back, cut and replayed under another specification", () => {
    const s = done(open(), 100, "click trigger", 200, "press Escape", 50);
    expect(stateAt(s, 99).config).not.toBe(stateAt(s, 101).config);
    expect(cutAt(s, 200).frames).toHaveLength(2);
    const again = replay(s, compile(bubblingDialog({ reactions: { "click trigger": { closed: "open" } } })));
    expect(leaf(again)).toBe("open");
    expect(again.end).toBe(s.end);
    expect(replay(s, s.program).frames.map((f) => f.state)).toEqual(s.frames.map((f) => f.state));
  });
  it("is deterministic, and always in one legal state", () => {
    const stimulus = fc.oneof(
      fc.constantFrom("trigger", "close", "body", "backdrop", null).map((click): Stimulus => ({ click })),
      fc.constantFrom("Tab", "Escape", "Enter", "Shift+Tab").map((press): Stimulus => ({ press })),
    );
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(400), stimulus), { maxLength: 15 }), (list) => {
        const play = (): Session => list.reduce((s, [wait, what]) => act(runTo(s, s.end + wait), what), open());
        const s = play();
        expect(play().frames.map((f) => f.state)).toEqual(s.frames.map((f) => f.state));
        for (const f of s.frames) {
          expect(s.program.configurations.at(f.state.config).atomic).toHaveLength(1);
          if (f.state.focus !== DOCUMENT) expect(layoutOf(s.program, f.state).focusable[f.state.focus]).toBe(true);
        }
      }),
    );
  });
});
