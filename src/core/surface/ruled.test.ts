/** The page's rules in the looks of parts: classes that are switched, what browsers hide, what moves. */
import { describe, expect, it } from "vitest";
import { compile } from "../program";
import { advance, start, stimulate } from "../run";
import { box, button, component, type Sketch } from "../testing";
import { currentValue, factsOf, layoutOf } from ".";

const doc = (css: string, more: Partial<Sketch> = {}) =>
  component({
    parts: [button("b"), box("p", [button("in")], { attributes: { class: "panel" } })],
    states: ["closed", "open"],
    looks: { p: { open: ".open" } },
    reactions: { "click b": { closed: "open", open: "closed" } },
    ...more,
    page: { width: 640, height: 480, css },
  });
const run = (d: ReturnType<typeof doc>) => {
  const program = compile(d);
  expect(program.problems).toEqual([]);
  const first = start(program).state;
  const p = program.partIndex.get("p")!;
  return { program, p, first, click: (s = first) => stimulate(program, s, { click: "b" }).state };
};

describe("a class that a look switches", () => {
  it("brings what the rules wait for", () => {
    const { program, p, first, click } = run(doc(".panel { display: none } .panel.open { display: block }"));
    expect(factsOf(program, first, p)).toMatchObject({ displayed: false, visible: false });
    expect(factsOf(program, first, p + 1)).toMatchObject({ focusable: false });
    expect(factsOf(program, click(), p)).toMatchObject({ displayed: true, visible: true });
    expect(factsOf(program, click(click()), p)).toMatchObject({ displayed: false });
  });

  it("has its opacity and its pointer from a look only where no important rule says otherwise", () => {
    const more = { looks: { p: { open: "transparent; pointer" } } };
    const beaten = run(doc(".panel { opacity: 0.7 !important; pointer-events: none !important }", more));
    expect(factsOf(beaten.program, beaten.click(), beaten.p)).toMatchObject({ opacity: 0.7, "takes pointer": false });
    const plain = run(doc(".panel { opacity: 0.7; pointer-events: none }", more));
    expect(factsOf(plain.program, plain.click(), plain.p)).toMatchObject({ opacity: 0 });
  });

  it("moves as the rule's transition says; what was not displayed does not", () => {
    const fade = ".panel { opacity: 0; transition: opacity 200ms linear } .panel.open { opacity: 1 }";
    const faded = run(doc(fade));
    const half = advance(faded.program, faded.click(), 50);
    expect(Number(currentValue(faded.program, half, faded.p, "opacity"))).toBeCloseTo(0.25, 6);
    const shown = run(doc(`${fade} .panel { display: none } .panel.open { display: block }`));
    expect(shown.click().tracks).toEqual([]);
  });

  it("goes as the rules for what it goes with say, and comes from there, though it is absent in between", () => {
    const css = ".panel { transition: opacity 200ms linear } .panel.away { opacity: 0 }";
    const { program, p, first, click } = run(doc(css, { looks: { p: { closed: "absent; .away" } } }));
    const half = advance(program, click(), 50);
    expect(factsOf(program, first, p)).toMatchObject({ present: false });
    expect(Number(currentValue(program, half, p, "opacity"))).toBeCloseTo(0.25, 6);
    const going = advance(program, click(advance(program, half, 500)), 550);
    expect(factsOf(program, going, p)).toMatchObject({ present: true, opacity: 0.75 });
    expect(factsOf(program, advance(program, going, 700), p)).toMatchObject({ present: false });
  });

  it("is in view from just after the beginning of its way, and until its end", () => {
    const css =
      ".panel { position: fixed; left: 0; transform: translateX(-100%); transition: transform 200ms } .panel.open { transform: none }";
    const { program, p, first, click } = run(doc(css));
    const seen = (state: typeof first) => {
      const { visible, focusable } = factsOf(program, state, p + 1);
      return [factsOf(program, state, p)["in view"], visible, focusable];
    };
    // What is out of view can be tabbed to all the same.
    expect(seen(first)).toEqual([false, false, true]);
    expect(seen(click())).toEqual([false, false, true]);
    const half = advance(program, click(), 100);
    expect(seen(half)).toEqual([true, true, true]);
    const open = advance(program, half, 500);
    expect(seen(advance(program, click(open), 690))).toEqual([true, true, true]);
    expect(seen(advance(program, click(open), 701))).toEqual([false, false, true]);
    // Turned back on its way it is in view all along.
    const back = click(advance(program, click(open), 600));
    expect([seen(back), seen(advance(program, back, 601))]).toEqual([
      [true, true, true],
      [true, true, true],
    ]);
    expect(seen(advance(program, back, 2000))).toEqual([true, true, true]);
    expect(factsOf(program, first, p)).toMatchObject({ displayed: true, "takes pointer": false, opacity: 1 });
  });

  it("stays visible while it fades, and is not yet at the very beginning", () => {
    const css = ".panel { visibility: hidden; transition: visibility 200ms } .panel.open { visibility: visible }";
    const { program, p, click } = run(doc(css));
    const opened = click();
    expect(layoutOf(program, opened).focusable[p + 1]).toBe(false);
    const open = advance(program, opened, 2);
    expect(layoutOf(program, open).focusable[p + 1]).toBe(true);
    const closing = click(advance(program, open, 500));
    expect(layoutOf(program, advance(program, closing, 690)).focusable[p + 1]).toBe(true);
    expect(layoutOf(program, advance(program, closing, 700)).focusable[p + 1]).toBe(false);
  });

  it("is nothing against what is important, and everything against an id", () => {
    const said = { looks: { p: { open: "opacity: 0.5" } } };
    const strong = run(doc(".panel { opacity: 0.2 !important }", said));
    expect(currentValue(strong.program, strong.click(), strong.p, "opacity")).toBe("0.2");
    const id = run(
      doc("#x.panel { opacity: 0.2 }", {
        ...said,
        parts: [button("b"), box("p", [], { attributes: { id: "x", class: "panel" } })],
      }),
    );
    expect(currentValue(id.program, id.click(), id.p, "opacity")).toBe("0.5");
  });
});

describe("what is visible in something hidden", () => {
  it("is seen, can be reached and is told", () => {
    const { program, p, first } = run(doc(".panel { visibility: hidden } .panel > button { visibility: visible }"));
    expect(factsOf(program, first, p)).toMatchObject({ visible: false, exposed: false });
    expect(factsOf(program, first, p + 1)).toMatchObject({ visible: true, focusable: true, exposed: true, name: "in" });
  });
});

describe("poses", () => {
  it("are told apart however many states there are, with conditions and without", () => {
    const states = Array.from({ length: 14 }, (_, i) => `s${i}`);
    const looks = Object.fromEntries(states.map((s, i) => [s, i === 1 ? "[flag] opacity: 0.5" : "opacity: 1"]));
    const next = Object.fromEntries(states.map((s, i) => [s, states[(i + 1) % states.length]]));
    const d = doc("", {
      states,
      looks: { p: looks },
      reactions: { "click b": next },
      data: [{ name: "flag", type: "boolean", initial: true }],
    });
    const { program, p, click, first } = run(d);
    let state = first;
    for (const [i] of states.entries()) {
      expect(`s${i} ${currentValue(program, state, p, "opacity")}`).toBe(`s${i} ${i === 1 ? "0.5" : "1"}`);
      state = click(state);
    }
  });
});

describe("media and custom properties", () => {
  it("are those of the page as it is now", () => {
    const css =
      ":root { --dim: 0.3 } .panel { opacity: var(--dim) } @media (max-width: 400px) { .panel { display: none } }";
    const { program, p, first } = run(doc(css));
    expect(factsOf(program, first, p)).toMatchObject({ displayed: true, opacity: 0.3 });
    const small = stimulate(program, first, { resize: { width: 390, height: 480 } }).state;
    expect(factsOf(program, small, p)).toMatchObject({ displayed: false });
  });
});

describe("what a person does", () => {
  const act = (d: ReturnType<typeof doc>, ...stimuli: Parameters<typeof stimulate>[2][]) => {
    const program = compile(d);
    const state = stimuli.reduce((s, what) => stimulate(program, s, what).state, start(program).state);
    return { program, facts: (part: string) => factsOf(program, state, program.partIndex.get(part)!), state };
  };
  const menu = doc(".panel { display: none } button:hover + .panel, .panel:hover { display: block }", {
    looks: {},
    reactions: {},
  });

  it("shows what a rule shows under the pointer, and it stays while the pointer is on it", () => {
    expect(act(menu).facts("p").displayed).toBe(false);
    expect(act(menu, { move: "b" }).facts("p").displayed).toBe(true);
    expect(act(menu, { move: "b" }, { move: "in" }).facts("p").displayed).toBe(true);
    expect(act(menu, { move: "b" }, { move: null }).facts("p").displayed).toBe(false);
  });

  it("counts where the focus is, and what it shows can be reached", () => {
    const d = doc(".panel { visibility: hidden } button:focus ~ .panel, .panel:focus-within { visibility: visible }", {
      looks: {},
      reactions: {},
    });
    expect(act(d).facts("in").focusable).toBe(false);
    expect(act(d, { press: "Tab" }).facts("in").focusable).toBe(true);
    const inside = act(d, { press: "Tab" }, { press: "Tab" });
    expect(inside.facts("in")).toMatchObject({ focused: true, visible: true });
    expect(act(d, { press: "Tab" }, { press: "Tab" }, { press: "Tab" }).facts("p").visible).toBe(false);
  });

  it("moves by the rule's transition, and costs nothing where it is a colour", () => {
    const fade = doc(".panel { opacity: 0; transition: opacity 100ms linear } .panel:hover { opacity: 1 }", {
      looks: {},
      reactions: {},
    });
    const { program, state } = act(fade, { move: "p" });
    expect(
      Number(currentValue(program, advance(program, state, 25), program.partIndex.get("p")!, "opacity")),
    ).toBeCloseTo(0.25, 6);
    expect(act(doc("button:hover { color: red }", { looks: {}, reactions: {} }), { move: "b" }).state.over).toBe(-1);
  });
});
